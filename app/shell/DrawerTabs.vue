<script setup lang="ts">
import type { StageName } from '#core/quantity/figure'
import type { Drawer } from './drawers'

/** The names of a stage's drawers: `opened` is the one shown, `asked` the one that the address names. */
defineProps<{
  stage: StageName
  drawers: readonly Drawer[]
  opened: string | undefined
  asked: string | null
}>()
</script>

<template>
  <nav class="no-print tabs" :aria-label="`Drawers of ${STAGE_TITLES[stage].name}`">
    <ul class="flex flex-wrap" data-drawers>
      <li v-for="d in drawers" :key="d.id" class="max-w-full">
        <NuxtLink
          :to="{ hash: `#${d.id}` }"
          class="tab touch max-w-full flex-wrap"
          :class="{ open: d.id === opened, asked: d.id === asked }"
          :aria-current="d.id === opened ? 'true' : undefined"
          :data-opens="d.id"
          >{{ d.title
          }}<span v-if="d.live" class="figure text-xs pl-1.5 opacity-80 max-w-[min(10rem,32vw)] truncate">{{
            d.live
          }}</span>
        </NuxtLink>
      </li>
    </ul>
  </nav>
</template>

<style scoped>
@reference "../assets/main.css";
.tabs {
  margin-top: 0.5rem;
}
.tabs ul {
  border-bottom: 2px solid var(--petrol);
}
.tab {
  @apply flex items-center font-head font-semibold px-2 py-1 rounded-t border-2 border-b-0 border-transparent;
  white-space: nowrap;
}
@media (max-width: 640px) {
  .tab {
    white-space: normal;
  }
}
.tab.open {
  background: var(--sheet);
  border-color: var(--petrol);
}
.tab:not(.open):hover {
  background: var(--chosen);
}

@media screen and (min-width: 1500px) {
  .tabs {
    margin-top: 0;
  }
}

/* On a phone the names are in two columns. */
@media screen and (max-width: 767px) and (pointer: coarse) {
  .tabs ul {
    border: 0;
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0.5rem;
  }
  .tab {
    border: 1px solid var(--line);
    border-radius: 6px;
    background: var(--sheet);
    white-space: normal;
    height: 100%;
  }
  .tab.open:not(.asked) {
    border-color: var(--line);
  }
}
</style>
