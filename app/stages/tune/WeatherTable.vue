<script setup lang="ts">
import type { TuneWeather } from '#core/document/types'
import type { Quantity } from '#core/quantity/units'
import { HOLDS } from '#core/tune/held'

/** Presets set in the shop, and what gauge and truck then show in the cold, in the heat and over a pass. */
const job = useJob()
const tune = computed(() => job.plan!.tune)
const stage = computed(() => job.derived!.stages.tune)
const hauls = computed(() => job.hauls.filter(([id]) => stage.value.result.elsewhere[id]))
const figure = (id: string) => stage.value.figures[id]
const FIELDS: { id: keyof TuneWeather; label: string; quantity: Quantity; min: number; max: number }[] = [
  { id: 'shop', label: 'Set at', quantity: 'temperature', min: 230, max: 330 },
  { id: 'cold', label: 'Coldest it stands', quantity: 'temperature', min: 210, max: 330 },
  { id: 'hot', label: 'Hottest it runs', quantity: 'temperature', min: 230, max: 380 },
  { id: 'pass', label: 'Highest pass', quantity: 'run', min: 0, max: 6000 },
]
const set = (id: keyof TuneWeather, label: string, value: number) =>
  job.edit(label, (d) => void (d.tune.weather[id] = value))
</script>

<template>
  <section class="sheet p-4" aria-label="Set here, reads there">
    <div class="grid gap-3 grid-cols-2 md:grid-cols-4">
      <NumField
        v-for="field in FIELDS"
        :key="field.id"
        :label="field.label"
        :value="tune.weather[field.id]"
        :quantity="field.quantity"
        :min="field.min"
        :max="field.max"
        @change="(v) => set(field.id, field.label, v)"
      />
    </div>
    <div class="overflow-x-auto mt-3">
      <table class="w-full text-sm">
        <caption class="sr-only">
          What the gauge reads elsewhere
        </caption>
        <thead>
          <tr class="label text-left">
            <th scope="col">Haul</th>
            <th scope="col" class="text-right pr-4">Set, left</th>
            <th scope="col" class="text-right pr-4">Set, right</th>
            <th scope="col" class="text-right pr-4">In the cold</th>
            <th scope="col" class="text-right pr-4">sinks by</th>
            <th scope="col" class="text-right pr-4">In the heat</th>
            <th scope="col" class="text-right pr-4">Over the pass</th>
            <th scope="col" class="text-right pr-4">In a week</th>
            <th scope="col" class="text-right pr-4">Minimum after</th>
            <th scope="col" class="text-right pr-4">Own error</th>
            <th scope="col" class="text-right">Lamps</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[id, { label }] in hauls" :key="id" class="border-t border-line">
            <th scope="row" class="py-1 text-left font-normal">{{ label }}</th>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.left`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.right`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.cold`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.sinks`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.hot`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.pass`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.leakSinks`)" /></td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.holds`)" /></td>
            <td class="py-1 pr-4 text-right">± <Fig :figure="figure(`${id}.error`)" /></td>
            <td class="py-1 text-right">± <Fig :figure="figure(`${id}.errorLamp`)" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="label mt-2">
      No air in or out, but in the columns “In a week” and “Minimum after”: there each side loses what still
      counts as tight, standing at the coldest; a control that keeps a minimum fills up at the next turn of
      the key. A bag bears its load, so its gauge moves little and the truck sinks or rises; held at one
      height, or off the truck, the gauge would move far more. Cold tells of the lower side, heat and pass of
      the higher.
      {{ HOLDS[stage.result.heldBy] }}
    </p>
  </section>
</template>
