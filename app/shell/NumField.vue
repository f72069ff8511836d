<script setup lang="ts">
import { parseQuantity } from '#core/quantity/parse'
import { show, shownUnit, showText } from '#core/quantity/units'
import type { MeasuredField } from './measuredField'

/**
 * Input for a figure: shows an SI value in the shop's unit, accepts any unit, and keeps invalid text. It writes
 * nothing unless the text was changed, so that switching units never rounds a stored figure.
 */
const {
  label,
  value,
  quantity,
  min,
  max,
  digits,
  hideLabel = false,
  guess = false,
  mayBeEmpty = false,
} = defineProps<
  MeasuredField & {
    digits?: number
    hideLabel?: boolean
    /** Not measured yet: the example of the kind, or an accepted guess. */
    guess?: boolean
    /** May be emptied, which means that nothing is known. */
    mayBeEmpty?: boolean
  }
>()
/** `unit`: the unit that was typed with the figure; empty if none was. */
const emit = defineEmits<{ change: [value: number, unit: string]; clear: [] }>()
const GUESS = 'Still a guess: not measured on this truck'
const shop = useShop()
const id = useId()
const typed = ref<string | null>(null)
const problem = ref('')
/** A figure typed without a unit is in the unit shown beside the field. */
const unit = computed(() => shownUnit(value, quantity, shop.units))
const shown = computed(() =>
  value === null ? '' : show(value, quantity, shop.units, digits).text.replace(/ /g, ''),
)
/** What somebody is typing stays when another person's edit arrives, and they are told about it. */
const isTyping = () => typed.value !== null && document.activeElement?.id === id
watch(
  () => value,
  () => {
    if (isTyping()) return
    typed.value = null
    problem.value = ''
  },
)

function finish(): void {
  if (typed.value === null) return
  if (typed.value.trim() === shown.value) {
    typed.value = null
    problem.value = ''
    return
  }
  if (mayBeEmpty && typed.value.trim() === '') {
    typed.value = null
    problem.value = ''
    return emit('clear')
  }
  const parsed = parseQuantity(typed.value, quantity, unit.value)
  if (!parsed.ok) {
    problem.value = parsed.message
    return
  }
  if (min !== undefined && parsed.value < min - 1e-12) {
    problem.value = `${label} is at least ${showText(min, quantity, shop.units)}. Type a larger figure.`
    return
  }
  if (max !== undefined && parsed.value > max + 1e-12) {
    problem.value = `${label} is at most ${showText(max, quantity, shop.units)}. Type a smaller figure.`
    return
  }
  problem.value = ''
  typed.value = null
  if (parsed.value !== value || parsed.unit !== '') emit('change', parsed.value, parsed.unit)
}
</script>

<template>
  <div>
    <label :for="id" class="label" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <div class="relative">
      <input
        :id="id"
        class="field figure"
        :class="{ guess, 'pr-14': unit.symbol }"
        :aria-description="guess ? GUESS : undefined"
        :title="guess ? GUESS : undefined"
        type="text"
        inputmode="text"
        autocomplete="off"
        :value="typed ?? shown"
        :aria-invalid="problem !== ''"
        :aria-describedby="problem ? `${id}-problem` : undefined"
        @input="typed = ($event.target as HTMLInputElement).value"
        @change="finish"
        @keydown.enter="finish"
      />
      <span
        v-if="unit.symbol"
        class="absolute right-2 top-1/2 -translate-y-1/2 text-xs font-mono text-soft pointer-events-none"
        >{{ unit.symbol }}</span
      >
    </div>
    <p v-if="problem" :id="`${id}-problem`" class="text-sm text-brick font-semibold" role="alert">
      {{ problem }}
    </p>
  </div>
</template>
