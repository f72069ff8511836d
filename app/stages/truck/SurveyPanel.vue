<script setup lang="ts">
import { exampleTruck } from '#core/catalog/trucks'
import type { Truck } from '#core/document/types'
import { motionTolerances } from '#core/truck/survey'

/** How each important figure is known, and how well. An unknown one keeps the kind's example, and says so. */
const job = useJob()
const plan = computed(() => job.plan!.truck)
const stage = computed(() => job.derived!.stages.truck)
const set = (label: string, change: (truck: Truck) => void) => job.edit(label, (draft) => change(draft.truck))

const WEIGHT = [
  { value: 'scale', label: 'public scale' },
  { value: 'wheel-scales', label: 'wheel scales' },
  { value: 'guess', label: 'a guess, taken over' },
  { value: 'unknown', label: 'not weighed yet' },
]
const GAP = [
  { value: 'tape', label: 'tape' },
  { value: 'guess', label: 'a guess, taken over' },
  { value: 'unknown', label: 'not measured yet' },
]
const RATE = [
  { value: 'two-heights', label: 'two heights and a known load' },
  { value: 'sheet', label: 'the spring’s sheet' },
  { value: 'guess', label: 'a guess, taken over' },
  { value: 'unknown', label: 'not measured yet' },
]
const MOTION = [
  { value: 'tape', label: 'both travels taped' },
  { value: 'guess', label: 'a guess, taken over' },
  { value: 'unknown', label: 'not measured yet' },
]
const RATINGS = [
  { value: 'plate', label: 'the truck’s plate' },
  { value: 'guess', label: 'a guess, taken over' },
  { value: 'unknown', label: 'not read yet' },
]
interface Row {
  id: 'frontAxle' | 'rearAxle' | 'gap' | 'rearRate' | 'motion' | 'ratings'
  label: string
  options: typeof WEIGHT
  quantity: 'mass' | 'length' | 'ratio'
  figure: string
  example(t: Truck, from: Truck): void
}
const ROWS: Row[] = [
  {
    id: 'frontAxle',
    label: 'Front axle, unladen',
    options: WEIGHT,
    quantity: 'mass',
    figure: 'frontAxle',
    example: (t, from) => {
      Object.assign(t.unladen, { frontLeft: from.unladen.frontLeft, frontRight: from.unladen.frontRight })
    },
  },
  {
    id: 'rearAxle',
    label: 'Rear axle, unladen',
    options: WEIGHT,
    quantity: 'mass',
    figure: 'rearAxle',
    example: (t, from) => {
      Object.assign(t.unladen, { rearLeft: from.unladen.rearLeft, rearRight: from.unladen.rearRight })
    },
  },
  {
    id: 'gap',
    label: 'Seat gap',
    options: GAP,
    quantity: 'length',
    figure: 'springHeight',
    example: (t, from) => {
      t.seatGap = from.seatGap
    },
  },
  {
    id: 'rearRate',
    label: 'Rear rate, a side',
    options: RATE,
    quantity: 'ratio',
    figure: 'rearRate',
    example: (t, from) => {
      t.suspension.rearRate = from.suspension.rearRate
    },
  },
  {
    id: 'motion',
    label: 'Motion ratio',
    options: MOTION,
    quantity: 'ratio',
    figure: 'motionRatio',
    example: (t, from) => {
      t.suspension.motionRatio = from.suspension.motionRatio
    },
  },
  {
    id: 'ratings',
    label: 'Ratings of axles and hitch',
    options: RATINGS,
    quantity: 'mass',
    figure: 'rearRating',
    example: (t, from) => {
      const { frontAxle, rearAxle, gross, combination, ball, bedHitch } = from.ratings
      Object.assign(t.ratings, { frontAxle, rearAxle, gross, combination, ball, bedHitch })
    },
  },
]
/** Marks that refer to how a figure is known. */
const SUBJECTS: Partial<Record<Row['id'], string>> = {
  rearRate: 'rearRate rate',
  motion: 'motion',
  ratings: 'ratings',
}
/** Choosing “unknown” restores the kind's example, so that no half-guessed figure replaces it. */
function how(row: Row, value: string): void {
  set(`${row.label}: ${row.options.find((o) => o.value === value)!.label}`, (t) => {
    t.survey[row.id] = { how: value as never, tolerance: null }
    if (value === 'unknown') row.example(t, exampleTruck(t.kind))
  })
}
/**
 * The ± of each figure. A road trial cannot separate the motion ratio from the spring's area, so its ± is the
 * survey's.
 */
const doubt = computed(() => ({
  ...stage.value.result.facts.tolerances,
  motion: motionTolerances(plan.value.survey.motion, plan.value.suspension).motion,
}))
const SQUAT = [
  ['load', 'Known load on the rear axle', 'mass'],
  ['beforeLeft', 'Lip left, before', 'length'],
  ['beforeRight', 'Lip right, before', 'length'],
  ['afterLeft', 'Lip left, with the load', 'length'],
  ['afterRight', 'Lip right, with the load', 'length'],
] as const
</script>

<template>
  <section class="sheet p-4" aria-label="What was measured and how">
    <h2 class="mb-1">What was measured, and how</h2>
    <div class="relative overflow-x-auto">
      <table v-cards class="w-full text-sm min-w-[520px]">
        <thead>
          <tr class="label text-left">
            <th class="font-normal" scope="col">Figure</th>
            <th class="font-normal text-right pr-3" scope="col">Reads</th>
            <th class="font-normal" scope="col">Known by</th>
            <th class="font-normal w-32" scope="col">Within ±</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in ROWS" :key="row.id" class="border-t border-line" :data-subject="SUBJECTS[row.id]">
            <th scope="row" class="text-left font-normal py-1">{{ row.label }}</th>
            <td class="text-right pr-3 whitespace-nowrap">
              <Fig v-if="row.id !== 'gap'" :figure="stage.figures[row.figure]" /><FigText
                v-else
                :value="stage.result.truck.seatGap.unladen"
                quantity="length"
              />
            </td>
            <td class="pr-3">
              <PickField
                hide-label
                :label="`${row.label}: known by`"
                :value="plan.survey[row.id].how"
                :options="row.options"
                @change="(v) => how(row, v)"
              />
            </td>
            <td>
              <NumField
                v-if="row.id !== 'ratings'"
                hide-label
                :label="`${row.label}: within`"
                :value="doubt[row.id]"
                :quantity="row.quantity"
                :digits="row.quantity === 'ratio' ? 0 : undefined"
                :min="0"
                :max="row.quantity === 'mass' ? 1000 : row.quantity === 'length' ? 0.2 : 0.9"
                @change="(v) => set(`${row.label}: within`, (t) => void (t.survey[row.id].tolerance = v))"
              />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="text-sm mt-2 max-w-prose">
      To find the motion ratio, tape the seat gap and the fender lip twice: once with the axle hanging, once
      with a load aboard. Divide the change of the gap by the change of the lip. Type it under Frame and
      springs.
    </p>
    <div v-if="plan.survey.rearRate.how === 'two-heights'" class="mt-3">
      <h3 class="text-sm">Two heights: load it with something weighed, and tape the lips before and after</h3>
      <div class="grid grid-cols-2 md:grid-cols-5 gap-3 mt-1">
        <NumField
          v-for="[key, label, quantity] in SQUAT"
          :key="key"
          :label="label"
          :value="plan.survey.squat[key]"
          :quantity="quantity"
          :min="0"
          :max="quantity === 'mass' ? 100000 : 3"
          @change="(v) => set(label, (t) => void (t.survey.squat[key] = v))"
        />
      </div>
    </div>
  </section>
</template>
