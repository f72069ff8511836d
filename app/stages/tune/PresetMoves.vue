<script setup lang="ts">
import type { PresetMove } from '#core/whatIf/presetMoves'
import { moveFigures } from '#core/whatIf/trialFigures'

/** From every preset to every other: time, air and current, run on this job's circuit. */
const job = useJob()
const trials = useTrials<'moves', PresetMove[]>('moves', async function* (work, plan) {
  yield await work.run(plan)
})
const moves = computed(() => trials.found.value[0])
const { isOld } = trials
const ids = computed(() => [...new Set(moves.value?.map(({ from }) => from))])
const label = (id: string) => job.plan!.hauls[id]?.label ?? id
const move = (from: string, to: string) => moves.value?.find((m) => m.from === from && m.to === to)
function figures(from: string, to: string) {
  const { presets } = job.derived!.stages.tune.result
  return moveFigures(move(from, to)!, `${label(from)} to ${label(to)}`, presets[from]!, presets[to]!)
}
</script>

<template>
  <section class="sheet p-4 mt-3" aria-label="From one preset to another">
    <div class="flex flex-wrap gap-3 items-center no-print">
      <TrialsBar :trials label="Run every way from one preset to another" />
    </div>
    <p v-if="!moves" class="label mt-2">Not run yet: how long each way takes is not known.</p>
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
                <Fig :figure="figures(from, to).seconds" /> · <Fig :figure="figures(from, to).air" /> ·
                <Fig :figure="figures(from, to).amps" />
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>
