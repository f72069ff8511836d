<script setup lang="ts">
import { create } from 'qrcode'

/** A code on paper that opens a step on the phone. It is there at once: a page that is printed waits for nothing. */
const { step } = defineProps<{ step: string }>()
const job = useJob()
const modules = computed(() => {
  const address = `${location.origin}/jobs/${job.id}/build?step=${encodeURIComponent(step)}`
  return create(address, { errorCorrectionLevel: 'M' }).modules
})
/** Dark squares row by row, each as wide as one. */
const path = computed(() => {
  const { size } = modules.value
  const dark: string[] = []
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (modules.value.get(y, x)) dark.push(`M${x} ${y}h1v1h-1z`)
  return dark.join('')
})
</script>

<template>
  <div :data-code="step">
    <svg class="block w-full" :viewBox="`-1 -1 ${modules.size + 2} ${modules.size + 2}`" aria-hidden="true">
      <path :d="path" fill="#000" />
    </svg>
  </div>
</template>
