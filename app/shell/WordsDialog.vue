<script setup lang="ts">
import { GLOSSARY, type Term } from '#core/catalog/glossary'
import type { StageName } from '#core/quantity/figure'
import { SHORTCUTS } from './shortcuts'

/** The terms of a stage and the shortcuts, shown by `?`. A term that was looked for comes first. */
const { stage, soughtTerm = null } = defineProps<{
  open: boolean
  stage: StageName
  soughtTerm?: string | null
}>()
const emit = defineEmits<{ close: [] }>()
const terms = computed(() => {
  const isSought = ({ term }: Term) => term === soughtTerm
  const here = GLOSSARY.filter((entry) => !isSought(entry) && entry.at.includes(stage))
  return [...GLOSSARY.filter(isSought), ...here]
})
</script>

<template>
  <SheetDialog :open="open" title="Words and keys" width="max-w-2xl" @close="emit('close')">
    <div class="flex items-baseline justify-between gap-3 mb-2">
      <h3 class="font-head font-semibold">Words at {{ STAGE_TITLES[stage].name }}</h3>
      <button type="button" class="button quiet" @click="emit('close')">Close</button>
    </div>
    <dl class="grid sm:grid-cols-[9rem_1fr]">
      <div
        v-for="entry in terms"
        :key="entry.term"
        class="contents"
        :data-term="entry.term"
        :aria-current="entry.term === soughtTerm || undefined"
      >
        <dt
          class="font-semibold border-t border-line pt-1.5 sm:pr-4"
          :class="{ 'bg-chosen': entry.term === soughtTerm }"
        >
          {{ entry.term }}
        </dt>
        <dd
          class="sm:border-t border-line pb-1.5 sm:pt-1.5"
          :class="{ 'bg-chosen': entry.term === soughtTerm }"
        >
          {{ entry.means }} <span v-if="entry.unit" class="label">In {{ entry.unit }}.</span>
        </dd>
      </div>
    </dl>
    <h3 class="font-head font-semibold mt-4 mb-1">Keys</h3>
    <dl class="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1.5">
      <template v-for="shortcut in SHORTCUTS" :key="shortcut.id"
        ><dt class="font-mono">{{ shortcut.shown }}</dt>
        <dd>{{ shortcut.what }}</dd></template
      >
    </dl>
  </SheetDialog>
</template>
