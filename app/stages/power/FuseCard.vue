<script setup lang="ts">
import { guardCurves, shortBehind } from '#core/power/guards'
import { fuseTable } from '#core/power/tables'
import { showText } from '#core/quantity/units'
import type { ChartLine } from '~/pictures/LineChart.vue'
import { usePower } from './usePower'

const LineChart = laterComponent(() => import('~/pictures/LineChart.vue'))

/** Guards: the card for the lid, and one guard against its wire, the motor's inrush and a dead short. */
const { shop, screen, result } = usePower()
const guards = computed(() => result.value.guards)
const picked = ref('fuse')
const guard = computed(() => guards.value.find(({ id }) => id === picked.value) ?? guards.value[0])
const behind = computed(() => result.value.rows.filter((row) => row.guard?.id === guard.value?.id))
const thinnest = computed(() => [...behind.value].sort((a, b) => a.area - b.area)[0])
const short = computed(() => thinnest.value && shortBehind(result.value.wiring, thinnest.value.id))
const lines = computed<ChartLine[]>(() => {
  if (!guard.value || !thinnest.value) return []
  const { inrush, inrushTime, continuous } = result.value
  const motor = guard.value.id === 'fuse' ? { inrush, inrushTime, running: continuous } : null
  const curves = guardCurves(guard.value.rating, thinnest.value.area, motor)
  return [
    { label: 'fuse, least', colour: '--blue', dash: [8, 4], data: curves.least },
    { label: 'fuse, opens by', colour: '--blue', data: curves.most },
    { label: `${thinnest.value.mark} bears`, colour: '--brick', data: curves.wire },
    ...(motor ? [{ label: 'motor', colour: '--ochre', dash: [3, 3], data: curves.motor }] : []),
    ...(short.value
      ? [
          {
            label: 'dead short',
            colour: '--ink',
            dash: [2, 3],
            data: [0.01, 1000].map((y) => ({ x: short.value!.amps, y })),
          },
        ]
      : []),
  ]
})
const files = [{ label: 'Card as CSV', save: () => saveTable('fuse-card', fuseTable(guards.value)) }]
/** Times shorter than a blink are shown as such. */
const seconds = (value: number) =>
  value < 10 ? `${value.toFixed(2)} s` : showText(value, 'time', shop.units)
const amps = (value: number) => showText(value, 'current', shop.units)
</script>

<template>
  <section class="sheet p-4" aria-label="Fuses">
    <table class="w-full text-sm">
      <caption class="sr-only">
        Card for the lid
      </caption>
      <thead>
        <tr class="label text-left">
          <th scope="col">Guard</th>
          <th scope="col" class="text-right pr-4">Rated</th>
          <th scope="col" class="text-right pr-4">Carries</th>
          <th scope="col">Feeds</th>
          <th scope="col">Guards</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in guards" :key="row.id" class="border-t border-line align-top">
          <th scope="row" class="py-1 text-left font-normal">
            <button type="button" class="underline touch text-left" @click="screen.subject = row.id">
              {{ row.label }}
            </button>
          </th>
          <td class="py-1 pr-4 text-right figure whitespace-nowrap">{{ amps(row.rating) }}</td>
          <td class="py-1 pr-4 text-right figure whitespace-nowrap">{{ amps(row.amps) }}</td>
          <td class="py-1 pr-4">{{ row.feeds.join(', ') || 'nothing of this set' }}</td>
          <td class="py-1">{{ row.wires.join(' ') }}</td>
        </tr>
      </tbody>
    </table>
    <SaveLinks :files />
    <div class="grid gap-3 md:grid-cols-[14rem_1fr] mt-3 items-start">
      <div>
        <PickField
          label="Drawn"
          :value="guard?.id ?? ''"
          :options="guards.map(({ id, label }) => ({ value: id, label }))"
          @change="(v) => void (picked = v)"
        />
        <p v-if="short && thinnest" class="text-sm mt-2">
          A dead short at the end of {{ thinnest.mark }} draws
          <span class="figure">{{ amps(short.amps) }}</span>: the fuse opens by
          <span class="figure">{{ seconds(short.opensBy) }}</span>, the copper bears it for
          <span class="figure">{{ seconds(short.bears) }}</span>.
        </p>
      </div>
      <!-- The chart's height, kept for it until it is there. -->
      <div v-if="lines.length" class="min-h-64">
        <LineChart
          :lines="lines"
          across="A"
          up="s"
          logarithmic
          label="Fuse, wire and motor: seconds over amps, both logarithmic"
        />
      </div>
    </div>
    <p class="label mt-2">
      Fuse band after ISO 8820-3 (memory); copper from 105 °C by I²t = (k·S)², k 88 (IEC 60364-5-54), good for
      some seconds; breakers and links are drawn as a fuse of their rating: their own sheet rules.
    </p>
  </section>
</template>
