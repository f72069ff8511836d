<script setup lang="ts">
import { showText } from '#core/quantity/units'
import type { SpringTrial } from '#core/load/whichSpring'

/** Every class tried on all hauls and the fit; the smallest that does it all is proposed. */
const job = useJob()
const shop = useShop()
const trials = computed(() => job.derived!.stages.load.result.trials)
const all = ref(false)
const shown = computed(() => (all.value ? trials.value : trials.value.filter((t, i) => i < 6 || t.id === job.plan!.air.springClass)))
const loaded = computed(() => job.hauls.some(([, h]) => Object.keys(h.items).length > 0 || h.ballLoad !== 0))
function reason(trial: SpringTrial): string {
  const out = trial.ruledOut
  if (!out) return `does it all${trial.tight ? ', but with less in hand than a gauge’s 5 %' : ''}${trial.strap ? '; wants a droop strap' : ''}`
  return out.value === null ? out.why : `${out.why}: ${showText(out.value, out.quantity, shop.units)}${out.limit === null ? '' : ` against ${showText(out.limit, out.quantity, shop.units)}`}`
}
const choose = (trial: SpringTrial) => job.edit(`Choose ${trial.label}`, (draft) => { draft.air.springClass = trial.id })
</script>

<template>
  <section class="sheet p-4" aria-label="Which spring">
    <h2 class="mb-1">Which spring</h2>
    <div class="relative overflow-x-auto">
      <table class="w-full text-sm min-w-[560px]">
        <thead><tr class="label text-left"><th class="font-normal" scope="col">Class</th><th class="font-normal text-right" scope="col">Highest</th><th class="font-normal text-right" scope="col">In hand</th><th class="font-normal pl-4" scope="col">On all hauls</th><th><span class="sr-only">Choose</span></th></tr></thead>
        <tbody>
          <tr v-for="t in shown" :key="t.id" class="border-t border-line align-baseline" :class="{ 'bg-chosen': t.id === job.plan!.air.springClass }">
            <th scope="row" class="text-left font-normal py-1">{{ t.label }} <strong v-if="t.proposed && loaded" class="text-petrol whitespace-nowrap">proposed</strong></th>
            <td class="figure text-right whitespace-nowrap">{{ t.highest ? showText(t.highest, 'pressure', shop.units) : '—' }}</td>
            <td class="figure text-right whitespace-nowrap">{{ t.ruledOut ? '—' : showText(t.inHand, 'ratio', shop.units, 0) }}</td>
            <td class="pl-4" :class="t.ruledOut ? 'text-brick' : 'text-soft'">{{ reason(t) }}</td>
            <td class="text-right"><span v-if="t.id === job.plan!.air.springClass" class="label">chosen</span><button v-else-if="!t.ruledOut" type="button" class="underline touch min-h-[24px]" :aria-label="`Choose ${t.label}`" @click="choose(t)">choose</button></td>
          </tr>
        </tbody>
      </table>
    </div>
    <button type="button" class="underline text-sm mt-2 touch" @click="all = !all">{{ all ? 'Fewer' : `All ${trials.length} classes` }}</button>
    <p class="label mt-1">Height range across the gap, then the pressure every haul asks. Classes are typical; the spring’s own sheet rules.</p>
  </section>
</template>
