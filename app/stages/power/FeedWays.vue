<script setup lang="ts">
import { feedWays, type FeedWay } from '#core/whatIf/feedWays'
import { showText } from '#core/quantity/units'
import { usePower } from './usePower'

/** Ways to feed a compressor far from the battery, side by side on request. */
const { job, shop } = usePower()
const ways = shallowRef<FeedWay[]>([])
const tried = shallowRef<unknown>(null)
/** True if the plan has changed since the ways were tried. */
const isOld = computed(() => tried.value !== null && tried.value !== job.plan)
function compare(): void {
  ways.value = feedWays(job.plan!)
  tried.value = job.plan
}
function take({ remedy }: FeedWay): void {
  job.applyRemedy(remedy!)
  compare()
}
</script>

<template>
  <section class="sheet p-4 text-sm" aria-label="Ways to feed it">
    <div class="flex flex-wrap gap-3 items-baseline">
      <h2>Ways to feed it</h2>
      <button type="button" class="button quiet no-print" @click="compare">
        {{ ways.length ? 'Compare again' : 'Compare' }}
      </button>
      <p v-if="isOld" class="label">Of the plan as it was before the last change.</p>
    </div>
    <table v-if="ways.length" class="w-full mt-2">
      <caption class="sr-only">
        Ways to feed the compressor
      </caption>
      <thead>
        <tr class="label text-left">
          <th scope="col">Way</th>
          <th scope="col" class="text-right pr-4">At the motor</th>
          <th scope="col" class="text-right pr-4">Copper</th>
          <th scope="col" class="text-right pr-4">Ends</th>
          <th scope="col" class="text-right pr-4">Stops and Fixes</th>
          <th scope="col" class="no-print"><span class="sr-only">Take it</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="way in ways" :key="way.label" class="border-t border-line">
          <th scope="row" class="py-1 text-left font-normal">{{ way.label }}</th>
          <td class="py-1 pr-4 text-right figure">{{ showText(way.volts, 'voltage', shop.units) }}</td>
          <td class="py-1 pr-4 text-right figure">{{ showText(way.copper, 'mass', shop.units, 1) }}</td>
          <td class="py-1 pr-4 text-right figure">{{ way.joints }}</td>
          <td class="py-1 pr-4 text-right figure">{{ way.wrong }}</td>
          <td class="py-1 no-print">
            <button v-if="way.remedy && !isOld" type="button" class="underline touch" @click="take(way)">
              Take it
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
