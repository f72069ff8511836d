<script setup lang="ts">
import type { Soap } from '#core/document/types'
import type { RankedPlace } from '#core/prove/types'
import { ChevronLeft, ChevronRight } from '@lucide/vue'
import { repairOf, SOAP, useSoap } from './useSoap'

/**
 * Shows one place to soap at a time: where it is, keys for what shows there, and the repair if bubbles grow. After
 * a key is pressed the next place is shown.
 */
const { places } = defineProps<{ places: readonly RankedPlace[] }>()
const { write } = useSoap()
const chosen = ref('')
/** The chosen place while it is open, else the first. */
const index = computed(() =>
  Math.max(
    0,
    places.findIndex(({ id }) => id === chosen.value),
  ),
)
const place = computed(() => places[index.value]!)
/** Writes what shows, and goes on to the place after this one; a place that leaks stays until it is dry. */
function say(finding: Soap): void {
  const here = place.value
  const after = places[(index.value + 1) % places.length]!.id
  write([here], finding)
  chosen.value = finding === 'bubble' ? here.id : after
}
function go(by: number): void {
  chosen.value = places[(index.value + by + places.length) % places.length]!.id
}
</script>

<template>
  <section class="rounded border border-petrol p-3" aria-label="Soap here">
    <p class="label">{{ places.length }} to soap</p>
    <h3 class="text-xl leading-tight" aria-live="polite">{{ place.label }}</h3>
    <WhereItIs :place="place" />
    <p v-if="place.isHidden" class="font-semibold">It is closed in later: soap it before that.</p>
    <ol
      v-if="place.soap === 'bubble'"
      class="list-decimal pl-6 my-2 space-y-1"
      :aria-label="`Put ${place.label} right`"
    >
      <li v-for="line in repairOf(place)" :key="line">{{ line }}</li>
    </ol>
    <div class="grid grid-cols-[repeat(auto-fit,minmax(6rem,1fr))] gap-2 my-2">
      <button
        v-for="{ value, label } in SOAP"
        :key="value"
        type="button"
        class="button justify-center min-h-[56px]! text-lg"
        :class="{ quiet: value !== 'dry' }"
        @click="say(value)"
      >
        {{ place.soap === 'bubble' && value === 'dry' ? 'dry now' : label }}
      </button>
    </div>
    <div class="flex gap-2">
      <button type="button" class="button quiet touch" aria-label="Place before" @click="go(-1)">
        <ChevronLeft :size="20" aria-hidden="true" />
      </button>
      <button type="button" class="button quiet touch" aria-label="Next place" @click="go(1)">
        <ChevronRight :size="20" aria-hidden="true" />
      </button>
      <PhotoRow :subject="`joint:${place.id}`" :of="place.label" small />
    </div>
  </section>
</template>
