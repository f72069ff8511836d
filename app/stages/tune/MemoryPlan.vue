<script setup lang="ts">
import { showText } from '#core/quantity/units'

/** Hauls on the memories of the control: how many are needed, which share one, and what each then lacks. */
const job = useJob()
const shop = useShop()
const tune = computed(() => job.plan!.tune)
const stage = computed(() => job.derived!.stages.tune)
const shared = computed(() => stage.value.result.shared)
const hauls = computed(() =>
  job.hauls.flatMap(([id, { label }]) => {
    const has = shared.value?.byHaul[id]
    return has ? [{ id, label, has }] : []
  }),
)
const figure = (id: string) => stage.value.figures[id]
/** Stores the pressures of the memories for every haul. */
function share(): void {
  job.edit('Share the memories', (d) => {
    for (const { id, has } of hauls.value) d.tune.presets[id] = { ...has.preset }
  })
}
</script>

<template>
  <section class="sheet p-4" aria-label="Memories" data-subject="memories">
    <div class="grid gap-3 grid-cols-2 md:grid-cols-4 items-end">
      <NumField
        label="Memories of the control"
        :value="tune.memories"
        quantity="count"
        :min="1"
        :max="40"
        @change="(v) => job.edit('Memories', (d) => void (d.tune.memories = Math.round(v)))"
      />
      <NumField
        label="May stand off by"
        :value="tune.heightTolerance"
        quantity="length"
        :min="0.001"
        :max="0.2"
        @change="(v) => job.edit('How far it may stand off', (d) => void (d.tune.heightTolerance = v))"
      />
      <p class="text-sm col-span-2">
        Within that <Fig :figure="stage.figures.memories" />
        {{ shared?.needed === 1 ? 'memory serves' : 'memories serve' }} every haul.
      </p>
    </div>
    <div class="overflow-x-auto mt-3">
      <table class="w-full text-sm">
        <caption class="sr-only">
          Hauls on memories
        </caption>
        <thead>
          <tr class="label text-left">
            <th scope="col">Haul</th>
            <th scope="col" class="text-right pr-4">Memory</th>
            <th scope="col" class="text-right pr-4">Left</th>
            <th scope="col" class="text-right pr-4">Right</th>
            <th scope="col" class="text-right pr-4">Stands off</th>
            <th scope="col" class="text-right">Lamps</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ id, label, has } in hauls" :key="id" class="border-t border-line">
            <th scope="row" class="py-1 text-left font-normal">{{ label }}</th>
            <td class="py-1 pr-4 text-right figure">{{ has.memory + 1 }}</td>
            <td class="py-1 pr-4 text-right figure">
              {{ showText(has.preset.left, 'pressure', shop.units) }}
            </td>
            <td class="py-1 pr-4 text-right figure">
              {{ showText(has.preset.right, 'pressure', shop.units) }}
            </td>
            <td class="py-1 pr-4 text-right"><Fig :figure="figure(`${id}.shared`)" /></td>
            <td class="py-1 text-right"><Fig :figure="figure(`${id}.sharedLamp`)" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <button type="button" class="button quiet mt-3 no-print" @click="share">Store these pressures</button>
    <p class="label mt-2">
      The best there is for so many memories: no other way leaves the worst haul nearer to what it asks.
    </p>
  </section>
  <PresetMoves />
</template>
