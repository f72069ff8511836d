<script setup lang="ts">
import { PRACTICE } from '#core/catalog/practice'
import { exhaustAtAxle, mountingOf, railBottom, railDepth } from '#core/catalog/truckGeometry'
import type { Truck } from '#core/document/types'
import type { Fit, Pose } from '#core/truck/types'

/**
 * Section through the rear axle, seen from behind, left at the left. The body does not move; the axle is in the
 * shown pose. Springs have the size used for the fit.
 */
const { truck, fit, pose } = defineProps<{ truck: Truck; fit: Fit | null; pose: Pose | null }>()
const x = (left: number) => -left * 1000
const z = (up: number) => -up * 1000
const rail = computed(() => truck.frame.top + truck.frame.kickUp)
const half = computed(
  () =>
    Math.max(truck.bed.width / 2, truck.rearTrack / 2 + truck.tyre.width * (truck.tyre.dual ? 1.1 : 0.55)) +
    0.08,
)
const top = computed(() => Math.max(truck.bed.floor + 0.22, rail.value + 0.1))
const box = computed(() => ({
  x: -half.value * 1000,
  y: -top.value * 1000,
  width: half.value * 2000,
  height: top.value * 1000 + 190,
}))
const rise = computed(() => pose?.rise ?? 0)
const roll = computed(() => pose?.roll ?? 0)
/** A place that moves with the axle, turned about its middle. */
const onAxle = (left: number, up: number) => ({
  x: x(left - roll.value * (up - truck.tyre.radius)),
  y: z(up + rise.value + roll.value * left),
})
const wheels = computed(() =>
  [1, -1].flatMap((side) => {
    const w = truck.tyre.width
    const middles = truck.tyre.dual
      ? [truck.rearTrack / 2 - w * 0.525, truck.rearTrack / 2 + w * 0.525]
      : [truck.rearTrack / 2]
    return middles.map((m) => ({
      ...onAxle(side * m, truck.tyre.radius),
      width: w * 1000,
      height: truck.tyre.radius * 2000,
    }))
  }),
)
const degrees = computed(() => (roll.value * 180) / Math.PI)
/** Outline of a bag: two convolutions between its ends. */
function outline(bag: Pose['bags']['left']): string {
  const r = bag.diameter * 500
  const [ux, uy, lx, ly] = [x(bag.upper.y), z(bag.upper.z), x(bag.lower.y), z(bag.lower.z)]
  const mx = (ux + lx) / 2
  const my = (uy + ly) / 2
  const end = r * 0.78
  return `M${ux - end} ${uy} Q${ux - r * 1.22} ${(uy + my) / 2} ${mx - end} ${my} Q${lx - r * 1.22} ${(ly + my) / 2} ${lx - end} ${ly} H${lx + end} Q${lx + r * 1.22} ${(ly + my) / 2} ${mx + end} ${my} Q${ux + r * 1.22} ${(uy + my) / 2} ${ux + end} ${uy} Z`
}
/** Brackets from the rail down to the bag and from the bag down to the axle. */
function bracket(side: 1 | -1, bag: Pose['bags']['left']): string {
  const bottom = railBottom(truck)
  const foot = onAxle(side * truck.seat, truck.tyre.radius + truck.axle.tube)
  return `M${x((side * truck.frame.spacing) / 2)} ${z(bottom)} H${x(side * truck.seat)} V${z(bag.upper.z)} M${x(bag.lower.y)} ${z(bag.lower.z)} L${foot.x} ${foot.y}`
}
const bags = computed(() =>
  pose && fit
    ? (['left', 'right'] as const).map((side) => ({
        side,
        bag: pose.bags[side],
        path: outline(pose.bags[side]),
        colour: side === 'left' ? 'var(--ochre)' : 'var(--iris)',
        dash: side === 'right' ? '8 4' : undefined,
      }))
    : [],
)
const pipe = computed(() => exhaustAtAxle(truck))
const brakeLines = computed(() =>
  truck.brakeLine ? [1, -1].map((side) => onAxle(side * truck.brakeLine!.y, truck.brakeLine!.z)) : [],
)
/** The steel coils beside the bags, wound from the axle up. */
const coils = computed(() => {
  if (mountingOf(truck.suspension) === 'coil' || truck.suspension.kind !== 'coil') return []
  const turns = 5
  return [1, -1].map((side) => {
    const middle = (side * truck.suspension.rearSpringBase) / 2
    const foot = onAxle(middle, truck.tyre.radius + truck.axle.tube)
    const head = { x: x(middle), y: z(railBottom(truck)) }
    const points = Array.from({ length: 2 * turns + 1 }, (_, i) => {
      const t = i / (2 * turns)
      const out = (i % 2 ? 1 : -1) * truck.coil.inner * 500
      return `${foot.x + (head.x - foot.x) * t + out},${foot.y + (head.y - foot.y) * t}`
    })
    return points.join(' ')
  })
})
/** Brackets and bolts beside the springs, where they are in this pose. */
const beside = computed(() =>
  Object.entries(truck.beside).map(([id, { at, rides, radius, smooth, label }]) => ({
    id,
    label,
    radius,
    smooth,
    ...(rides === 'axle' ? onAxle(at.y, at.z) : { x: x(at.y), y: z(at.z) }),
  })),
)
/** Names of the drawn things, each beside its own. */
const names = computed(() => {
  const fender = truck.innerFender
  const [line] = brakeLines.value
  const name = (text: string, left: number, up: number) => ({ text, x: left, y: up })
  return [
    name('frame rail', x(-truck.frame.spacing / 2) + 40, z(rail.value)),
    name('differential', x(truck.axle.offset), z(truck.tyre.radius - truck.axle.differential) + 14),
    ...(fender ? [name('inner fender', x(fender.y) - 120, z(fender.bottom) + 14)] : []),
    ...(pipe.value ? [name('exhaust', x(pipe.value.y) + 50, z(pipe.value.z))] : []),
    ...(line ? [name('brake line', line.x + 20, line.y + 16)] : []),
    ...beside.value.map((b) => name(b.label, b.x + 16, b.y - 14)),
  ]
})
const s = { x, z, left: (drawn: number) => -drawn / 1000, up: (drawn: number) => -drawn / 1000 }
</script>

