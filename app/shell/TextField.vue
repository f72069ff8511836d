<script setup lang="ts">
import { fitText } from '#core/document/json'

/** Input for a text of the plan, written when the field is left. */
const {
  label,
  value,
  long = false,
  max = 120,
  hideLabel = false,
  required = false,
  placeholder = '',
  unfit = () => '',
} = defineProps<{
  label: string
  value: string
  long?: boolean
  max?: number
  hideLabel?: boolean
  required?: boolean
  placeholder?: string
  /** Why a text is not accepted and what to type instead; empty if it is accepted. */
  unfit?: (text: string) => string
}>()
const emit = defineEmits<{ change: [value: string] }>()
const id = useId()
const typed = ref<string | null>(null)
/** Why the typed text is not accepted; it stays in the field. */
const problem = ref('')
function problemOf(text: string): string {
  if (required && text.trim() === '') return `${label} may not be empty. Type a name.`
  if (text.length > max)
    return `${label} holds ${max} characters, this is ${text.length}. Shorten it; until then it is not saved.`
  return unfit(text)
}
function finish(): void {
  if (typed.value === null) return
  const text = fitText(typed.value)
  problem.value = problemOf(text)
  if (problem.value) return
  if (text !== value) emit('change', text)
  typed.value = null
}
</script>

<template>
  <div>
    <label :for="id" class="label" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <textarea
      v-if="long"
      :id="id"
      class="field"
      rows="3"
      :value="typed ?? value"
      :aria-invalid="problem !== ''"
      @input="typed = ($event.target as HTMLTextAreaElement).value"
      @change="finish"
    />
    <input
      v-else
      :id="id"
      class="field"
      type="text"
      :placeholder="placeholder"
      :value="typed ?? value"
      :aria-invalid="problem !== ''"
      @input="typed = ($event.target as HTMLInputElement).value"
      @change="finish"
      @keydown.enter="finish"
    />
    <p v-if="problem" class="text-sm text-brick font-semibold" role="alert">{{ problem }}</p>
  </div>
</template>
