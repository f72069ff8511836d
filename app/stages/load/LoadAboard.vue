<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { useHaul } from './useHaul'

/** The haul by name, and every item aboard. */
const { job, haul, items, set, addItem, addHaul, removeHaul } = useHaul()
</script>

<template>
  <div class="no-print sheet p-4">
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
    <div class="relative overflow-x-auto">
      <table class="w-full text-sm min-w-[560px]">
        <thead>
          <tr class="text-left label">
            <th class="font-normal pr-2">Item</th>
            <th class="font-normal pr-2">What it is</th>
            <th class="font-normal pr-2">Mass</th>
            <th class="font-normal pr-2">Ahead of rear axle</th>
            <th class="font-normal pr-2">Left of centre</th>
            <th class="font-normal pr-2">Weight is</th>
            <th><span class="sr-only">Take away</span></th>
          </tr>
        </thead>
        <LoadItemRow v-for="[id, item] in items" :id="id" :key="id" :item="item" />
      </table>
    </div>
    <button type="button" class="button mt-2" @click="addItem">
      <Plus :size="16" aria-hidden="true" />Add an item
    </button>
  </div>
</template>
