<script setup lang="ts">
import { wrap } from 'comlink'
import { WAY_IDS, type LevellingWay } from '#core/derive/threeWays'
import { showText, type Quantity } from '#core/quantity/units'
import type { WaysWorker } from '~/workers/ways'

/** Presets, a height valve and electronic levelling side by side, each put on this job and run. */
const job = useJob()
const shop = useShop()
const ways = shallowRef<LevellingWay[]>([])
const of = shallowRef<unknown>(null)
const running = ref(false)
const problem = ref('')
let worker: Worker | null = null
function stop(): void {
  worker?.terminate()
  worker = null
  running.value = false
}
onScopeDispose(stop)
async function start(): Promise<void> {
  stop()
  ways.value = []
  problem.value = ''
  running.value = true
  const mine = new Worker(new URL('../../workers/ways.ts', import.meta.url), { type: 'module' })
  worker = mine
  // One hand for all calls: a hand that is let go of lets go of its worker.
  const hand = wrap<WaysWorker>(mine)
  const { plan } = job
  of.value = plan
  try {
    for (const id of WAY_IDS) {
      const found = await hand.one(JSON.parse(JSON.stringify(plan)), id)
      if (worker !== mine) return
      if (found) ways.value = [...ways.value, found]
    }
  } catch {
    if (worker === mine) problem.value = 'The runs came to an end before their time. Try again.'
  }
  if (worker === mine) stop()
}
const isOld = computed(() => ways.value.length > 0 && of.value !== job.plan)
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
      <button type="button" class="button" :disabled="running" @click="start">
        {{ running ? 'Running …' : 'Put each on this job and run it' }}
      </button>
      <button v-if="running" type="button" class="button quiet" @click="stop">Stop</button>
      <p v-if="isOld" class="text-sm text-brick" role="alert">The plan has changed since: run them again.</p>
      <p v-if="problem" class="text-sm text-brick" role="alert">{{ problem }}</p>
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
