<script setup lang="ts">
import type { MeasuredOn } from '#core/document/exchange'
import { allowanceOf } from '#core/lay/measured'
import { showText } from '#core/quantity/units'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { useLay } from './useLay'

/** The length each line was really cut to. The excess over the plan becomes the shop's allowance next time. */
const job = useJob()
const shop = useShop()
const { plan, stage, result, set } = useLay()
const runs = computed(() => [
  ...result.value.cuts,
  ...result.value.routes.filter(({ kind }) => kind !== 'air'),
])
const run = (metres: number) => showText(metres, 'run', shop.units)
const percent = (share: number) => showText(share, 'ratio', shop.units)
const write = (id: string, label: string, value: number) =>
  set(`Cut length of ${label}`, (lay) => {
    // A line that was cut before and now has another length was cut anew: its joints were opened.
    if (lay.cutTo[id] !== undefined) lay.recut[id] = new Date().toISOString()
    lay.cutTo[id] = value
  })
const forget = (id: string, label: string) =>
  set(`Cut length of ${label} as planned`, (lay) => Reflect.deleteProperty(lay.cutTo, id))

/** Results of other jobs on this kind of truck; null until they are loaded. */
const others = ref<MeasuredOn | null>(null)
const problem = ref('')
async function ask(): Promise<void> {
  problem.value = ''
  try {
    const { kind } = plan.value.truck
    others.value = await callApi<MeasuredOn>(`/api/shop/measured?kind=${kind}&without=${job.id}`)
  } catch {
    problem.value = 'What other jobs came out at could not be fetched.'
  }
}
watch(() => plan.value.truck.kind, ask, { immediate: true })
const proposed = computed(() => {
  const { value } = others
  if (!value || value.jobs === 0 || value.runs <= 0) return null
  return Math.round(allowanceOf(value) * 1000) / 1000
})
const take = () => set('Take the shop’s allowance', (lay) => void (lay.allowance = proposed.value!))
</script>

<template>
  <section class="sheet p-4" aria-label="Back from the truck">
    <h2 class="mb-1">Back from the truck</h2>
    <p class="label mb-2">
      Type what each line was really cut to. Fill times, leak volumes and the drop of the feed follow; a part
      that went elsewhere is moved at Places.
    </p>
    <p v-if="!runs.length" class="label">No line or wire to cut yet.</p>
    <table v-else v-cards class="w-full text-sm">
      <thead class="text-left">
        <tr class="border-b border-line">
          <th class="font-normal label py-1">Line or wire</th>
          <th class="font-normal label">Mark</th>
          <th class="font-normal label text-right pr-4">Planned</th>
          <th class="font-normal label">Cut to</th>
          <th class="font-normal label"><span class="sr-only">Taken back</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in runs" :key="r.id" class="border-b border-line">
          <th scope="row" class="py-1 text-left font-normal">{{ r.fromLabel }} → {{ r.toLabel }}</th>
          <td class="figure">{{ LINE_STYLES[r.path].letter }}</td>
          <td class="figure text-right pr-4">{{ run(r.planned) }}</td>
          <td class="w-36">
            <NumField
              :label="`${r.fromLabel} to ${r.toLabel}, cut to`"
              hide-label
              :value="plan.lay.cutTo[r.id] ?? null"
              quantity="run"
              :min="0.01"
              :max="100"
              @change="(v) => write(r.id, `${r.fromLabel} to ${r.toLabel}`, v)"
            />
          </td>
          <td>
            <button
              v-if="plan.lay.cutTo[r.id] !== undefined"
              type="button"
              class="underline touch"
              :aria-label="`${r.fromLabel} to ${r.toLabel} as planned`"
              @click="forget(r.id, `${r.fromLabel} to ${r.toLabel}`)"
            >
              as planned
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="result.measured" class="mt-3 text-sm">
      Here {{ result.measured.lines === 1 ? 'one line' : `${result.measured.lines} lines` }} came out
      <Fig :figure="stage.figures.measured" /> longer than their runs.
    </p>
    <p v-else class="mt-3 label">No line of this job is measured yet.</p>
    <p v-if="problem" class="mt-1 text-sm" role="alert">
      {{ problem }} <button type="button" class="underline touch" @click="ask">Ask again</button>
    </p>
    <p v-else-if="proposed === null" class="mt-1 label">
      No other job on this kind of truck has measured lines yet.
    </p>
    <p v-else class="mt-1 text-sm">
      Other jobs on this kind of truck: <span class="figure">{{ percent(proposed) }}</span> longer, from
      {{ others!.jobs === 1 ? 'one job' : `${others!.jobs} jobs` }} and
      {{ others!.lines === 1 ? 'one line' : `${others!.lines} lines` }}.
      <template v-if="plan.lay.allowance === proposed">It is in every run of this job.</template>
      <button v-else type="button" class="underline touch" @click="take">Add it to every run here</button>
    </p>
  </section>
</template>
