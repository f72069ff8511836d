<script setup lang="ts">
import { wrap } from 'comlink'
import type { PresetMove } from '#core/derive/presetMoves'
import { showText, type Quantity } from '#core/quantity/units'
import type { MovesWorker } from '~/workers/moves'

/** From every preset to every other: how long, how much air, and the amps it takes, run on this job's circuit. */
const job = useJob()
const shop = useShop()
const moves = shallowRef<PresetMove[] | null>(null)
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
  problem.value = ''
  running.value = true
  const mine = new Worker(new URL('../../workers/moves.ts', import.meta.url), { type: 'module' })
  worker = mine
  const hand = wrap<MovesWorker>(mine)
  const { plan } = job
  try {
    const found = await hand.run(JSON.parse(JSON.stringify(plan)))
    if (worker !== mine) return
    moves.value = found
    of.value = plan
  } catch {
    if (worker === mine) problem.value = 'The runs came to an end before their time. Try again.'
  }
  if (worker === mine) stop()
}
const isOld = computed(() => moves.value !== null && of.value !== job.plan)
const ids = computed(() => [...new Set(moves.value?.map(({ from }) => from))])
const label = (id: string) => job.plan!.hauls[id]?.label ?? id
const move = (from: string, to: string) => moves.value?.find((m) => m.from === from && m.to === to)
const text = (value: number, quantity: Quantity) => showText(value, quantity, shop.units)
</script>

<template>
  <section class="sheet p-4 mt-3" aria-label="From one preset to another">
    <div class="flex flex-wrap gap-3 items-center no-print">
      <button type="button" class="button quiet" :disabled="running" @click="start">
        {{ running ? 'Running …' : 'Run every way from one preset to another' }}
      </button>
      <button v-if="running" type="button" class="button quiet" @click="stop">Stop</button>
      <p v-if="isOld" class="text-sm text-brick" role="alert">The plan has changed since: run them again.</p>
      <p v-if="problem" class="text-sm text-brick" role="alert">{{ problem }}</p>
    </div>
    <p v-if="moves === null" class="label mt-2">Not run yet: how long each way takes is not known.</p>
    <p v-else-if="moves.length === 0" class="label mt-2">There are not two presets to go between.</p>
    <div v-else class="overflow-x-auto mt-3" :class="{ 'opacity-60': isOld }">
      <table class="w-full text-sm">
        <caption class="label text-left">
          Time, free air drawn in, and most current: from the row’s preset to the column’s, loaded as the
          column’s.
        </caption>
        <thead>
          <tr class="label text-left">
            <th scope="col">From</th>
            <th v-for="to in ids" :key="to" scope="col" class="pl-4">to {{ label(to) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="from in ids" :key="from" class="border-t border-line">
            <th scope="row" class="text-left py-1.5">{{ label(from) }}</th>
            <td v-for="to in ids" :key="to" class="figure pl-4 py-1.5">
              <template v-if="from === to">—</template>
              <template v-else-if="!move(from, to)">not run to its end</template>
              <template v-else-if="move(from, to)!.seconds === null">not reached</template>
              <template v-else>
                {{ text(move(from, to)!.seconds!, 'time') }} · {{ text(move(from, to)!.air, 'volume') }} ·
                {{ text(move(from, to)!.amps, 'current') }}
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
