<script setup lang="ts">
import type { Uncertainty } from '#core/load/types'
import type { Sampled } from '#core/load/uncertainty'
import { showText } from '#core/quantity/units'

/** How sure the pressures are, and which measurement would narrow them most. */
const { uncertainty, sampled } = defineProps<{ uncertainty: Uncertainty; sampled: Sampled | null }>()
const shop = useShop()
const shown = computed(() => uncertainty.shares.filter((s) => s.share >= 0.02).slice(0, 6))
const percent = (share: number) => `${Math.round(share * 100)} %`
const band = (side: 'left' | 'right') => {
  const { low, high } = sampled?.[side] ?? uncertainty[side]
  return `${showText(low, 'pressure', shop.units)} to ${showText(high, 'pressure', shop.units)}`
}
</script>

<template>
  <section v-if="shown.length" class="sheet p-4" aria-label="How sure">
    <h2 class="mb-1">How sure</h2>
    <p class="text-sm mb-2">
      Left {{ band('left') }}, right {{ band('right') }}, 19 times in 20.
      <template v-if="!uncertainty.linear"
        ><span v-if="sampled"
          >{{ sampled.samples.toLocaleString('en').replace(',', ' ') }} cases tried, since a limit or a
          contact lies within the range<template v-if="sampled.over > 0"
            >; in {{ percent(sampled.over) }} of them a spring wants more than it may have</template
          >.</span
        ><span v-else class="text-soft">Trying many cases…</span></template
      >
    </p>
    <ul class="text-sm space-y-1" aria-label="What decides the doubt">
      <li
        v-for="s in shown"
        :key="s.id"
        class="grid grid-cols-[minmax(9rem,1.2fr)_2fr_3.5rem] items-center gap-2"
      >
        <span class="truncate">{{ s.label }}</span>
        <span class="h-2 rounded bg-line overflow-hidden" aria-hidden="true"
          ><span class="block h-full bg-petrol" :style="{ width: `${s.share * 100}%` }"
        /></span>
        <span class="figure text-right">{{ percent(s.share) }}</span>
      </li>
    </ul>
    <p class="label mt-2">
      Each figure may lie anywhere within its ±; effects squared and summed. The gauge’s own error comes on
      top.
    </p>
  </section>
</template>
