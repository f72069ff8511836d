<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { EllipsisVertical } from '@lucide/vue'

/** The menu of everything that does not fit in the head of a narrow screen. */
const emit = defineEmits<{ units: []; revisions: []; words: [] }>()
const job = useJob()
const screen = useScreen()
const theme = computed(() => (screen.theme === 'bay' ? 'Bench theme' : 'Bay theme, for under the truck'))
const present = computed(() => [...new Set(job.present)].join(', '))
const entries = computed(() => [
  { label: 'Redo', act: () => job.redo(), off: job.stacks.redo.length === 0 },
  { label: `Revisions, now ${job.revision}`, act: () => emit('revisions'), off: !job.plan },
  { label: 'Units', act: () => emit('units'), off: false },
  { label: 'Words of this stage', act: () => emit('words'), off: !job.plan },
  { label: theme.value, act: () => (screen.theme = screen.theme === 'bay' ? 'day' : 'bay'), off: false },
])
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="touch px-2 flex items-center" aria-label="More">
      <EllipsisVertical :size="20" aria-hidden="true" />
    </MenuButton>
    <MenuItems
      class="absolute right-0 top-full mt-1 z-40 w-60 bg-sheet text-ink border border-line rounded shadow-lg py-1"
    >
      <MenuItem v-for="entry in entries" :key="entry.label" v-slot="{ active }" :disabled="entry.off">
        <button
          type="button"
          class="block w-full text-left px-4 min-h-12 font-semibold disabled:opacity-50"
          :class="{ 'bg-chosen': active }"
          :disabled="entry.off"
          @click="entry.act"
        >
          {{ entry.label }}
        </button>
      </MenuItem>
      <p v-if="present" class="label px-4 py-2">Also here: {{ present }}</p>
    </MenuItems>
  </Menu>
</template>
