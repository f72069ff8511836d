<script setup lang="ts">
import { doYouNeedIt, type ControlWay, type DoneBy } from '#core/whatIf/doYouNeedIt'

/** Ways to bring the springs to their pressure, side by side for this job's hauls. */
/** True while it is visible, because six plans are derived for it. */
const { shown } = defineProps<{ shown: boolean }>()
const job = useJob()
const need = computed(() => (shown ? doYouNeedIt(job.plan!, job.derived!) : null))
const BY: Record<DoneBy, string> = { hand: 'by hand', driver: 'at a button', itself: 'by itself' }
const unpriced = (way: ControlWay) => `${way.unpriced} part${way.unpriced === 1 ? '' : 's'} without a price`
</script>

<template>
  <section class="sheet p-4" aria-label="Do you need it">
    <h2 class="mb-1">Do you need it?</h2>
    <div class="flex flex-wrap gap-3 items-end">
      <NumField
        label="The load changes, times a week"
        class="w-52"
        quantity="count"
        :min="0"
        :max="500"
        :value="job.plan!.job.changes"
        @change="(v) => job.edit('How often the load changes', (d) => void (d.job.changes = v))"
      />
      <p class="font-semibold pb-1.5 grow basis-60" data-verdict>{{ need?.verdict }}</p>
    </div>
    <ScrollTable v-if="need?.ways.length" class="min-w-[520px]">
      <thead>
        <tr class="label text-left">
          <th scope="col" class="font-normal">Way</th>
          <th scope="col" class="font-normal text-right">Longest change</th>
          <th scope="col" class="font-normal text-right">In a week</th>
          <th scope="col" class="font-normal text-right">To build</th>
          <th scope="col" class="font-normal text-right">Off at a wheel</th>
          <th scope="col" class="font-normal pl-4">Parts, your prices</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="way in need.ways"
          :key="way.id"
          class="border-t border-line align-top"
          :class="{ 'bg-chosen': way.id === job.plan!.air.archetype }"
          :aria-current="way.id === job.plan!.air.archetype || undefined"
        >
          <th scope="row" class="font-normal text-left py-1">
            {{ way.label }}
            <span class="label block">{{ BY[way.by] }}. At the roadside: {{ way.fails }}</span>
          </th>
          <td class="text-right"><Fig :figure="way.figures.change" /></td>
          <td class="text-right"><Fig :figure="way.figures.week" /></td>
          <td class="text-right"><Fig :figure="way.figures.build" /></td>
          <td class="text-right whitespace-nowrap">± <Fig :figure="way.figures.error" /></td>
          <td class="pl-4">
            <Fig v-if="way.figures.cost.value !== null" :figure="way.figures.cost" />
            <span v-if="way.unpriced" class="label block">{{ unpriced(way) }}</span>
          </td>
        </tr>
      </tbody>
    </ScrollTable>
    <p class="label mt-1">
      Each way is this plan with that circuit. By hand: two minutes at a fill valve (from memory), stopped
      within half a psi; a block holds ± 2 psi; both read a gauge off by 5 % (common practice). Levelling sets
      leave alone what is within their dead band.
    </p>
  </section>
</template>
