<script setup lang="ts">
import { leverAngle } from '#core/tune/lever'

/** A height valve's arm and link at ride height, at full droop and at full bump. */
const { arm, link, droop, bump } = defineProps<{ arm: number; link: number; droop: number; bump: number }>()
const MM = 1000
const geometry = computed(() => ({ arm, link, ahead: arm, below: link }))
/** Ends of arm and link with the axle at a distance above ride height, mm; null if they do not meet. */
const stand = (rise: number) => {
  const angle = leverAngle(geometry.value, rise)
  if (angle === null) return null
  const end = { x: arm * Math.cos(angle) * MM, y: -arm * Math.sin(angle) * MM }
  return { end, foot: { x: arm * MM, y: (link - rise) * MM } }
}
const drawn = computed(() =>
  [
    { id: 'droop', label: 'droop', rise: -droop, dash: '6 4' },
    { id: 'bump', label: 'bump', rise: bump, dash: '2 3' },
    { id: 'ride', label: 'ride height', rise: 0, dash: undefined },
  ].map((at) => ({ ...at, at: stand(at.rise) })),
)
const box = computed(() => {
  const top = -Math.max(arm, 0.06) * MM
  return { x: -50, y: top, width: arm * MM + 190, height: (link + droop) * MM - top + 30 }
})
</script>

<template>
  <Picture :box="box" label="Height valve: arm and link at ride height, at droop and at bump">
    <circle r="16" fill="var(--card)" stroke="var(--ink)" stroke-width="3" />
    <g v-for="{ id, label, dash, at } in drawn" :key="id">
      <template v-if="at">
        <polyline
          :points="`0,0 ${at.end.x},${at.end.y} ${at.foot.x},${at.foot.y}`"
          fill="none"
          :stroke="id === 'ride' ? 'var(--petrol)' : 'var(--soft)'"
          :stroke-dasharray="dash"
          :stroke-width="id === 'ride' ? 5 : 3"
          stroke-linejoin="round"
        />
        <circle :cx="at.foot.x" :cy="at.foot.y" r="5" fill="var(--ink)" />
        <text :x="at.foot.x + 12" :y="at.foot.y + 4" font-size="15" fill="var(--ink)">{{ label }}</text>
      </template>
    </g>
    <text x="-40" y="-24" font-size="15" fill="var(--ink)">valve</text>
  </Picture>
</template>
