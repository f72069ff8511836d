<script setup lang="ts">
import { takeTry, type LevelTried, type LevelTry } from '#core/whatIf/levelSweep'
import { triedFigures } from '#core/whatIf/trialFigures'
import { fromSi, showText, unitFor, type Quantity } from '#core/quantity/units'
import type { Cloud } from '~/pictures/ScatterChart.vue'

/**
 * Results of trying settings of a valve or controller: a map of time to level against hunting, and the best to
 * take.
 */
const { tried, isOld } = defineProps<{ tried: readonly LevelTried[]; isOld: boolean }>()
const job = useJob()
const shop = useShop()
const ScatterChart = laterComponent(() => import('~/pictures/ScatterChart.vue'))
const text = (value: number, quantity: Quantity) =>
  showText(value, quantity, shop.units, quantity === 'time' ? 1 : undefined)
/** The columns that describe a try. */
const settings = (of: LevelTry): [string, number, Quantity][] =>
  'arm' in of
    ? [
        ['Arm', of.arm, 'length'],
        ['Link', of.link, 'length'],
        ['Lag', of.delay, 'time'],
      ]
    : [
        ['Filter', of.filter, 'time'],
        ['Band', of.band, 'length'],
        ['Wait', of.wait, 'time'],
      ]
const heads = computed(() => (tried[0] ? settings(tried[0].of).map(([head]) => head) : []))
const name = (of: LevelTry) =>
  settings(of)
    .map(([head, value, quantity]) => `${head.toLowerCase()} ${text(value, quantity)}`)
    .join(', ')
const unit = computed(() => unitFor('length', shop.units))
const clouds = computed<Cloud[]>(() => {
  const level = tried.filter(({ levelAt }) => levelAt !== null)
  const cloud = (label: string, colour: string, shape: Cloud['shape'], of: readonly LevelTried[]): Cloud => ({
    label,
    colour,
    shape,
    points: of.map((t) => ({ x: t.levelAt!, y: fromSi(t.hunts, unit.value), size: 5, name: name(t.of) })),
  })
  return [
    cloud(
      'rests',
      '--petrol',
      'circle',
      level.filter(({ hunts }) => hunts === 0),
    ),
    cloud(
      'hunts',
      '--brick',
      'triangle',
      level.filter(({ hunts }) => hunts > 0),
    ),
  ]
})
const take = (of: LevelTry) => job.edit('What it levels with', (draft) => takeTry(draft, of))
</script>

<template>
  <div class="mt-3">
    <ScatterChart
      :clouds="clouds"
      across="s until it is level for good"
      :up="`${unit.symbol} it hunts each way`"
      label="Every setting tried: how quickly it is level, and how far it hunts"
    />
    <div class="overflow-x-auto mt-3">
      <table class="text-sm w-full">
        <caption class="label text-left">
          Best first: none that hunts, then those that come level, then the least air. Levers that come into
          one line or past the valve’s stops are left out.
        </caption>
        <thead>
          <tr class="label text-left">
            <th v-for="head in heads" :key="head" scope="col" class="text-right pr-4">{{ head }}</th>
            <th scope="col" class="text-right pr-4">Level after</th>
            <th scope="col" class="text-right pr-4">Off</th>
            <th scope="col">Hunts</th>
            <th scope="col" class="text-right pr-4">Free air a km, rough</th>
            <th scope="col"><span class="sr-only">Take it</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in tried.slice(0, 8)" :key="name(row.of)" class="border-t border-line">
            <td
              v-for="[head, value, quantity] in settings(row.of)"
              :key="head"
              class="py-1 pr-4 text-right figure"
            >
              {{ text(value, quantity) }}
            </td>
            <td class="py-1 pr-4 text-right">
              <template v-if="row.levelAt === null">never</template>
              <Fig v-else :figure="triedFigures(row).levelAt" />
            </td>
            <td class="py-1 pr-4 text-right"><Fig :figure="triedFigures(row).off" /></td>
            <td class="py-1">
              <template v-if="row.hunts > 0"
                ><Fig :figure="triedFigures(row).hunts" /> in
                <Fig :figure="triedFigures(row).huntsEvery" /></template
              ><template v-else>no</template>
            </td>
            <td class="py-1 pr-4 text-right"><Fig :figure="triedFigures(row).airPerKm" /></td>
            <td class="py-1 no-print">
              <button type="button" class="underline touch" @click="take(row.of)">Take it</button>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <p v-if="isOld" class="label">Of the plan as it was before the last change.</p>
  </div>
</template>
