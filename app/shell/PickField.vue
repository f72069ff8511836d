<script setup lang="ts">
/** A choice among a few, by name. */
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
/** The parent may ask first or refuse the choice, so the field shows the current value until it changes. */
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