<template>
  <Picture :box="box" label="Section through the rear axle, seen from behind">
    <GroundLine :box="box" />
    <rect
      :x="x(truck.bed.width / 2)"
      :y="z(truck.bed.floor)"
      :width="truck.bed.width * 1000"
      height="30"
      fill="var(--steel)"
      stroke="var(--steel-edge)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <template v-if="truck.innerFender">
      <line
        v-for="side in [1, -1]"
        :key="`f${side}`"
        :x1="x(side * truck.innerFender.y)"
        :x2="x(side * truck.innerFender.y)"
        :y1="z(truck.innerFender.bottom)"
        :y2="z(Math.max(truck.bed.floor, truck.innerFender.bottom + 0.1))"
        stroke="var(--steel-edge)"
        stroke-width="3"
        vector-effect="non-scaling-stroke"
      />
    </template>
    <rect
      v-for="side in [1, -1]"
      :key="`r${side}`"
      :x="x((side * truck.frame.spacing) / 2) - truck.frame.railWidth * 500"
      :y="z(rail)"
      :width="truck.frame.railWidth * 1000"
      :height="railDepth(truck) * 1000"
      fill="var(--steel)"
      stroke="var(--steel-edge)"
      stroke-width="1.2"
      vector-effect="non-scaling-stroke"
    />
    <line
      :x1="onAxle(truck.rearTrack / 2, truck.tyre.radius).x"
      :y1="onAxle(truck.rearTrack / 2, truck.tyre.radius).y"
      :x2="onAxle(-truck.rearTrack / 2, truck.tyre.radius).x"
      :y2="onAxle(-truck.rearTrack / 2, truck.tyre.radius).y"
      stroke="var(--steel-edge)"
      :stroke-width="truck.axle.tube * 2000"
      stroke-linecap="round"
    />
    <circle
      :cx="onAxle(truck.axle.offset, truck.tyre.radius).x"
      :cy="onAxle(truck.axle.offset, truck.tyre.radius).y"
      :r="truck.axle.differential * 1000"
      fill="var(--steel-edge)"
    />
    <rect
      v-for="(w, i) in wheels"
      :key="`w${i}`"
      :x="w.x - w.width / 2"
      :y="w.y - w.height / 2"
      :width="w.width"
      :height="w.height"
      rx="55"
      fill="var(--rubber)"
      :transform="`rotate(${degrees} ${w.x} ${w.y})`"
    />
    <template v-for="b in bags" :key="b.side">
      <path
        :d="bracket(b.side === 'left' ? 1 : -1, b.bag)"
        fill="none"
        stroke="var(--ink)"
        stroke-width="3"
        stroke-opacity="0.6"
        vector-effect="non-scaling-stroke"
      />
      <path
        :d="b.path"
        :fill="b.colour"
        fill-opacity="0.32"
        :stroke="b.colour"
        stroke-width="2"
        :stroke-dasharray="b.dash"
        vector-effect="non-scaling-stroke"
      />
      <line
        :x1="x(b.bag.upper.y) - 70"
        :x2="x(b.bag.upper.y) + 70"
        :y1="z(b.bag.upper.z)"
        :y2="z(b.bag.upper.z)"
        stroke="var(--ink)"
        stroke-width="2"
        vector-effect="non-scaling-stroke"
      />
      <line
        :x1="x(b.bag.lower.y) - 70"
        :x2="x(b.bag.lower.y) + 70"
        :y1="z(b.bag.lower.z) + roll * 70"
        :y2="z(b.bag.lower.z) - roll * 70"
        stroke="var(--ink)"
        stroke-width="2"
        vector-effect="non-scaling-stroke"
      />
    </template>
    <template v-if="pipe">
      <circle
        :cx="x(pipe.y)"
        :cy="z(pipe.z)"
        :r="(truck.exhaust.radius + PRACTICE.heatClearance.value) * 1000"
        fill="none"
        stroke="var(--brick)"
        stroke-width="1"
        stroke-dasharray="4 4"
        vector-effect="non-scaling-stroke"
      />
      <circle
        :cx="x(pipe.y)"
        :cy="z(pipe.z)"
        :r="truck.exhaust.radius * 1000"
        fill="var(--brick)"
        fill-opacity="0.75"
      />
    </template>
    <polyline
      v-for="(points, i) in coils"
      :key="`c${i}`"
      :points="points"
      fill="none"
      stroke="var(--steel-edge)"
      stroke-width="4"
      stroke-linejoin="round"
      vector-effect="non-scaling-stroke"
    />
    <circle
      v-for="b in beside"
      :key="b.id"
      :cx="b.x"
      :cy="b.y"
      :r="Math.max(b.radius * 1000, 5)"
      :fill="b.smooth ? 'var(--steel)' : 'var(--brick)'"
      stroke="var(--ink)"
      stroke-width="1.5"
      vector-effect="non-scaling-stroke"
    />
    <circle
      v-for="(p, i) in brakeLines"
      :key="`b${i}`"
      :cx="p.x"
      :cy="p.y"
      r="11"
      fill="var(--blue)"
      stroke="var(--sheet)"
      stroke-width="1"
      vector-effect="non-scaling-stroke"
    />
    <slot :s="s" />
    <template #over="{ at }">
      <span
        v-for="b in bags"
        :key="b.side"
        data-fixed
        class="absolute figure text-xs -translate-x-1/2 -translate-y-1/2 pointer-events-none"
        :style="at(x(b.bag.upper.y * 0.5 + b.bag.lower.y * 0.5), z((b.bag.upper.z + b.bag.lower.z) / 2))"
        >{{ b.side === 'left' ? 'L' : 'R' }}</span
      >
      <span
        v-for="(name, i) in names"
        :key="i"
        class="absolute text-[11px] leading-none text-soft whitespace-nowrap pointer-events-none bg-sheet/70 rounded px-0.5"
        :style="at(name.x, name.y)"
        >{{ name.text }}</span
      >
      <slot name="over" :at="at" :s="s" />
    </template>
  </Picture>
</template>
