<script setup lang="ts">
import { WAY_IDS, type LevellingWay } from '#core/derive/threeWays'
import { showText, type Quantity } from '#core/quantity/units'
import type { WaysWorker } from '~/workers/ways'

/** Presets, a height valve and electronic levelling side by side, each put on this job and run. */
const shop = useShop()
const trials = useTrials<WaysWorker, LevellingWay>(
  () => new Worker(new URL('../../workers/ways.ts', import.meta.url), { type: 'module' }),
  async function* (hand, plan) {
    for (const id of WAY_IDS) yield await hand.one(plan, id)
  },
)
const { found: ways, running, isOld } = trials
const text = (value: number, quantity: Quantity) => showText(value, quantity, shop.units)
const orNever = (value: number | null) => (value === null ? 'never' : text(value, 'time'))
const week = ({ perWeek, seconds }: LevellingWay) =>
  perWeek !== null
    ? text(perWeek, 'time')
    : seconds === null
      ? 'never'
      : 'say at Air how often the load changes'
const ROWS: { label: string; show: (way: LevellingWay) => string }[] = [
  { label: 'A change takes', show: ({ seconds }) => orNever(seconds) },
  { label: 'In a week', show: week },
  { label: 'Free air for a change', show: ({ air }) => text(air, 'volume') },
  { label: 'Free air a km of rough road', show: ({ airPerKm }) => text(airPerKm, 'volume') },
  { label: 'Amps at most', show: ({ amps }) => text(amps, 'current') },
  { label: 'May stand off by', show: ({ off }) => text(off, 'length') },
  { label: 'Parts, lines', show: ({ parts, lines }) => `${parts}, ${lines}` },
  { label: 'When it fails', show: ({ fails }) => fails },
]
</script>

<template>
  <section class="sheet p-4" aria-label="Three ways">
    <div class="flex flex-wrap gap-3 items-center no-print">
      <TrialsBar :trials label="Put each on this job and run it" is-main />
    </div>
    <p v-if="!ways.length && !running" class="label mt-2">
      Not run yet: nothing is known of the ways this job does not have.
    </p>
    <div v-if="ways.length" class="overflow-x-auto mt-3" :class="{ 'opacity-60': isOld }">
      <table class="w-full text-sm">
        <caption class="sr-only">
          Presets, height valve and electronic levelling on this job
        </caption>
        <thead>
          <tr class="text-left align-bottom">
            <td />
            <th v-for="{ id, label, isOwn } in ways" :key="id" scope="col" class="pl-4 font-head">
              {{ label }}<span v-if="isOwn" class="label block">as planned</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="{ label, show } in ROWS" :key="label" class="border-t border-line align-top">
            <th scope="row" class="label text-left py-1.5">{{ label }}</th>
            <td v-for="way in ways" :key="way.id" class="figure pl-4 py-1.5">{{ show(way) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="label mt-2">
      Ways it does not have are put on with their usual parts. Presets: the mean of every change from one haul
      to another, run on the circuit. What levels itself: the heaviest haul put on, one rear corner, until it
      rests.
    </p>
  </section>
</template>
