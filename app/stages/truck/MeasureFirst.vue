<script setup lang="ts">
import { oneMass } from '#core/jobs/doors'
import { ordered } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { firstMeasures, isMeasured, type FirstMeasure } from '#core/truck/firstMeasures'
import { fieldNamed, isGuessed } from '#core/truck/guessed'
import { useTruck } from './useTruck'

/**
 * The few things to measure in a driveway, in order round the truck; all others may keep the example's value.
 */
const { job, truck, set, axleWeight, setAxle } = useTruck()
const shop = useShop()
const measures = computed(() => firstMeasures(truck.value))
const haul = computed(() => job.plan!.hauls[job.haulId])
const items = computed(() => ordered(haul.value?.items ?? {}))
const isDone = (m: FirstMeasure) => isMeasured(truck.value, haul.value, m)

/** An axle is one figure here; its wheels are under the weights. */
const AXLES = { 'Front axle, unladen': 'front', 'Rear axle, unladen': 'rear' } as const
const axleOf = (label: string) => AXLES[label as keyof typeof AXLES]
const valueOf = (label: string) =>
  axleOf(label) ? axleWeight(axleOf(label)) : fieldNamed(label).get(truck.value)
function type(label: string, value: number): void {
  if (axleOf(label)) setAxle(axleOf(label), value)
  else set(label, (t) => fieldNamed(label).put(t, value))
}
const limitsOf = (label: string) => (axleOf(label) ? { min: 1, max: 50_000 } : fieldNamed(label))

/** The load as one mass in the middle of the bed, until it is moved at Load. */
function carry(mass: number): void {
  job.edit('What it carries', (draft) => {
    const own = draft.hauls[job.haulId]!.items
    const [only] = items.value
    if (only) own[only[0]]!.mass = mass
    else own[`i${crypto.randomUUID().slice(0, 8)}`] = oneMass(truck.value, mass)
  })
}
const sides = computed(() => {
  const { figures } = job.derived!.stages.load
  return (['left', 'right'] as const).map((side) => figures[`${job.haulId}.${side}`])
})
const range = computed(() => {
  const doubt = job.derived!.stages.load.result.uncertainties[job.haulId]
  return doubt && showText(2 * Math.max(doubt.deviation.left, doubt.deviation.right), 'pressure', shop.units)
})
</script>

<template>
  <section class="sheet p-4" aria-label="Measure first">
    <p class="text-sm text-soft mb-2">
      Once round the truck with a tape and a scale ticket. What is not measured stays as the kind’s example
      has it: such figures have a broken edge.
    </p>
    <ol>
      <li
        v-for="(m, i) in measures"
        :key="m.id"
        class="border-t border-line py-2 flex flex-wrap sm:flex-nowrap gap-x-4 gap-y-1 items-start"
      >
        <div class="flex flex-col items-center">
          <TapePicture :at="m.id" />
          <span class="label" :class="{ 'text-petrol': isDone(m) }">{{
            isDone(m) ? '✓ measured' : 'still a guess'
          }}</span>
        </div>
        <div class="grow min-w-0">
          <h3>{{ i + 1 }} {{ m.title }}</h3>
          <p class="text-sm text-soft mb-1">{{ m.how }}</p>
          <div class="grid gap-3 grid-cols-[repeat(auto-fill,minmax(9.5rem,1fr))]">
            <NumField
              v-for="label in m.fields"
              :key="label"
              :label="label"
              :value="valueOf(label)"
              :quantity="axleOf(label) ? 'mass' : fieldNamed(label).quantity"
              :min="limitsOf(label).min"
              :max="limitsOf(label).max"
              :guess="isGuessed(truck, label)"
              @change="(v) => type(label, v)"
            />
            <template v-if="m.id === 'load' && haul">
              <NumField
                v-if="items.length < 2"
                label="Carried"
                :value="items[0]?.[1].mass ?? 0"
                quantity="mass"
                :min="0"
                :max="100000"
                @change="carry"
              />
              <NumField
                label="On the ball"
                :value="haul.ballLoad"
                quantity="mass"
                :min="0"
                :max="50000"
                @change="(v) => job.edit('Ball load', (d) => void (d.hauls[job.haulId]!.ballLoad = v))"
              />
            </template>
          </div>
        </div>
      </li>
    </ol>
    <p class="border-t border-line pt-2">
      “{{ haul?.label }}” wants <Fig :figure="sides[0]" /> left, <Fig :figure="sides[1]" /> right<template
        v-if="range"
        >, give or take <span class="figure">{{ range }}</span></template
      >.
      <NuxtLink :to="`/jobs/${job.id}/load`" class="underline touch">Say at Load what goes where</NuxtLink>
    </p>
  </section>
</template>
