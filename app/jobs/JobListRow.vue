<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVertical } from '@lucide/vue'
import { listWord } from '#core/jobs/summary'
import { STAGES } from '#core/quantity/figure'
import type { JobRow } from './useJobList'

/** A job in the list: its customer, its state, and what can be done with it as a whole. */
const { row, archived } = defineProps<{ row: JobRow; archived: boolean }>()
const emit = defineEmits<{ begin: [as: 'copy' | 'like']; archive: [archived: boolean] }>()
const actions = computed(() => [
  { label: 'The same truck once more', act: () => emit('begin', 'copy') },
  { label: 'Begin one like it', act: () => emit('begin', 'like') },
  archived
    ? { label: 'Bring it back', act: () => emit('archive', false) }
    : { label: 'Put it away', act: () => emit('archive', true) },
])
</script>

<template>
  <li class="sheet flex items-center hover:border-petrol">
    <NuxtLink
      :to="`/jobs/${row.id}`"
      class="grow min-w-0 grid grid-cols-[minmax(0,1fr)] md:grid-cols-[minmax(0,2fr)_minmax(0,1.8fr)_230px_110px_130px] gap-x-4 gap-y-1 items-center pl-4 py-2.5"
    >
      <span class="min-w-0"
        ><span class="font-head font-semibold text-lg block truncate">{{ row.summary.name }}</span
        ><span class="label block truncate">{{
          [row.summary.number && `Job ${row.summary.number}`, row.summary.customer]
            .filter(Boolean)
            .join(' · ') || 'No customer yet'
        }}</span></span
      >
      <span class="min-w-0"
        ><span class="block truncate">{{ row.summary.truck }}</span
        ><span class="label block truncate">{{ row.summary.archetype }}</span></span
      >
      <span class="flex gap-1"
        ><StateMark v-for="s in STAGES" :key="s" :state="row.summary.states[s]" :title="STAGE_TITLES[s].name"
      /></span>
      <span class="flex flex-wrap gap-1.5 text-sm"
        ><span v-if="row.summary.notes.stop" class="tag tag-stop">{{ row.summary.notes.stop }} Stop</span
        ><span v-if="row.summary.notes.fix" class="tag tag-fix">{{ row.summary.notes.fix }} Fix</span
        ><span class="label">{{ listWord(row.summary) }}</span></span
      >
      <span class="min-w-0"
        ><span class="label block truncate">{{ row.author }}, {{ shortTime(row.updatedAt) }}</span
        ><span v-if="row.summary.nextCheck" class="label block truncate"
          >check {{ row.summary.nextCheck }}</span
        ></span
      >
    </NuxtLink>
    <Menu as="div" class="relative">
      <MenuButton class="touch p-3" :aria-label="`What to do with ${row.summary.name}`">
        <EllipsisVertical :size="18" aria-hidden="true" />
      </MenuButton>
      <MenuItems
        class="absolute right-0 top-full z-30 w-60 bg-card border border-line rounded shadow-lg py-1"
      >
        <MenuItem v-for="action in actions" :key="action.label" v-slot="{ active }">
          <button
            type="button"
            class="block w-full text-left px-4 py-2 touch"
            :class="{ 'bg-chosen': active }"
            @click="action.act"
          >
            {{ action.label }}
          </button>
        </MenuItem>
      </MenuItems>
    </Menu>
  </li>
</template>
