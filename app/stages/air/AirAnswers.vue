<script setup lang="ts">
/** Answers of runs of the circuit, haul by haul and for the whole. */
const job = useJob()
const stage = computed(() => job.derived!.stages.air)
const answer = (id: string) => stage.value.figures[id]
/** Figures of the whole circuit, not of one haul. */
const WHOLE = ['liftsRestart', 'liftsFlat', 'tyres', 'duty', 'tool']
</script>

<template>
  <div class="sheet p-4">
    <h2 class="mb-1">What the runs say</h2>
    <table class="w-full text-sm" aria-label="What the runs say">
      <thead>
        <tr class="border-b border-line text-left">
          <th class="py-1 font-normal label">Haul</th>
          <th class="text-right font-normal label">pumped alone</th>
          <th class="text-right font-normal label">brought up</th>
          <th class="text-right font-normal label">past</th>
          <th class="text-right font-normal label">let down</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[id, haul] in job.hauls" :key="id" class="border-b border-line">
          <th scope="row" class="text-left font-normal py-1">{{ haul.label }}</th>
          <td class="text-right">
            <Fig v-if="stage.figures[`${id}.time`]" :figure="stage.figures[`${id}.time`]" /><span
              v-else
              class="label"
              >—</span
            >
          </td>
          <td v-for="what in ['run', 'past', 'down']" :key="what" class="text-right">
            <Fig v-if="answer(`${id}.${what}`)" :figure="answer(`${id}.${what}`)" /><span
              v-else
              class="label"
              >{{ job.answers ? '—' : '…' }}</span
            >
          </td>
        </tr>
      </tbody>
    </table>
    <table class="w-full text-sm mt-2">
      <tbody>
        <tr class="border-b border-line">
          <th scope="row" class="text-left font-normal py-1">Highest pressure needed</th>
          <td class="text-right"><Fig :figure="stage.figures.highest" /></td>
        </tr>
        <tr v-if="stage.result.powered" class="border-b border-line">
          <th scope="row" class="text-left font-normal py-1">Motor current there</th>
          <td class="text-right"><Fig :figure="stage.figures.current" /></td>
        </tr>
        <tr v-if="answer(`${job.haulId}.sag`)" class="border-b border-line">
          <th scope="row" class="text-left font-normal py-1">{{ answer(`${job.haulId}.sag`)!.label }}</th>
          <td class="text-right"><Fig :figure="answer(`${job.haulId}.sag`)" /></td>
        </tr>
        <tr
          v-for="id in ['volts', 'slowed'].filter((f) => stage.figures[f])"
          :key="id"
          class="border-b border-line"
        >
          <th scope="row" class="text-left font-normal py-1">{{ stage.figures[id]!.label }}</th>
          <td class="text-right"><Fig :figure="stage.figures[id]" /></td>
        </tr>
        <template v-if="answer(`${job.haulId}.charge`)">
          <tr
            v-for="what in ['charge', 'hottest', 'rest', 'discharge'].filter((w) =>
              answer(`${job.haulId}.${w}`),
            )"
            :key="what"
            class="border-b border-line"
          >
            <th scope="row" class="text-left font-normal py-1">
              {{ answer(`${job.haulId}.${what}`)!.label }}
            </th>
            <td class="text-right"><Fig :figure="answer(`${job.haulId}.${what}`)" /></td>
          </tr>
        </template>
        <tr
          v-for="id in ['overshoot', 'bore'].filter((f) => stage.figures[f])"
          :key="id"
          class="border-b border-line"
        >
          <th scope="row" class="text-left font-normal py-1">{{ stage.figures[id]!.label }}</th>
          <td class="text-right"><Fig :figure="stage.figures[id]" /></td>
        </tr>
        <tr v-for="id in WHOLE.filter((f) => answer(f))" :key="id" class="border-b border-line">
          <th scope="row" class="text-left font-normal py-1">{{ answer(id)!.label }}</th>
          <td class="text-right"><Fig :figure="answer(id)" /></td>
        </tr>
      </tbody>
    </table>
    <p class="label mt-2">
      From the minimum, at 20 °C. The part’s own sheet rules over the class figures used here.
    </p>
  </div>
</template>
