<script setup lang="ts">
import type { Figure } from '#core/quantity/figure'
import { show } from '#core/quantity/units'

/**
 * A pressure on its spring's own range: an arc from zero to a little past the maximum, with the limits and the
 * doubt.
 */
const { figure, side, under, range } = defineProps<{
  figure?: Figure
  side: 'left' | 'right'
  under: string
  range?: Figure['range']
}>()
const shop = useShop()
const START = -210
const SWEEP = 240
const top = computed(() => (figure?.max ?? 1) * 1.1)
const angle = (p: number) => START + SWEEP * Math.min(Math.max(p / top.value, 0), 1)
const on = (degrees: number, radius: number) =>
  [
    100 + radius * Math.cos((degrees * Math.PI) / 180),
    100 + radius * Math.sin((degrees * Math.PI) / 180),
  ] as const
function arc(from: number, to: number, radius: number): string {
  const [x1, y1] = on(from, radius)
  const [x2, y2] = on(to, radius)
  return `M${x1} ${y1} A${radius} ${radius} 0 ${to - from > 180 ? 1 : 0} 1 ${x2} ${y2}`
}
/** "54 to 62", in the unit of the figure above it. */
const ends = computed(() =>
  range ? [range.low, range.high].map((p) => show(p, 'pressure', shop.units).text).join(' to ') : '',
)
const needle = computed(() => {
  const a = angle(figure?.value ?? 0)
  return [...on(a, 68), ...on(a, 98)] as const
})
</script>

<template>
  <div class="relative w-full max-w-[200px] self-start">
    <svg viewBox="0 0 200 158" class="w-full" aria-hidden="true">
      <path :d="arc(START, START + SWEEP, 83)" fill="none" stroke="var(--line)" stroke-width="17" />
      <path
        v-if="figure"
        :d="arc(angle(figure.min ?? 0), angle(figure.max ?? 0), 83)"
        fill="none"
        :stroke="side === 'left' ? 'var(--ochre)' : 'var(--iris)'"
        stroke-width="17"
        stroke-opacity="0.65"
        :stroke-dasharray="side === 'right' ? '9 2.5' : undefined"
      />
      <path
        v-if="range && range.high > range.low"
        :d="arc(angle(range.low), angle(range.high), 69)"
        fill="none"
        stroke="var(--ink)"
        stroke-width="4"
        stroke-opacity="0.55"
      />
      <line
        :x1="needle[0]"
        :y1="needle[1]"
        :x2="needle[2]"
        :y2="needle[3]"
        stroke="var(--ink)"
        stroke-width="6"
      />
    </svg>
    <div class="absolute inset-x-0 top-[40%] text-center">
      <Fig :figure="figure" big />
      <p class="label leading-4">
        {{ side
        }}<template v-if="range && range.high > range.low"
          ><br /><span class="figure">{{ ends }}</span></template
        >
      </p>
    </div>
    <p class="label text-center -mt-4">{{ under }}</p>
  </div>
</template>
