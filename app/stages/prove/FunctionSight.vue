<script setup lang="ts">
import { doubtOf, seenVerdict } from '#core/prove/diagnosis'
import type { Sight } from '#core/prove/functions'
import { input, type Figure } from '#core/quantity/figure'

/** One thing to read when a function is tried: the reading, the expected value, and how they compare. */
const { sight, test, press, value } = defineProps<{
  sight: Sight
  test: string
  press: string
  value: number | null
}>()
const emit = defineEmits<{ read: [value: number]; clear: [] }>()
const CLASS = { 'as expected': 'text-petrol', odd: 'text-ochre-deep', wrong: 'text-brick' }
const verdict = computed(() => (value === null ? null : seenVerdict(sight, value)))
const options = computed(() => [
  { value: '', label: 'not tried' },
  ...(sight.words ?? []).map((label, i) => ({ value: String(i), label })),
])
const pick = (chosen: string) => (chosen === '' ? emit('clear') : emit('read', Number(chosen)))
const expected = computed((): Figure => ({
  label: `${test}: ${sight.label.toLowerCase()}, to expect`,
  value: sight.value,
  quantity: sight.quantity,
  formula: 'a run of this job’s circuit and wiring, pressed as the test says',
  inputs: [
    input('Pressed', press),
    input('As expected within', 2 * doubtOf(sight.quantity, sight.value), sight.quantity),
  ],
  source: 'Simulated; gauge and meter within what is usual (from memory)',
}))
</script>

<template>
  <div>
    <PickField
      v-if="sight.words"
      :label="sight.label"
      :value="value === null ? '' : String(value)"
      :options="options"
      @change="pick"
    />
    <NumField
      v-else
      :label="`${sight.label}, read`"
      :value="value"
      :quantity="sight.quantity"
      :min="-1e6"
      :max="1e8"
      @change="(v) => emit('read', v)"
    />
    <p class="text-sm mt-0.5">
      <span class="label">expect</span>{{ ' ' }}
      <template v-if="sight.words">{{ sight.words[sight.value] }}</template>
      <Fig v-else :figure="expected" />
      <template v-if="verdict">
        <strong class="ml-2" :class="CLASS[verdict]">{{ verdict }}</strong>
        <button
          type="button"
          class="underline touch ml-2 no-print"
          :aria-label="`Take away: ${test}, ${sight.label}`"
          @click="emit('clear')"
        >
          clear
        </button>
      </template>
    </p>
  </div>
</template>
