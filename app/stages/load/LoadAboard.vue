<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { useHaul } from './useHaul'

/** The haul's name and every item aboard. */
const { job, haul, items, set, addItem, addHaul, removeHaul } = useHaul()
</script>

<template>
  <div class="sheet p-4 @container">
    <div class="flex flex-wrap items-end gap-3 mb-3">
      <TextField
        label="Haul"
        :value="haul!.label"
        required
        :max="80"
        class="grow max-w-60"
        @change="(v) => set('Name the haul', (h) => void (h.label = v))"
      />
      <button type="button" class="button quiet" @click="addHaul">
        <Plus :size="16" aria-hidden="true" />Haul
      </button>
      <button v-if="job.hauls.length > 1" type="button" class="button quiet" @click="removeHaul">
        <Trash2 :size="16" aria-hidden="true" />This haul
      </button>
    </div>
    <ul class="space-y-1 text-sm">
      <LoadItemRow v-for="[id, item] in items" :id="id" :key="id" :item="item" />
    </ul>
    <button type="button" class="button mt-2" @click="addItem">
      <Plus :size="16" aria-hidden="true" />Add an item
    </button>
  </div>
</template>
