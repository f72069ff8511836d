<script setup lang="ts">
/** One of a few, by name. */
const {
  label,
  value,
  options,
  hideLabel = false,
} = defineProps<{
  label: string
  value: string
  options: readonly { value: string; label: string }[]
  hideLabel?: boolean
}>()
const emit = defineEmits<{ change: [value: string] }>()
const id = useId()
</script>

<template>
  <div>
    <label :for="id" class="label" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <select
      :id="id"
      class="field"
      :value="value"
      @change="emit('change', ($event.target as HTMLSelectElement).value)"
    >
      <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
    </select>
  </div>
</template>
