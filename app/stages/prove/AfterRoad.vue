<script setup lang="ts">
import { isFine, recheckFigure, type RoadCheck } from '#core/prove/road'
import type { RoadFinding } from '#core/document/types'

/** What is checked after the first drive, and when it is checked again. */
const job = useJob()
const shop = useShop()
const screen = useScreen()
const checks = computed(() => job.derived!.stages.prove.result.roadChecks)
const road = computed(() => job.plan!.prove.road)
const FOUND: { value: NonNullable<RoadFinding['found']>; label: string }[] = [
  { value: 'fine', label: 'fine' },
  { value: 'not', label: 'not fine' },
]
/** If there is a least value, the value alone decides whether it is fine; otherwise a person says so. */
function write({ id, least }: RoadCheck, change: Partial<RoadFinding>): void {
  job.edit('After the road', (draft) => {
    const by = { who: shop.person?.name ?? '', at: new Date().toISOString() }
    const finding: RoadFinding = { found: null, value: null, ...draft.prove.road[id], ...change, ...by }
    if (least !== null && typeof change.value === 'number')
      finding.found = change.value < least ? 'not' : (finding.found ?? 'fine')
    draft.prove.road[id] = finding
  })
}
const clear = (id: string) =>
  job.edit('Take a finding away', (draft) => void Reflect.deleteProperty(draft.prove.road, id))
const verdictOf = (check: RoadCheck) => {
  const finding = road.value[check.id]
  if (!finding) return { word: 'not looked at', class: 'text-soft' }
  if (!finding.found) return { word: 'measured: is it fine?', class: 'text-ochre-deep' }
  return isFine(check, finding)
    ? { word: 'fine', class: 'text-petrol' }
    : { word: 'not fine', class: 'text-brick' }
}

/** A guess until somebody enters another, m. */
const perDay = ref(50_000)
const recheck = computed(() => recheckFigure(perDay.value))
const day = computed(() => {
  const at = new Date(Date.now() + recheck.value.value! * 1000)
  return at.toLocaleDateString('sv')
})
const nextCheck = computed(() => job.plan!.handover.nextCheck)
const setNextCheck = () =>
  job.edit('Next check', (draft) => {
    draft.handover.nextCheck = day.value
  })
</script>

<template>
  <section class="sheet p-4" aria-label="After the road" data-subject="road">
    <p class="text-sm max-w-prose">
      Drive it empty and loaded, over a kerb and round a full lock. Chock it, and with nobody under a truck
      that only air holds up, look again.
    </p>
    <ul class="mt-2">
      <li
        v-for="check in checks"
        :key="check.id"
        class="border-t border-line py-2 grid gap-2 md:grid-cols-[minmax(0,1fr)_auto] items-end"
        :class="{ 'bg-chosen': screen.subject === check.id }"
        :data-subject="check.id"
      >
        <div>
          <p class="font-head font-semibold">
            {{ check.label }}
            <span class="text-sm ml-1" :class="verdictOf(check).class">{{ verdictOf(check).word }}</span>
          </p>
          <p class="text-sm">{{ check.what }}</p>
          <p v-if="road[check.id]" class="label">
            {{ road[check.id]!.who || 'Somebody' }}, {{ road[check.id]!.at.slice(0, 10) }}
            <button
              type="button"
              class="underline touch ml-2 no-print"
              :aria-label="`Take away: ${check.label}`"
              @click="clear(check.id)"
            >
              clear
            </button>
          </p>
        </div>
        <div class="flex flex-wrap gap-2 items-end">
          <NumField
            v-if="check.quantity"
            class="w-32"
            hide-label
            :label="`${check.label}, measured`"
            :value="road[check.id]?.value ?? null"
            :quantity="check.quantity"
            :min="check.quantity === 'length' ? 0 : -1000"
            :max="check.quantity === 'length' ? 1 : 5e6"
            @change="(v) => write(check, { value: v })"
          />
          <fieldset class="flex gap-1">
            <legend class="sr-only">{{ check.label }}</legend>
            <label
              v-for="f in FOUND"
              :key="f.value"
              class="touch flex items-center gap-1 border border-line rounded px-2 text-sm has-checked:bg-chosen has-checked:border-petrol"
              ><input
                type="radio"
                class="accent-petrol"
                :name="`road-${check.id}`"
                :checked="road[check.id]?.found === f.value"
                @change="write(check, { found: f.value })"
              />{{ f.label }}</label
            >
          </fieldset>
          <PhotoRow :subject="`road:${check.id}`" :of="check.label" small />
        </div>
      </li>
    </ul>
    <div class="border-t border-line pt-3 mt-1 grid gap-3 grid-cols-2 md:grid-cols-4 items-end">
      <NumField
        label="Driven in a day, about"
        :value="perDay"
        quantity="journey"
        :min="1000"
        :max="2e6"
        @change="(v) => void (perDay = v)"
      />
      <p class="text-sm pb-1">Once more after <Fig :figure="recheck" />: {{ day }}</p>
      <button type="button" class="button quiet no-print" :disabled="nextCheck === day" @click="setNextCheck">
        {{ nextCheck === day ? 'Is the next check' : 'Make it the next check' }}
      </button>
      <p class="label pb-1">
        {{ nextCheck ? `At Hand over: ${nextCheck}` : 'No next check at Hand over yet.' }}
      </p>
    </div>
  </section>
</template>
