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
/** Whoever hears of the choice may first ask, or refuse it: until the value changes, the field shows what stands. */
async function pick(select: HTMLSelectElement): Promise<void> {
  emit('change', select.value)
  await nextTick()
  select.value = value
}
</script>

<template>
  <div>
    <label :for="id" class="label" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <select :id="id" class="field" :value="value" @change="pick($event.target as HTMLSelectElement)">
      <option v-for="option in options" :key="option.value" :value="option.value">{{ option.label }}</option>
    </select>
  </div>
</template>
