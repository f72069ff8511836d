<script setup lang="ts">
import { jointClass } from '#core/catalog/joints'
import { newHold } from '#core/prove/newHold'
import { ordered, type JointKind, type LeakPlaceKind } from '#core/document/types'
import { nextThings, partName, rankPlaces } from '#core/prove/ranking'
import type { RankedPlace } from '#core/prove/types'
import SoapOne from './SoapOne.vue'
import { useGaugeStep } from './useGaugeStep'
import { repairOf, SOAP, useSoap } from './useSoap'

/** Every place that may leak with its soap finding, by part; the best next step comes first. */
const emit = defineEmits<{ begun: [test: string] }>()
const job = useJob()
const shop = useShop()
const screen = useScreen()
const prove = computed(() => job.plan!.prove)
const result = computed(() => job.derived!.stages.prove.result)
/** Leaks that this shop repaired on its other jobs, by kind of place: they change the ranking. */
const history = ref<Partial<Record<LeakPlaceKind, number>>>({})
onMounted(async () => {
  history.value = await callApi<typeof history.value>(`/api/shop/leaks?without=${job.id}`).catch(() => ({}))
})
const found = computed(() => Object.values(history.value).reduce((sum, n) => sum + n, 0))
const evidence = computed(() => ({ ...result.value.evidence, history: history.value }))
const ranked = computed(() => rankPlaces(result.value.places, evidence.value))
const nextBest = computed(() =>
  nextThings(ranked.value, evidence.value, (part) => partName(job.plan!.air, part)),
)
/** The last repair at a place, with its id. */
const repaired = computed(
  () => new Map(ordered(prove.value.repairs).map(([id, r]) => [r.place, { id, ...r }])),
)
/** The test made after a repair; null if none was, or if it is gone. */
const retestOf = ({ id }: RankedPlace) => {
  const test = repaired.value.get(id)?.retest ?? null
  return test !== null && prove.value.holds[test] ? test : null
}
const gaugeStep = useGaugeStep()
function holdAgain({ id, label, side }: RankedPlace): void {
  const test = `h${crypto.randomUUID().slice(0, 8)}`
  job.edit('Hold again after a repair', (draft) => {
    const order = 1 + Math.max(0, ...Object.values(draft.prove.holds).map((h) => h.order))
    const name = `Again: ${label}`.slice(0, 80)
    draft.prove.holds[test] = newHold(name, order, side, gaugeStep.value, shop.person?.name ?? '')
    draft.prove.repairs[repaired.value.get(id)!.id]!.retest = test
  })
  emit('begun', test)
}
const { lineOf, write } = useSoap()
/** True if something known makes one place likelier than the trade's odds: then the likeliest come first. */
const isLooking = computed(
  () =>
    Object.values(result.value.holds).some(({ verdict }) => verdict === 'leaking') ||
    ranked.value.some(({ soap }) => soap === 'foam' || soap === 'bubble'),
)
const walk = computed(() => Object.keys(job.plan!.air.components))
interface Group {
  at: string
  name: string
  places: RankedPlace[]
  share: number
  open: RankedPlace[]
}
const groups = computed((): Group[] => {
  const places = ranked.value
  const made = [...new Set(places.map(({ at }) => at))].map((at): Group => {
    const there = places.filter((place) => place.at === at)
    return {
      at,
      name: partName(job.plan!.air, at),
      places: there,
      share: there.reduce((sum, { share }) => sum + share, 0),
      open: there.filter(({ soap }) => soap === null),
    }
  })
  const hidden = (group: Group) => (group.places.some(({ isHidden }) => isHidden) ? 0 : 1)
  return made.sort((a, b) =>
    isLooking.value
      ? b.share - a.share
      : hidden(a) - hidden(b) || walk.value.indexOf(a.at) - walk.value.indexOf(b.at),
  )
})
/** Who soaped a place in its current state; findings from before it was remade are old. */
const saidBy = ({ id, soap }: RankedPlace) =>
  soap ? prove.value.soap[id]!.who : prove.value.soap[id] ? 'soap anew' : ''
const kindOf = ({ id, kind }: RankedPlace) =>
  lineOf.value.has(id) ? `, ${jointClass(kind as JointKind).label}` : ''
