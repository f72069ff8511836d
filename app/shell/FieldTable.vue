<script setup lang="ts">
/** A table with input cells; its last column removes a row. */
defineProps<{
  heads: readonly string[]
  /** Name of the last column for screen readers. */
  last: string
}>()
</script>

<template>
  <ScrollTable class="min-w-[720px]">
    <thead>
      <tr class="label text-left">
        <th v-for="head in heads" :key="head" class="font-normal" scope="col">{{ head }}</th>
        <th>
          <span class="sr-only">{{ last }}</span>
        </th>
      </tr>
    </thead>
    <tbody>
      <slot />
    </tbody>
  </ScrollTable>
</template>
