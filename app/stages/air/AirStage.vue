<script setup lang="ts">
import { ARCHETYPES } from '#core/air/circuit'
import { circuitPatches } from '#core/air/air'
import { BLOCKS, COMPRESSORS, SPRINGS, TUBES } from '#core/catalog/parts'
import type { Archetype, AirPlan } from '#core/plan/types'

const job = useJob()
const air = computed(() => job.plan!.air)
const stage = computed(() => job.derived!.stages.air)
const outlets = computed(() => stage.value.result.block?.outlets ?? 2)
const set = (label: string, change: (air: AirPlan) => void) => job.edit(label, draft => change(draft.air))
const choose = (archetype: Archetype) => job.applyRemedy({ label: ARCHETYPES.find(a => a.id === archetype)!.label, patches: circuitPatches(air.value, archetype) })
/** The list, with a class the catalogue does not know kept as it was stored. */
const options = (list: readonly { id: string, label: string }[], value: string) => [...list.map(c => ({ value: c.id, label: c.label })), ...(list.some(c => c.id === value) ? [] : [{ value, label: `${value} (not in the catalogue)` }])]
const springOptions = computed(() => options(SPRINGS.filter(s => s.fits.includes(job.plan!.truck.suspension.kind) || s.id === air.value.springClass), air.value.springClass))
const parts = computed(() => {
  const r = stage.value.result
  return Object.entries(air.value.components).map(([id, c]) => ({ id, label: c.label, class: { spring: r.spring?.label, compressor: r.compressor?.label, block: r.block?.label, handFill: 'Valve with core and cap', tee: `Push-to-connect tee for ${r.tube?.label ?? 'tube'}`, filter: 'Inlet filter on its hose', dryer: 'In-line dryer' }[c.kind] ?? '—' }))
})
const codes = computed(() => [...new Set(Object.values(air.value.lines).map(l => l.path))])
</script>

<template>
  <div class="space-y-3">
    <fieldset class="grid grid-cols-2 md:grid-cols-4 gap-2">
      <legend class="sr-only">Kind of system</legend>
      <label v-for="a in ARCHETYPES" :key="a.id" class="touch sheet p-2.5 flex gap-2 items-start has-checked:bg-chosen has-checked:border-petrol">
        <input type="radio" name="archetype" class="accent-petrol mt-1" :value="a.id" :checked="air.archetype === a.id" @change="choose(a.id)">
        <span><span class="font-head font-semibold leading-tight block">{{ a.label }}</span><span class="text-xs text-soft leading-tight block mt-0.5">{{ a.what }}</span></span>
      </label>
    </fieldset>
    <div class="sheet p-3">
      <CircuitPicture :air="air" :outlets="outlets" />
      <LineLegend :codes="codes" class="mt-1" />
    </div>
    <div class="sheet p-4 grid gap-3 sm:grid-cols-2">
      <PickField label="Springs" :value="air.springClass" :options="springOptions" @change="v => set('Choose springs', a => { a.springClass = v })" />
      <PickField label="Tube" :value="air.tubeClass" :options="options(TUBES, air.tubeClass)" @change="v => set('Choose tube', a => { a.tubeClass = v })" />
      <PickField v-if="stage.result.powered" label="Compressor" :value="air.compressorClass" :options="options(COMPRESSORS, air.compressorClass)" @change="v => set('Choose a compressor', a => { a.compressorClass = v })" />
      <PickField v-if="stage.result.powered" label="Valve block" :value="air.blockClass" :options="options(BLOCKS.filter(b => b.outlets === outlets || b.id === air.blockClass), air.blockClass)" @change="v => set('Choose a valve block', a => { a.blockClass = v })" />
    </div>
    <WhichSpring />
    <div class="grid gap-3 md:grid-cols-2">
      <div class="sheet p-4">
        <h2 class="mb-1">Up to level</h2>
        <table class="w-full text-sm">
          <tbody>
            <tr v-for="[id, haul] in job.hauls" :key="id" class="border-b border-line"><th scope="row" class="text-left font-normal py-1">{{ haul.label }}</th><td class="text-right py-1"><Fig v-if="stage.result.powered" :figure="stage.figures[`${id}.time`]" /><span v-else class="label">by hand</span></td></tr>
            <tr class="border-b border-line"><th scope="row" class="text-left font-normal py-1">Highest pressure needed</th><td class="text-right"><Fig :figure="stage.figures.highest" /></td></tr>
            <tr v-if="stage.result.powered"><th scope="row" class="text-left font-normal py-1">Motor current there</th><td class="text-right"><Fig :figure="stage.figures.current" /></td></tr>
          </tbody>
        </table>
        <p class="label mt-2">From the minimum, at 20 °C. The part’s own sheet rules over the class figures used here.</p>
      </div>
      <div class="sheet p-4">
        <h2 class="mb-1">Parts</h2>
        <ul class="text-sm"><li v-for="part in parts" :key="part.id" class="border-b border-line last:border-0 py-1 flex justify-between gap-3"><span>{{ part.label }}</span><span class="text-soft text-right">{{ part.class }}</span></li></ul>
      </div>
    </div>
  </div>
</template>
