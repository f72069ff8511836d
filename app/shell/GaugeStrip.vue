<script setup lang="ts">
import type { Figure, StageName } from '#core/quantity/figure'
import { showText } from '#core/quantity/units'

/**
 * The live figures of the whole job, with band and pointer, and a ghost pointer where each was before the
 * newest edit.
 */
const job = useJob()
const shop = useShop()

interface Wanted {
  stage: StageName
  id: string
  label: string
}
const ALWAYS: Wanted[] = [
  { stage: 'load', id: 'left', label: 'Left spring' },
  { stage: 'load', id: 'right', label: 'Right spring' },
  { stage: 'load', id: 'rearAxle', label: 'Rear axle' },
]
/** Each place of the strip shows the first of its figures that this circuit has. */
const PLACES: Wanted[][] = [
  [
    { stage: 'tune', id: 'levelAt', label: 'Level by itself after' },
    { stage: 'air', id: 'time', label: 'Up to level' },
    { stage: 'air', id: 'highest', label: 'Highest pressure' },
  ],
  [{ stage: 'lay', id: 'longest', label: 'Longest line' }],
  [
    { stage: 'power', id: 'drop', label: 'Drop at compressor' },
    { stage: 'tune', id: 'minimum', label: 'Never under' },
  ],
  [{ stage: 'prove', id: 'loss', label: 'Loss in the hold test' }],
]
const wanted = computed(() => [
  ...ALWAYS,
  ...PLACES.map(
    (place) => place.find(({ stage, id }) => figureOf(job.derived, stage, id, job.haulId)) ?? place.at(-1)!,
  ),
])

const gauges = computed(() =>
  wanted.value.map(({ stage, id, label }) => {
    const now = figureOf(job.derived, stage, id, job.haulId)
    const before = figureOf(job.derivedGhost, stage, id, job.haulId)
    return { label, now, ...marks(now, before) }
  }),
)

function marks(now: Figure | undefined, before: Figure | undefined) {
  if (!now || now.value === null) return { pointer: null, ghost: null, band: null, over: false }
  const top = (now.max ?? Math.max(now.value, 0)) * 1.15 || 1
  const share = (v: number) => Math.min(Math.max(v / top, 0), 1) * 100
  const ghost =
    before?.value == null || Math.abs(share(before.value) - share(now.value)) < 0.4
      ? null
      : share(before.value)
  return {
    pointer: share(now.value),
    ghost,
    band: { left: share(now.min ?? 0), width: share(now.max ?? top) - share(now.min ?? 0) },
    over: now.max !== undefined && now.value > now.max * 1.0001,
  }
}
</script>

<template>
  <section aria-label="Gauge strip" class="bg-frame text-onframe grid grid-cols-4 sm:grid-cols-7">
    <div
      v-for="gauge in gauges"
      :key="gauge.label"
      class="px-3.5 py-2 border-r border-white/15 min-w-0 overflow-hidden"
    >
      <p class="text-xs text-onframe-soft truncate">{{ gauge.label }}</p>
      <p class="whitespace-nowrap">
        <Fig :figure="gauge.now" big /><span
          v-if="gauge.now?.max !== undefined && gauge.now.quantity === 'mass'"
          class="hidden sm:inline font-mono text-xs text-onframe-soft"
        >
          of {{ showText(gauge.now.max, 'mass', shop.units) }}</span
        >
      </p>
      <div class="relative h-1.5 mt-1.5 rounded bg-white/20" aria-hidden="true">
        <span
          v-if="gauge.band"
          class="absolute inset-y-0 rounded bg-mint"
          :style="{ left: `${gauge.band.left}%`, width: `${gauge.band.width}%` }"
        />
        <span
          v-if="gauge.ghost !== null"
          class="absolute -inset-y-0.5 w-0.5 bg-white/60"
          :style="{ left: `${gauge.ghost}%` }"
        />
        <span
          v-if="gauge.pointer !== null"
          class="absolute -inset-y-1 w-1 rounded"
          :class="gauge.over ? 'bg-[#ff8f7d]' : 'bg-glow'"
          :style="{ left: `calc(${gauge.pointer}% - 2px)` }"
        />
      </div>
    </div>
  </section>
</template>
