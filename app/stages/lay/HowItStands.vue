<script setup lang="ts">
import { layFactsOf } from '#core/catalog/layFacts'
import { HEAT_FIGURE, heatKept, MASS_FIGURE, partMass, partSize, SIZE_FIGURES } from '#core/catalog/partSizes'
import { type ComponentKind, type Stand, UPS, type Up } from '#core/document/types'
import { AS_IS } from '#core/lay/space/stand'
import { useLay } from './useLay'

/** Which way a part points, which side is up, and what its own sheet says about its size and heat. */
const { of } = defineProps<{ of: string }>()
const job = useJob()
const { plan, result, set } = useLay()
const label = computed(() => plan.value.air.components[of]!.label)
const stand = computed(() => result.value.stands[of] ?? AS_IS)
const byHand = computed(() => plan.value.lay.stands[of] !== undefined)
const sheet = computed(() => plan.value.air.components[of]!.sheet)
const TURNS = ['ahead', 'to the left', 'back', 'to the right']
const UP_WORDS: Record<Up, string> = {
  upright: 'as on the bench',
  side: 'on its side',
  over: 'upside down',
}
const turns = TURNS.map((word, i) => ({ value: String(i), label: `Its front ${word}` }))
const ups = UPS.map((up) => ({ value: up, label: UP_WORDS[up] }))
const turn = (change: Partial<Stand>) =>
  set(`Turn ${label.value}`, (lay) => void (lay.stands[of] = { ...stand.value, ...change }))
const asProposed = () =>
  set(`Turn ${label.value} as proposed`, (lay) => Reflect.deleteProperty(lay.stands, of))
const sizes = computed(() => {
  const size = partSize(plan.value.air, of)
  return SIZE_FIGURES.map((figure, i) => ({ ...figure, value: size[i]! }))
})
const setSheet = (what: string, id: string, value: number) =>
  job.edit(`${what} of ${label.value}`, (d) => void (d.air.components[of]!.sheet[id] = value))
const fromSheet = computed(() =>
  [...SIZE_FIGURES, MASS_FIGURE, HEAT_FIGURE].filter(({ id }) => id in sheet.value),
)
const asClass = () =>
  job.edit(`Size of ${label.value} as of its class`, (d) => {
    for (const { id } of fromSheet.value) Reflect.deleteProperty(d.air.components[of]!.sheet, id)
  })
/** Parts that may stand on one plate, bolted together on the bench. */
const CARRIED: readonly ComponentKind[] = [
  'compressor',
  'block',
  'dryer',
  'manifold',
  'solenoid',
  'regulator',
]
const canBeCarried = computed(() => CARRIED.includes(plan.value.air.components[of]!.kind))
const carried = computed(() => plan.value.lay.carrier.includes(of))
const carry = () =>
  set(`${carried.value ? 'Off' : 'On'} the carrier plate: ${label.value.toLowerCase()}`, (lay) => {
    lay.carrier = carried.value ? lay.carrier.filter((id) => id !== of) : [...lay.carrier, of]
    // What stands on the plate keeps its place beside the others.
    if (!carried.value) lay.places[of] ??= result.value.places[of]!
  })
const hand = computed(() => layFactsOf(plan.value.air, of).hand)
</script>

<template>
  <PickField
    :label="`${label} points`"
    :value="String(stand.turn)"
    :options="turns"
    @change="(v) => turn({ turn: Number(v) })"
  />
  <PickField
    :label="`${label} stands`"
    :value="stand.up"
    :options="ups"
    @change="(v) => turn({ up: v as Up })"
  />
  <NumField
    v-for="size in sizes"
    :key="size.id"
    :label="`${label}, ${size.label.toLowerCase()}`"
    :value="size.value"
    quantity="length"
    :min="0.005"
    :max="3"
    @change="(v) => setSheet(size.label, size.id, v)"
  />
  <NumField
    :label="`${label}, ${HEAT_FIGURE.label.toLowerCase()}`"
    :value="heatKept(plan.air, of)"
    quantity="length"
    :min="0"
    :max="2"
    @change="(v) => setSheet(HEAT_FIGURE.label, HEAT_FIGURE.id, v)"
  />
  <NumField
    :label="`${label}, ${MASS_FIGURE.label.toLowerCase()}`"
    :value="partMass(plan.air, of)"
    quantity="mass"
    :digits="1"
    :min="0.01"
    :max="200"
    @change="(v) => setSheet(MASS_FIGURE.label, MASS_FIGURE.id, v)"
  />
  <label v-if="canBeCarried" class="touch flex items-center gap-2 self-end"
    ><input type="checkbox" class="size-5 accent-petrol" :checked="carried" @change="carry" />On the carrier
    plate, moved and mounted with what else is on it</label
  >
  <p class="text-sm col-span-full">
    <span class="label"
      >{{ byHand ? 'Turned by hand.' : 'Turned as proposed: its ports towards what they are joined to.' }}
      {{ fromSheet.length ? 'Size off its own sheet.' : 'Size as is usual of its class.' }}
      <template v-if="hand">A hand must get at {{ hand.what }}.</template>
    </span>
    <button v-if="byHand" type="button" class="underline touch ml-1" @click="asProposed">
      Turn it as proposed
    </button>
    <button v-if="fromSheet.length" type="button" class="underline touch ml-1" @click="asClass">
      Size as of its class
    </button>
  </p>
</template>
