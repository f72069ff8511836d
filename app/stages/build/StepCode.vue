<script setup lang="ts">
/** A code on paper that opens a step on the phone. */
const { step } = defineProps<{ step: string }>()
const job = useJob()
const svg = ref('')
onMounted(async () => {
  const { toString } = await import('qrcode')
  const address = `${location.origin}/jobs/${job.id}/build?step=${encodeURIComponent(step)}`
  svg.value = await toString(address, { type: 'svg', margin: 1, errorCorrectionLevel: 'M' })
})
</script>

<template>
  <!-- eslint-disable-next-line vue/no-v-html -- made of dark and light squares only -->
  <div class="[&>svg]:block [&>svg]:w-full" :data-code="step" v-html="svg" />
</template>
