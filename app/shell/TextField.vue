<script setup lang="ts">
import { fitText } from '#core/document/json'

/** A text of the plan, written when left. */
const {
  label,
  value,
  long = false,
  max = 120,
  hideLabel = false,
  required = false,
} = defineProps<{
  label: string
  value: string
  long?: boolean
  max?: number
  hideLabel?: boolean
  required?: boolean
}>()
const emit = defineEmits<{ change: [value: string] }>()
const id = useId()
const typed = ref<string | null>(null)
const empty = ref(false)
function finish(): void {
  if (typed.value === null) return
  empty.value = required && typed.value.trim() === ''
  if (empty.value) return
  const text = fitText(typed.value)
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
      :maxlength="max"
      :value="typed ?? value"
      @input="typed = ($event.target as HTMLTextAreaElement).value"
      @change="finish"
    />
    <input
      v-else
      :id="id"
      class="field"
      type="text"
      :maxlength="max"
      :value="typed ?? value"
      :aria-invalid="empty"
      @input="typed = ($event.target as HTMLInputElement).value"
      @change="finish"
      @keydown.enter="finish"
    />
    <p v-if="empty" class="text-sm text-brick font-semibold" role="alert">
      {{ label }} may not be empty. Type a name.
    </p>
  </div>
</template>
