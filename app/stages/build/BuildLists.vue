<script setup lang="ts">
import { buildLists } from '#core/build/lists'

/** What is laid out, counted, made and photographed before the truck is up. */
const job = useJob()
const shop = useShop()
const lists = computed(() =>
  buildLists(job.derived!.stages.build.result, job.plan!.air, job.plan!.build, shop.units),
)
const plain = computed(() => [
  { title: 'Tools', lines: lists.value.tools },
  { title: 'Consumables', lines: lists.value.consumables },
  { title: 'In the box', lines: lists.value.box.map(({ label, count }) => `${count} × ${label}`) },
  { title: 'Made on the bench', lines: lists.value.bench },
  { title: 'Photos wanted', lines: lists.value.photos.map(({ of }) => of) },
])
</script>

<template>
  <div class="grid gap-3 md:grid-cols-2">
    <section v-for="{ title, lines } in plain" :key="title" class="sheet p-4" :aria-label="title">
      <h2 class="mb-1">{{ title }}</h2>
      <ul v-if="lines.length" class="columns-[14rem] text-sm">
        <li v-for="line in lines" :key="line" class="flex gap-2 break-inside-avoid py-0.5">
          <span class="border border-soft size-4 shrink-0 mt-0.5" aria-hidden="true" />{{ line }}
        </li>
      </ul>
      <p v-else class="label">Nothing.</p>
    </section>
  </div>
</template>
