<script setup lang="ts">
import { TYRE } from '#core/air/run/scenarios'
import type { Hand } from '~/workers/run'
import type { Player } from './player'

/** The valves and switches to press while the circuit runs live. */
const { player, hands } = defineProps<{ player: Player; hands: readonly Hand[] }>()
const { sets, ran, busy } = player
/** Holding a key works like holding a finger. */
const holdKey = (event: KeyboardEvent, part: string, way: 'up' | 'down' | null) => {
  if (event.key !== ' ' && event.key !== 'Enter') return
  event.preventDefault()
  if (!event.repeat) player.press(part, way)
}
const step = (id: string) => {
  const s = sets.value.find((x) => x.id === id)
  if (s) player.begin({ do: 'bring', left: s.left, right: s.right })
}
</script>

<template>
  <div class="border border-line rounded p-2.5 mb-2" role="group" aria-label="Hands on">
    <div class="flex flex-wrap gap-2 items-center">
      <div
        v-for="h in hands"
        :key="h.id"
        class="flex items-center gap-1 border border-line rounded px-2 py-1"
      >
        <span class="text-sm mr-1">{{ h.label }}</span>
        <button
          v-if="h.up"
          type="button"
          class="button quiet px-2! py-0.5!"
          :aria-label="`${h.label}, up or open, while held`"
          @pointerdown="player.press(h.id, 'up')"
          @pointerup="player.press(h.id, null)"
          @pointerleave="player.press(h.id, null)"
          @keydown="holdKey($event, h.id, 'up')"
          @keyup="holdKey($event, h.id, null)"
        >
          ▲
        </button>
        <button
          v-if="h.down"
          type="button"
          class="button quiet px-2! py-0.5!"
          :aria-label="`${h.label}, down or shut, while held`"
          @pointerdown="player.press(h.id, 'down')"
          @pointerup="player.press(h.id, null)"
          @pointerleave="player.press(h.id, null)"
          @keydown="holdKey($event, h.id, 'down')"
          @keyup="holdKey($event, h.id, null)"
        >
          ▼
        </button>
      </div>
    </div>
    <div class="flex flex-wrap gap-2 items-center mt-2">
      <button
        v-for="s in sets"
        :key="s.id"
        type="button"
        class="button quiet text-sm"
        :disabled="busy"
        @click="step(s.id)"
      >
        Bring to “{{ s.label }}”
      </button>
      <button
        v-for="s in sets"
        :key="`l${s.id}`"
        type="button"
        class="button quiet text-sm"
        :disabled="busy"
        @click="player.begin({ do: 'load', haul: s.id })"
      >
        Load “{{ s.label }}”
      </button>
      <button
        type="button"
        class="button quiet text-sm"
        :disabled="busy"
        @click="player.begin({ do: 'load', haul: null })"
      >
        Take the load off
      </button>
      <button
        v-if="ran?.result.columns.some((c) => c.id === 'tyre')"
        type="button"
        class="button quiet text-sm"
        :disabled="busy"
        @click="player.begin({ do: 'tyre', ...TYRE, count: 1 })"
      >
        Air up a tyre
      </button>
    </div>
  </div>
</template>
