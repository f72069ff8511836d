<script setup lang="ts">
import type { Bag, Pose } from '#core/truck/types'
import { Pause, Play } from '@lucide/vue'
import { obstacleName } from '#core/truck/fit'
import { showText } from '#core/quantity/units'
import { useMoving } from '~/pictures/useMoving'

/**
 * The springs in place from behind. A slider or playback moves the axle from droop to bump, together or crossed
 * up.
 */
const job = useJob()
const shop = useShop()
const stage = computed(() => job.derived!.stages.truck)
const truck = computed(() => stage.value.result.truck)
const fit = computed(() => stage.value.result.fit)
const crossed = ref(false)
const poses = computed(() => (crossed.value ? fit.value?.crossed : fit.value?.together) ?? [])
/** Position in the sweep: 0 at droop, 1 at the bump stop; it starts at the unladen height. */
const along = ref<number | null>(null)
const unladen = computed(() => {
  const list = fit.value?.together
  return list && list.at(-1)!.left > list[0]!.left ? -list[0]!.left / (list.at(-1)!.left - list[0]!.left) : 0
})
const at = computed(() => along.value ?? (crossed.value ? 0.5 : unladen.value))

const mix = (a: number, b: number, t: number) => a + (b - a) * t
const mixBag = (a: Bag, b: Bag, t: number): Bag => ({
  lower: { x: a.lower.x, y: mix(a.lower.y, b.lower.y, t), z: mix(a.lower.z, b.lower.z, t) },
  upper: a.upper,
  height: mix(a.height, b.height, t),
  diameter: mix(a.diameter, b.diameter, t),
})
/** The shown pose, between two computed ones. */
const pose = computed<Pose | null>(() => {
  const list = poses.value
  if (list.length === 0) return null
  const place = at.value * (list.length - 1)
  const i = Math.min(Math.floor(place), list.length - 2)
  const [a, b, t] = [list[i]!, list[i + 1]!, place - i]
  return {
    left: mix(a.left, b.left, t),
    right: mix(a.right, b.right, t),
    rise: mix(a.rise, b.rise, t),
    roll: mix(a.roll, b.roll, t),
    bags: { left: mixBag(a.bags.left, b.bags.left, t), right: mixBag(a.bags.right, b.bags.right, t) },
    nearest: (t < 0.5 ? a : b).nearest,
  }
})
const text = (value: number) => showText(value, 'length', shop.units)

/** The pose in which a spring comes nearest to anything, over the whole sweep and crossed up. */
function showNearest(): void {
  const worst = fit.value?.worst
  if (!fit.value || !worst) return
  crossed.value = worst.left !== worst.right
  const list = crossed.value ? fit.value.crossed : fit.value.together
  const index = list.findIndex((p) => p.left === worst.left && p.right === worst.right)
  along.value = Math.max(index, 0) / (list.length - 1)
}
/** Position of the section through the bags, if it is not over the axle. */
const stations = computed(() => {
  const { upper, lower } = truck.value.seats
  if (upper.x === 0 && lower.x === 0) return ''
  const at = (x: number) =>
    x === 0 ? 'over the axle' : `${text(Math.abs(x))} ${x > 0 ? 'ahead of' : 'behind'} the axle`
  return upper.x === lower.x
    ? `The section is through the bags, ${at(upper.x)}.`
    : `The section is through the bags: upper ends ${at(upper.x)}, lower ends ${at(lower.x)}.`
})

const playing = ref(false)
let way = 1
let frame = 0
function play(): void {
  playing.value = !playing.value
  cancelAnimationFrame(frame)
  let last = performance.now()
  const tick = (now: number) => {
    let next = at.value + (way * (now - last)) / 2200
    last = now
    if (next > 1 || next < 0) {
      way = -way
      next = Math.min(Math.max(next, 0), 1)
    }
    along.value = next
    if (playing.value) frame = requestAnimationFrame(tick)
  }
  if (playing.value) frame = requestAnimationFrame(tick)
}
onScopeDispose(() => cancelAnimationFrame(frame))

