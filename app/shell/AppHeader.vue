<script setup lang="ts">
import { Check, CloudOff, Ellipsis, Home, Moon, Redo2, Ruler, Search, Sun, Undo2, Users } from '@lucide/vue'
import { defineAsyncComponent } from 'vue'

const emit = defineEmits<{ find: []; units: []; revisions: []; words: [] }>()
const job = useJob()
const shop = useShop()
const screen = useScreen()
/** The width below which the head leaves out rows (`sm`). */
const narrow = useMedia('(max-width: 639px)')
const MoreMenu = defineAsyncComponent(() => import('./MoreMenu.vue'))
const present = computed(() => {
  const names = [...new Set(job.present)]
  return `${names.join(', ')} ${names.length > 1 ? 'are' : 'is'} here`
})
const SAVED_MARK = { saved: Check, unsaved: Ellipsis, saving: Ellipsis, waiting: CloudOff }
/** "Saving" takes as much room as "saved", so nothing moves under a finger that presses Undo. */
const SAVED = {
  saved: 'saved',
  unsaved: 'saving soon',
  saving: 'saving',
  waiting: 'kept here, not saved yet',
}
</script>

<template>
  <header
    class="bg-frame text-onframe flex flex-wrap items-center gap-x-1.5 sm:gap-x-3 gap-y-1.5 px-2 sm:px-4 py-2 min-h-[52px]"
  >
    <NuxtLink
      to="/"
      class="font-head font-semibold text-lg whitespace-nowrap touch flex items-center"
      aria-label="Nimble Piston"
      ><span class="max-sm:hidden" aria-hidden="true">Nimble Piston</span
      ><Home class="sm:hidden mx-1" :size="20" aria-hidden="true"
    /></NuxtLink>
    <span
      v-if="job.plan"
      class="chip max-sm:grow max-sm:basis-0 max-sm:min-w-10! max-sm:border-0! max-sm:px-0! max-sm:block min-w-0 truncate max-w-[240px]"
      :title="job.plan.job.name"
      >{{ job.plan.job.name
      }}<template v-if="job.plan.job.number"> · Job {{ job.plan.job.number }}</template></span
    >
    <label v-if="job.plan && job.hauls.length" class="chip !py-0 flex items-center gap-1 min-w-0 shrink-0">
      <span class="max-sm:sr-only">Haul:</span>
      <select
        class="bg-transparent font-semibold py-1 max-w-[96px] sm:max-w-[150px] [&>option]:text-black"
        :value="job.haulId"
        @change="job.chosenHaul = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="[id, haul] in job.hauls" :key="id" :value="id">{{ haul.label || 'Unnamed' }}</option>
      </select>
    </label>
    <span class="grow max-sm:hidden" />
    <button
      type="button"
      class="chip max-sm:px-2!"
      :disabled="!job.stacks.undo.length"
      :title="`Undo ${job.stacks.undo.at(-1)?.label ?? ''}`"
      aria-label="Undo"
      @click="job.undo()"
    >
      <Undo2 :size="16" aria-hidden="true" />
    </button>
    <button
      type="button"
      class="chip max-sm:hidden!"
      :disabled="!job.stacks.redo.length"
      :title="`Redo ${job.stacks.redo.at(-1)?.label ?? ''}`"
      aria-label="Redo"
      @click="job.redo()"
    >
      <Redo2 :size="16" aria-hidden="true" />
    </button>
    <button type="button" class="chip max-sm:hidden!" @click="emit('units')">
      <Ruler :size="15" aria-hidden="true" />{{ shop.units.pressure }} · {{ shop.units.length }} ·
      {{ shop.units.mass }}
    </button>
    <span
      v-if="job.plan"
      class="chip max-sm:border-0! max-sm:px-1!"
      role="status"
      :class="{ 'border-glow text-glow': job.saveState === 'waiting' }"
      ><button
        type="button"
        class="underline decoration-dotted underline-offset-4 max-sm:sr-only"
        title="Revisions: see, compare, go back"
        @click="emit('revisions')"
      >
        Revision {{ job.revision }}</button
      ><span class="max-sm:sr-only sm:min-w-[4.75rem]">{{ ` ${SAVED[job.saveState]}` }}</span
      ><component :is="SAVED_MARK[job.saveState]" class="sm:hidden" :size="16" aria-hidden="true"
    /></span>
    <span v-if="job.present.length" class="chip max-sm:hidden!" :title="`${present}, with this job open`"
      ><Users :size="15" aria-hidden="true" />{{ present }}</span
    >
    <button
      type="button"
      class="chip max-sm:hidden!"
      :aria-label="screen.theme === 'bay' ? 'Bench theme' : 'Bay theme, for under the truck'"
      :title="screen.theme === 'bay' ? 'Bench theme' : 'Bay theme, for under the truck'"
      @click="screen.theme = screen.theme === 'bay' ? 'day' : 'bay'"
    >
      <Sun v-if="screen.theme === 'bay'" :size="16" aria-hidden="true" /><Moon
        v-else
        :size="16"
        aria-hidden="true"
      />
    </button>
    <button type="button" class="chip max-sm:px-2!" aria-label="Find anything" @click="emit('find')">
      <Search :size="15" aria-hidden="true" /><span class="hidden sm:inline">Find /</span>
    </button>
    <MoreMenu v-if="narrow" @units="emit('units')" @revisions="emit('revisions')" @words="emit('words')" />
  </header>
</template>

<style scoped>
@reference "../assets/main.css";
.chip {
  @apply inline-flex items-center gap-1.5 border border-white/40 rounded px-2.5 py-1;
  @apply text-sm font-semibold whitespace-nowrap;
}
button.chip:disabled {
  opacity: 0.45;
}
button.chip:not(:disabled):hover {
  background: rgb(255 255 255 / 12%);
}
</style>
