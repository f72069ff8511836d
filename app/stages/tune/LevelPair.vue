<script setup lang="ts">
import { ARRANGEMENTS, type Arrangement, type PairResult } from '#core/air/levelling/bothCorners'
import { ARRANGEMENT_LABELS, arrangementOf, PAIR_DRIVES, type PairDriveId } from '#core/whatIf/levelPair'
import { pairFigures } from '#core/whatIf/trialFigures'

/** Both rear corners at once: one valve or sensor a side, one in the middle, and two that were swapped. */
const job = useJob()
const drive = ref<PairDriveId>('load')
const own = computed(() => arrangementOf(job.plan!))
const trials = useTrials<'levers', { id: Arrangement; result: PairResult }>(
  'levers',
  async function* (work, plan, haul) {
    await work.open(plan, haul)
    for (const id of ARRANGEMENTS) {
      const result = await work.pair(drive.value, id)
      yield result && { id, result }
    }
  },
)
const { found: rows } = trials
/** A result of another drive is not shown under this one. */
function changeDrive(to: PairDriveId): void {
  drive.value = to
  trials.clear()
}
const leans = (lean: number) => Math.abs(lean) >= 0.0005
const higher = (lean: number) => (leans(lean) ? `${lean > 0 ? 'left' : 'right'} higher` : 'level')
</script>

<template>
  <section class="mt-4" aria-label="Both corners">
    <h3>Both corners</h3>
    <div class="flex flex-wrap gap-3 items-end mt-1">
      <PickField
        label="Both over"
        :value="drive"
        :options="PAIR_DRIVES.map(({ id, label }) => ({ value: id, label }))"
        @change="(v) => changeDrive(v as PairDriveId)"
      />
      <TrialsBar :trials label="Run both corners" />
    </div>
    <ScrollTable v-if="rows.length">
      <caption class="sr-only">
        Valves or sensors: one a side, one in the middle, swapped
      </caption>
      <thead>
        <tr class="label text-left">
          <th scope="col">Valve or sensor</th>
          <th scope="col" class="text-right pr-4">Leans at the end</th>
          <th scope="col" class="text-right pr-4">Middle off</th>
          <th scope="col" class="text-right pr-4">Rests after</th>
          <th scope="col" class="text-right pr-4">Air in</th>
          <th scope="col" class="text-right">Air out</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ id, result } in rows" :key="id" class="border-t border-line">
          <th scope="row" class="py-1 text-left font-normal">
            {{ ARRANGEMENT_LABELS[id] }}<span v-if="id === own" class="label"> as planned</span>
          </th>
          <td class="py-1 pr-4 text-right figure">
            <Fig v-if="leans(result.lean)" :figure="pairFigures(ARRANGEMENT_LABELS[id], result).lean" />
            {{ higher(result.lean) }}
          </td>
          <td class="py-1 pr-4 text-right">
            <Fig :figure="pairFigures(ARRANGEMENT_LABELS[id], result).off" />
          </td>
          <td class="py-1 pr-4 text-right">
            <template v-if="result.restAt === null">never</template>
            <Fig v-else :figure="pairFigures(ARRANGEMENT_LABELS[id], result).restAt" />
          </td>
          <td class="py-1 pr-4 text-right">
            <Fig :figure="pairFigures(ARRANGEMENT_LABELS[id], result).filled" />
          </td>
          <td class="py-1 text-right">
            <Fig :figure="pairFigures(ARRANGEMENT_LABELS[id], result).vented" />
          </td>
        </tr>
      </tbody>
    </ScrollTable>
    <p class="label mt-1">
      Half the body on each corner, joined by what the front and the bars resist of roll. A kerb of 80 mm
      under the left wheel for a minute, standing.
    </p>
  </section>
</template>
