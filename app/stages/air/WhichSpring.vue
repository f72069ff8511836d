<script setup lang="ts">
import { isLoaded } from '#core/load/masses'
import { showText, type Quantity } from '#core/quantity/units'
import type { SpringTrial } from '#core/load/types'

/** Tries every class on all hauls and on the fit, and proposes the smallest that is enough. */
const job = useJob()
const shop = useShop()
const trials = computed(() => job.derived!.stages.load.result.trials())
const all = ref(false)
const shown = computed(() =>
  all.value ? trials.value : trials.value.filter((t, i) => i < 6 || t.id === job.plan!.air.springClass),
)
const loaded = computed(() => job.hauls.some(([, h]) => isLoaded(h)))
function reason(trial: SpringTrial): string {
  const out = trial.ruledOut
  if (!out)
    return `does it all${trial.littleInHand ? ', but with less in hand than a gauge’s 5 %' : ''}${trial.strap ? '; wants a droop strap' : ''}${trial.clearance?.near ? `; comes within ${showText(trial.clearance.value, 'length', shop.units)} of the ${trial.clearance.on}` : ''}`
  return out.value === null
    ? out.why
    : `${out.why}: ${showText(out.value, out.quantity, shop.units)}${out.limit === null ? '' : ` against ${showText(out.limit, out.quantity, shop.units)}`}`
}
const choose = (trial: SpringTrial) =>
  job.edit(`Choose ${trial.label}`, (draft) => {
    draft.air.springClass = trial.id
    draft.air.sheet = null
  })

/** Two classes side by side: the chosen and the proposed one until others are picked. */
const pair = ref<[string, string] | null>(null)
const comparing = computed(() =>
  (pair.value ?? []).map((id) => trials.value.find((t) => t.id === id)).filter((t) => t !== undefined),
)
function compare(): void {
  const other =
    trials.value.find((t) => t.proposed && t.id !== job.plan!.air.springClass) ??
    trials.value.find((t) => !t.ruledOut && t.id !== job.plan!.air.springClass) ??
    trials.value.find((t) => t.id !== job.plan!.air.springClass)!
  pair.value = pair.value ? null : [job.plan!.air.springClass, other.id]
}
const options = computed(() => trials.value.map((t) => ({ value: t.id, label: t.label })))
interface Row {
  label: string
  of(t: SpringTrial): string
}
const text = (value: number | null | undefined, quantity: Quantity, digits?: number) =>
  value == null ? '—' : showText(value, quantity, shop.units, digits)
const rows = computed<Row[]>(() => [
  { label: 'Verdict', of: reason },
  { label: 'Stands, unladen', of: (t) => text(t.height, 'length') },
  { label: 'Works between', of: (t) => `${text(t.range.low, 'length')} and ${text(t.range.high, 'length')}` },
  {
    label: 'Least clearance',
    of: (t) => (t.clearance ? `${text(t.clearance.value, 'length')}, ${t.clearance.on}` : '—'),
  },
  { label: 'One spring carries', of: (t) => text(t.maxLoad, 'mass') },
  ...job.hauls.map(([, h], i): Row => ({
    label: h.label,
    of: (t) =>
      t.hauls[i]
        ? `${text(t.hauls[i].left, 'pressure')} left, ${text(t.hauls[i].right, 'pressure')} right`
        : '—',
  })),
  { label: 'In hand at the highest', of: (t) => (t.hauls.length ? text(t.inHand, 'ratio', 0) : '—') },
  { label: 'Ride rate, heaviest haul', of: (t) => text(t.ride?.rate, 'springRate') },
  { label: 'Ride frequency', of: (t) => text(t.ride?.frequency, 'frequency') },
  { label: 'Steel still carries', of: (t) => text(t.ride?.steelShare, 'ratio', 0) },
])
</script>

<template>
  <section class="sheet p-4" aria-label="Which spring">
    <h2 class="mb-1">Which spring</h2>
    <ScrollTable class="min-w-[560px]">
      <thead>
        <tr class="label text-left">
          <th class="font-normal" scope="col">Class</th>
          <th class="font-normal text-right" scope="col">Highest</th>
          <th class="font-normal text-right" scope="col">In hand</th>
          <th class="font-normal pl-4" scope="col">On all hauls</th>
          <th><span class="sr-only">Choose</span></th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="t in shown"
          :key="t.id"
          class="border-t border-line align-baseline"
          :class="{ 'bg-chosen': t.id === job.plan!.air.springClass }"
        >
          <th scope="row" class="text-left font-normal py-1">
            {{ t.label }}
            <strong v-if="t.proposed && loaded" class="text-petrol whitespace-nowrap">proposed</strong>
          </th>
          <td class="figure text-right whitespace-nowrap">
            {{ t.highest ? showText(t.highest, 'pressure', shop.units) : '—' }}
          </td>
          <td class="figure text-right whitespace-nowrap">
            {{ t.ruledOut ? '—' : showText(t.inHand, 'ratio', shop.units, 0) }}
          </td>
          <td class="pl-4" :class="t.ruledOut ? 'text-brick' : 'text-soft'">{{ reason(t) }}</td>
          <td class="text-right">
            <span v-if="t.id === job.plan!.air.springClass" class="label">chosen</span
            ><button
              v-else-if="!t.ruledOut"
              type="button"
              class="underline touch min-h-[24px]"
              :aria-label="`Choose ${t.label}`"
              @click="choose(t)"
            >
              choose
            </button>
          </td>
        </tr>
      </tbody>
    </ScrollTable>
    <button type="button" class="underline text-sm mt-2 mr-4 touch" @click="all = !all">
      {{ all ? 'Fewer' : `All ${trials.length} classes` }}
    </button>
    <button
      type="button"
      class="underline text-sm mt-2 touch"
      :aria-expanded="pair !== null"
      @click="compare"
    >
      {{ pair ? 'Close the comparison' : 'Compare two' }}
    </button>
    <div v-if="pair" class="relative overflow-x-auto mt-2">
      <table class="w-full text-sm min-w-[520px]" aria-label="Two springs side by side">
        <thead>
          <tr>
            <th scope="col"><span class="sr-only">Figure</span></th>
            <th v-for="(id, i) in pair" :key="i" scope="col" class="font-normal text-left pb-1 pl-3">
              <PickField
                hide-label
                :label="i === 0 ? 'First spring' : 'Second spring'"
                :value="id"
                :options="options"
                @change="(v) => void (pair = i === 0 ? [v, pair![1]] : [pair![0], v])"
              />
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.label" class="border-t border-line align-baseline">
            <th scope="row" class="text-left font-normal py-0.5 label">{{ row.label }}</th>
            <td
              v-for="(t, i) in comparing"
              :key="i"
              class="pl-3"
              :class="[row.label === 'Verdict' ? (t.ruledOut ? 'text-brick' : 'text-soft') : 'figure']"
            >
              {{ row.of(t) }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="label mt-1">
      Height range across the gap, then the pressure every haul asks. Classes are typical; the spring’s own
      sheet rules.
    </p>
  </section>
</template>
