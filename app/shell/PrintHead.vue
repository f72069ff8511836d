<script setup lang="ts">
import type { StageName } from '#core/quantity/figure'

/** Head of a printed stage: shop, job, stage, date and revision. */
const { stage } = defineProps<{ stage: StageName }>()
const job = useJob()
const shop = useShop()
const card = computed(() => job.plan!.job)
const haul = computed(() => job.plan!.hauls[job.haulId]?.label)
/** Read when a sheet is printed: a page may stay open overnight, and the first date costs a browser 50 ms. */
const today = ref('')
const date = () =>
  (today.value = new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }))
onMounted(() => window.addEventListener('beforeprint', date))
onUnmounted(() => window.removeEventListener('beforeprint', date))
</script>

<template>
  <header class="hidden print:flex justify-between gap-4 border-b border-line pb-1 mb-3" data-print-head>
    <div>
      <p class="font-head font-semibold text-lg">
        {{ card.name }}<template v-if="card.number"> · Job {{ card.number }}</template> ·
        {{ STAGE_TITLES[stage].name }}
      </p>
      <p class="label">
        {{ [card.customer, card.vehicle, stage === 'load' ? haul : ''].filter(Boolean).join(' · ') }}
      </p>
    </div>
    <p class="label text-right">{{ shop.name }}<br />{{ today }} · Revision {{ job.revision }}</p>
  </header>
</template>