const percent = (share: number) => (share >= 0.005 ? `${Math.round(share * 100)} %` : '')
const next = computed(() => nextBest.value.slice(0, 3))
/** The part that is soaped next by what it tells; null if something else tells more. */
const bestPart = computed(() => (nextBest.value[0]?.do === 'soap' ? nextBest.value[0].of : null))
/**
 * Places in the order in which they are soaped: what leaks, then what is closed in later, then the best part, then
 * the others as they are listed.
 */
const inTurn = computed(() => {
  const rank = ({ at, isHidden }: RankedPlace) => (isHidden ? 0 : at === bestPart.value ? 1 : 2)
  const open = groups.value.flatMap((group) => group.open)
  return [
    ...ranked.value.filter(({ soap }) => soap === 'bubble'),
    ...open.toSorted((a, b) => rank(a) - rank(b)),
  ]
})
const left = computed(() => ranked.value.filter(({ soap }) => soap === null).length)
</script>

<template>
  <div class="sheet p-4">
    <h2 class="mb-1">Soap, place by place</h2>
    <p class="label mb-2">
      Any growing bubble is a leak. Slow foam passes only with a hold test that reads tight. Bubbles from the
      spray nozzle itself do not count. What the dash will hide comes first; once something leaks, the
      likeliest.
    </p>
    <SoapOne v-if="inTurn.length" class="no-print mb-3" :places="inTurn" />
    <section v-if="next.length" aria-label="Next best" class="border border-petrol rounded p-3 mb-3">
      <h3 class="text-base">Next best for its minutes</h3>
      <ol class="text-sm">
        <li v-for="thing in next" :key="`${thing.do} ${thing.of}`">
          {{ thing.label
          }}<span class="label"
            >: about {{ thing.minutes }} min<template v-if="thing.share > 0"
              >, {{ percent(thing.share) }} of what may leak</template
            ></span
          >
        </li>
      </ol>
      <p class="label">
        {{ left }} of {{ result.places.length }} places are not soaped yet. Shares from the trade’s ranking
        (order common, numbers from memory), {{ found ? `this shop’s own ${found} leaks, ` : '' }}soap and
        hold tests.
      </p>
    </section>
    <section
      v-for="group in groups"
      :key="group.at"
      :aria-label="`At ${group.name}`"
      class="border-t border-line py-1"
    >
      <div class="flex flex-wrap gap-2 items-center">
        <h3 class="text-base grow">
          At {{ group.name }} <span class="label figure">{{ percent(group.share) }}</span>
        </h3>
        <button
          v-if="group.open.length > 1"
          type="button"
          class="button quiet text-sm no-print"
          @click="write(group.open, 'dry')"
        >
          {{ group.open.length === group.places.length ? 'All dry here' : 'The rest dry' }}
        </button>
      </div>
      <ul>
        <li
          v-for="place in group.places"
          :key="place.id"
          class="flex flex-wrap gap-2 items-center py-1"
          :class="{ 'bg-chosen': screen.subject === place.id }"
          :data-subject="place.id"
        >
          <span class="grow min-w-[180px]"
            >{{ place.label }}<span class="label">{{ kindOf(place) }}</span></span
          >
          <fieldset class="flex flex-wrap gap-1 min-w-0">
            <legend class="sr-only">{{ place.label }}</legend>
            <label
              v-for="s in SOAP"
              :key="s.value"
              class="touch flex items-center gap-1 border border-line rounded px-2 text-sm has-checked:bg-chosen has-checked:border-petrol"
              ><input
                type="radio"
                class="accent-petrol"
                :name="place.id"
                :checked="place.soap === s.value"
                @change="write([place], s.value)"
              />{{ s.label }}</label
            >
          </fieldset>
          <span class="label w-16">{{ saidBy(place) }}</span>
          <PhotoRow :subject="`joint:${place.id}`" :of="place.label" small />
          <p v-if="repaired.has(place.id)" class="label w-full">
            Put right by {{ repaired.get(place.id)!.who || 'somebody' }},
            {{ repaired.get(place.id)!.at.slice(0, 10) }}.
            <template v-if="retestOf(place)"
              >Held again: {{ result.holds[retestOf(place)!]?.verdict ?? 'readings wanted' }}.</template
            >
            <button v-else type="button" class="underline touch" @click="holdAgain(place)">
              Hold its side again
            </button>
          </p>
          <ol
            v-if="place.soap === 'bubble'"
            class="w-full text-sm list-decimal pl-5"
            :aria-label="`Repair ${place.label}`"
          >
            <li v-for="step in repairOf(place)" :key="step">{{ step }}</li>
          </ol>
        </li>
      </ul>
    </section>
  </div>
</template>
