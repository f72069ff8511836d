<script setup lang="ts">
import { WAY_IDS, type LevellingWay } from '#core/whatIf/threeWays'
import { wayFigures } from '#core/whatIf/trialFigures'

/** Presets, a height valve and electronic levelling side by side, each put on this job and run. */
const job = useJob()
const trials = useTrials<'ways', LevellingWay>('ways', async function* (work, plan) {
  for (const id of WAY_IDS) yield await work.one(plan, id)
})
const { found: ways, running, isOld } = trials
type Found = ReturnType<typeof wayFigures>
const figures = computed(
  () => new Map(ways.value.map((way) => [way.id, wayFigures(way, job.plan!.job.changes)])),
)
/** Shown in place of a missing figure. */
const instead = ({ seconds }: LevellingWay, figure: keyof Found) =>
  figure === 'perWeek' && seconds !== null ? 'say at Air how often the load changes' : 'never'
const ROWS: { label: string; figure?: keyof Found; show?: (way: LevellingWay) => string }[] = [
  { label: 'A change takes', figure: 'seconds' },
  { label: 'In a week', figure: 'perWeek' },
  { label: 'Free air for a change', figure: 'air' },
  { label: 'Free air a km of rough road', figure: 'airPerKm' },
  { label: 'Amps at most', figure: 'amps' },
  { label: 'May stand off by', figure: 'off' },
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
          <tr v-for="{ label, figure, show } in ROWS" :key="label" class="border-t border-line align-top">
            <th scope="row" class="label text-left py-1.5">{{ label }}</th>
            <td v-for="way in ways" :key="way.id" class="pl-4 py-1.5">
              <template v-if="!figure">{{ show!(way) }}</template>
              <template v-else-if="way[figure] === null">{{ instead(way, figure) }}</template>
              <Fig v-else :figure="figures.get(way.id)![figure]" />
            </td>
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
