<script setup lang="ts">
import { SUM_PICTURES } from './sumPictures'

/** The small picture of a quick sum, named after what it shows. */
const { name, title } = defineProps<{ name: string; title: string }>()
const picture = computed(() => SUM_PICTURES[name])
const LOOKS = {
  body: { fill: 'var(--steel)', stroke: 'var(--ink)', width: 1.6 },
  air: { fill: 'none', stroke: 'var(--ochre)', width: 2.4 },
  heat: { fill: 'none', stroke: 'var(--brick)', width: 2.4 },
  measure: { fill: 'none', stroke: 'var(--soft)', width: 1 },
  plain: { fill: 'none', stroke: 'var(--ink)', width: 1.6 },
}
const look = (as?: keyof typeof LOOKS) => LOOKS[as ?? 'plain']
</script>

<template>
  <svg
    v-if="picture"
    viewBox="0 0 320 112"
    class="w-full max-w-md bg-card border border-line rounded"
    role="img"
    :aria-label="`${title}: ${picture.words.map((w) => w.text).join(', ')}`"
  >
    <path
      v-for="(shape, i) in picture.shapes"
      :key="i"
      :d="shape.d"
      :fill="look(shape.as).fill"
      :stroke="look(shape.as).stroke"
      :stroke-width="look(shape.as).width"
      stroke-linejoin="round"
      stroke-linecap="round"
    />
    <text
      v-for="w in picture.words"
      :key="w.text + w.x"
      :x="w.x"
      :y="w.y"
      font-size="12"
      font-weight="600"
      font-family="var(--font-mono)"
      fill="var(--ink)"
      paint-order="stroke"
      stroke="var(--card)"
      stroke-width="3"
    >
      {{ w.text }}
    </text>
  </svg>
</template>
