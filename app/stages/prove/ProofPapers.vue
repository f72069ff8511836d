<script setup lang="ts">
import { Download } from '@lucide/vue'

/** The proof on paper and as a table. */
const job = useJob()
const shop = useShop()
const screen = useScreen()
const query = computed(() => new URLSearchParams({ paper: screen.paper, only: 'proof' }).toString())
async function saveProof(): Promise<void> {
  const { proofTable } = await import('#core/papers/proofSheet')
  await saveTable('proof', proofTable({ plan: job.plan!, derived: job.derived!, units: shop.units }))
}
</script>

<template>
  <PaperButtons>
    <a class="button quiet" :href="`/api/jobs/${job.id}/pack?${query}`" download
      ><Download :size="16" aria-hidden="true" />Proof as PDF</a
    >
    <button type="button" class="button quiet" @click="saveProof">
      <Download :size="16" aria-hidden="true" />All of it as CSV
    </button>
    <span v-if="job.saveState !== 'saved'" class="label">The PDF carries what is saved.</span>
    <p class="label w-full">
      Curve, verdict, conditions, gauge and when it was checked, who, soap, functions, the road, and what
      stays open.
    </p>
  </PaperButtons>
</template>
