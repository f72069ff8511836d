<script setup lang="ts">
/** Draws circles and arrows on a photo with a finger; the marked one is kept beside the first. */
const { src, width, height } = defineProps<{ src: string; width: number; height: number }>()
const emit = defineEmits<{ marked: [photo: Blob]; close: [] }>()
type Mark = { kind: 'circle' | 'arrow'; from: [number, number]; to: [number, number] }
const kind = ref<Mark['kind']>('circle')
const marks = ref<Mark[]>([])
const drawn = ref<Mark | null>(null)
const frame = useTemplateRef('frame')
const all = computed(() => (drawn.value ? [...marks.value, drawn.value] : marks.value))
/** Width of a line on the photo, px of the photo. */
const line = computed(() => Math.max(width, height) / 160)

function at(event: PointerEvent): [number, number] {
  const box = frame.value!.getBoundingClientRect()
  return [((event.clientX - box.left) / box.width) * width, ((event.clientY - box.top) / box.height) * height]
}
function begin(event: PointerEvent): void {
  frame.value!.setPointerCapture(event.pointerId)
  drawn.value = { kind: kind.value, from: at(event), to: at(event) }
}
function move(event: PointerEvent): void {
  if (drawn.value) drawn.value = { ...drawn.value, to: at(event) }
}
function end(): void {
  if (drawn.value && far(drawn.value) > line.value * 2) marks.value = [...marks.value, drawn.value]
  drawn.value = null
}
const far = ({ from, to }: Mark) => Math.hypot(to[0] - from[0], to[1] - from[1])
/** Head of an arrow: its three corners. */
function head({ from, to }: Mark): [number, number][] {
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0])
  const side = (turn: number): [number, number] => [
    to[0] - line.value * 6 * Math.cos(angle + turn),
    to[1] - line.value * 6 * Math.sin(angle + turn),
  ]
  return [to, side(0.45), side(-0.45)]
}

async function save(): Promise<void> {
  const picture = await createImageBitmap(await (await fetch(src)).blob())
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  const pen = canvas.getContext('2d')!
  pen.drawImage(picture, 0, 0, width, height)
  picture.close()
  for (const [colour, wide] of [
    ['#ffffff', line.value * 2],
    ['#c2261b', line.value],
  ] as const) {
    Object.assign(pen, { strokeStyle: colour, fillStyle: colour, lineWidth: wide, lineCap: 'round' })
    for (const mark of marks.value) {
      pen.beginPath()
      if (mark.kind === 'circle') pen.arc(...mark.from, far(mark), 0, 2 * Math.PI)
      else {
        pen.moveTo(...mark.from)
        pen.lineTo(...mark.to)
        for (const corner of [...head(mark), mark.to]) pen.lineTo(...corner)
      }
      pen.stroke()
    }
  }
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.85))
  if (blob) emit('marked', blob)
}
</script>

<template>
  <div>
    <div
      ref="frame"
      class="relative touch-none max-h-[60vh] mx-auto"
      :style="{ aspectRatio: `${width} / ${height}` }"
      data-mark
      @pointerdown.prevent="begin"
      @pointermove="move"
      @pointerup="end"
    >
      <img :src="src" alt="The photo to draw on" class="absolute inset-0 size-full" draggable="false" />
      <svg class="absolute inset-0 size-full" :viewBox="`0 0 ${width} ${height}`" aria-hidden="true">
        <g
          v-for="[colour, wide] in [
            ['#ffffff', line * 2],
            ['#c2261b', line],
          ] as const"
          :key="colour"
          fill="none"
          :stroke="colour"
          :stroke-width="wide"
          stroke-linecap="round"
        >
          <template v-for="(mark, i) in all" :key="i">
            <circle v-if="mark.kind === 'circle'" :cx="mark.from[0]" :cy="mark.from[1]" :r="far(mark)" />
            <polyline
              v-else
              :points="[mark.from, mark.to, ...head(mark), mark.to].map((p) => p.join(',')).join(' ')"
            />
          </template>
        </g>
      </svg>
    </div>
    <div class="flex flex-wrap gap-2 mt-2">
      <button
        v-for="one in ['circle', 'arrow'] as const"
        :key="one"
        type="button"
        class="button quiet touch"
        :class="{ 'bg-chosen!': kind === one }"
        :aria-pressed="kind === one"
        @click="kind = one"
      >
        {{ one === 'circle' ? 'Circle' : 'Arrow' }}
      </button>
      <button
        type="button"
        class="button quiet touch"
        :disabled="!marks.length"
        @click="marks = marks.slice(0, -1)"
      >
        Take the last away
      </button>
      <button type="button" class="button touch" :disabled="!marks.length" @click="save">
        Keep the marked photo
      </button>
      <button type="button" class="button quiet touch" @click="emit('close')">Leave it</button>
    </div>
  </div>
</template>
