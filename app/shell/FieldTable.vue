<script setup lang="ts">
/** A table whose cells are typed in; its last column takes a row away. */
defineProps<{
  heads: readonly string[]
  /** What the last column does, for who cannot see it. */
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