function seat(left: number): void {
  job.edit('Move the spring seats', (draft) => {
    draft.truck.seat = left
  })
}
const moves = useMoving<1 | -1>(
  (side) => {
    const from = truck.value.seat
    return {
      label: 'Move the spring seats',
      to: (dx, _dy, nudged) => {
        if (nudged && dx === 0) return null
        // An arrow key moves both seats; a drag moves the side on which it began.
        const to = nudged ? from - dx / 1000 : Math.round((from - (side * dx) / 1000) * 200) / 200
        const seat = Math.max(Math.round(to * 1000) / 1000, 0.1)
        return (draft) => void (draft.truck.seat = seat)
      },
    }
  },
  { usual: 5, fine: 5 },
)
</script>

<template>
  <section class="sheet p-3" aria-label="Springs in place, from behind">
    <TruckRear :truck="truck" :fit="fit" :pose="pose">
      <template #default="{ s }">
        <MovableParts :truck="truck" view="rear" :place="(p) => ({ x: s.x(p.y), y: s.z(p.z) })" />
        <template v-if="pose">
          <rect
            v-for="side in [1, -1] as const"
            :key="side"
            :x="s.x(side * truck.seat) - 60"
            :y="s.z(pose.bags.left.upper.z) - 40"
            width="120"
            height="60"
            fill="transparent"
            tabindex="0"
            role="button"
            class="cursor-ew-resize"
            :aria-label="`${side > 0 ? 'Left' : 'Right'} spring seat, ${text(truck.seat)} from the centre. Arrow keys move both.`"
            v-on="moves(side)"
          />
        </template>
      </template>
      <template #over="{ at: over, s }">
        <EditFig
          class="absolute -translate-x-1/2"
          :style="over(0, s.z(truck.bed.floor + 0.16))"
          label="Spring seat from the centre line"
          prefix="seat "
          :value="truck.seat"
          quantity="length"
          :min="0.1"
          :max="3"
          @change="seat"
        />
        <EditFig
          class="absolute -translate-x-1/2 -translate-y-1/2"
          :style="over(0, s.z(0.1))"
          label="Rail spacing, centre to centre"
          prefix="rails "
          :value="truck.frame.spacing"
          quantity="length"
          :min="0.2"
          :max="3"
          @change="(v) => job.edit('Rail spacing', (d) => void (d.truck.frame.spacing = v))"
        />
      </template>
    </TruckRear>
    <div v-if="pose" class="flex flex-wrap items-center gap-x-3 gap-y-1 mt-2">
      <button type="button" class="button quiet touch" :aria-pressed="playing" @click="play">
        <component :is="playing ? Pause : Play" :size="16" aria-hidden="true" />{{
          playing ? 'Hold' : 'Move the axle'
        }}
      </button>
      <label class="grow flex items-center gap-2 text-sm min-w-44"
        ><span class="text-soft">droop</span
        ><input
          type="range"
          min="0"
          max="1"
          step="0.01"
          class="grow accent-petrol touch"
          aria-label="Axle from full droop to the bump stop"
          :aria-valuetext="`left wheel ${text(pose.left)}, right wheel ${text(pose.right)} from unladen`"
          :value="at"
          @input="along = Number(($event.target as HTMLInputElement).value)"
        /><span class="text-soft">bump</span></label
      >
      <button v-if="fit?.worst" type="button" class="button quiet touch text-sm" @click="showNearest">
        Where it comes nearest
      </button>
      <label class="flex items-center gap-1.5 text-sm touch"
        ><input v-model="crossed" type="checkbox" class="accent-petrol size-4" />crossed up</label
      >
    </div>
    <p v-if="pose" class="label mt-1">
      Spring <span class="figure">{{ text(pose.bags.left.height) }}</span> left,
      <span class="figure">{{ text(pose.bags.right.height) }}</span> right<template v-if="pose.nearest"
        >; nearest here: {{ obstacleName(pose.nearest.on, truck) }},
        <span
          class="figure"
          :class="{ 'text-brick': pose.nearest.value < 0.013 && pose.nearest.on !== 'coil' }"
          >{{ text(pose.nearest.value) }}</span
        >
        on the {{ pose.nearest.side }}</template
      >. {{ stations }}
    </p>
    <p v-else class="label mt-1">
      The chosen spring does not suit this suspension; choose another at Air to see it in place.
    </p>
  </section>
</template>
