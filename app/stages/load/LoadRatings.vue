<script setup lang="ts">
import { useHaul } from './useHaul'

/** Every rating that applies, and what is left of it. */
const { job, result, figure, text } = useHaul()
const subjects = computed(() =>
  ['rearAxle', 'frontAxle', 'gross'].map((id) => `${job.haulId}:${id}`).join(' '),
)
</script>

<template>
  <div class="sheet px-4 py-2 relative overflow-x-auto" :data-subject="subjects">
    <table v-cards class="w-full text-sm min-w-[480px]">
      <thead>
        <tr class="label text-left">
          <th class="font-normal">Against its rating</th>
          <th class="font-normal text-right">Carries</th>
          <th class="font-normal text-right">Rated</th>
          <th class="font-normal text-right">In hand</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in result!.ratings" :key="r.figure" class="border-t border-line">
          <th scope="row" class="text-left font-normal">{{ figure(r.figure)!.label }}</th>
          <td class="text-right"><Fig :figure="figure(r.figure)" /></td>
          <td class="text-right figure">{{ text(r.limit, 'mass') }}</td>
          <td class="text-right figure" :class="{ 'text-brick': r.inHand < 0 }">
            {{ text(r.inHand, 'mass') }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
