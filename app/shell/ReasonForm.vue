<script setup lang="ts">
/** Asks for the reason before something is passed over. An empty reason gets a message and is not accepted. */
const { label, action } = defineProps<{ label: string; action: string }>()
const emit = defineEmits<{ reason: [text: string] }>()
const text = ref('')
const missing = ref(false)
function submit(): void {
  missing.value = text.value.trim() === ''
  if (!missing.value) emit('reason', text.value.trim())
}
</script>

<template>
  <form data-by-button class="flex flex-wrap gap-2 items-end mt-1 mb-2" @submit.prevent="submit">
    <TextField :label="label" class="grow" :max="300" :value="text" @change="(v) => void (text = v)" />
    <button type="submit" class="button quiet">{{ action }}</button>
    <p v-if="missing" class="w-full text-brick font-semibold" role="alert">
      Type the reason first: whoever reads the record asks for it.
    </p>
  </form>
</template>
