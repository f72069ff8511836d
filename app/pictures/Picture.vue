<script setup lang="ts">
import { showText } from '#core/quantity/units'
import { usePlacedLabels } from './usePlacedLabels'
import { useTape } from './useTape'
import { WHOLE, type Seen } from './scale'

/**
 * A drawing in millimetres with crisp HTML labels over it. `box` is the drawn window in mm. Slots: the drawing,
 * and `over` with `at(x, y)`, which gives the place of a label; labels make room for each other. With `tools`
 * one can zoom, measure between two points (not with `withoutTape`, for a drawing without lengths), and save
 * the visible part as SVG under the given name.
 */
const {
  box,
  label,
  tools,
  withoutTape = false,
} = defineProps<{
  box: { x: number; y: number; width: number; height: number }
  label: string
  tools?: string
  withoutTape?: boolean
}>()
const shop = useShop()
const root = useTemplateRef<HTMLElement>('root')
usePlacedLabels(root)
const seen = shallowRef<Seen>(WHOLE)
const view = computed(() => ({
  x: box.x + seen.value.left * box.width,
  y: box.y + seen.value.top * box.height,
  width: box.width / seen.value.nearer,
  height: box.height / seen.value.nearer,
}))
/** Position of a label, in percent; hidden if its place is out of sight. */
function at(x: number, y: number) {
  const left = ((x - view.value.x) / view.value.width) * 100
  const top = ((y - view.value.y) / view.value.height) * 100
  const hidden = seen.value.nearer > 1 && (left < 0 || left > 100 || top < 0 || top > 100)
  return { left: `${left}%`, top: `${top}%`, display: hidden ? 'none' : undefined }
}

type Tools = typeof import('./pictureTools')
let fetched: Promise<{ program: Tools; hand: ReturnType<Tools['nearerTo']> }> | null = null
/** Loaded when the picture is first pointed at or focused. */
function hands() {
  fetched ??= import('./pictureTools').then((program) => ({
    program,
    hand: program.nearerTo(root.value!, (now) => (seen.value = now)),
  }))
  return fetched
}
const reach = () => void (tools && hands())
onScopeDispose(() => void fetched?.then(({ hand }) => hand.end()))
const tape = useTape()
/** These keys zoom and move the picture, not the page. */
const KEYS = /^(Arrow\w+|[-+=0])$/
const nearer = async () => (await hands()).hand.nearer()
const farther = async () => (await hands()).hand.farther()
const whole = async () => (await hands()).hand.whole()
async function saveSvg(): Promise<void> {
  const { program } = await hands()
  saveFile(`${tools}.svg`, program.svgFile(root.value!), 'image/svg+xml')
}
async function key(event: KeyboardEvent): Promise<void> {
  if (!tools || event.target !== root.value?.querySelector('svg')) return
  if (KEYS.test(event.key)) event.preventDefault()
  ;(await hands()).hand.key(event)
}
</script>

<template>
  <div
    class="relative mx-auto"
    :style="{ maxWidth: `calc(var(--picture-height, 400vh) * ${box.width / box.height})` }"
  >
    <div
      ref="root"
      class="relative"
      :class="{ 'overflow-hidden': seen.nearer > 1 }"
      :data-taping="tape.on.value ? '' : undefined"
      @keydown="key"
      @pointerenter="reach"
      @focusin="reach"
    >
      <svg
        :viewBox="`${view.x} ${view.y} ${view.width} ${view.height}`"
        class="block w-full h-auto touch-none select-none"
        :class="{ 'cursor-crosshair': tape.on.value }"
        role="group"
        :tabindex="tools ? 0 : undefined"
        :aria-label="tools ? `${label}. Plus comes nearer, minus goes back, arrows move it.` : label"
        v-on="tape.on.value ? tape.listeners : {}"
      >
        <g :class="{ 'pointer-events-none': tape.on.value }"><slot /></g>
        <g v-if="tape.line.value" class="pointer-events-none">
          <line
            :x1="tape.line.value.from.x"
            :y1="tape.line.value.from.y"
            :x2="tape.line.value.to.x"
            :y2="tape.line.value.to.y"
            stroke="var(--blue)"
            stroke-width="2"
            vector-effect="non-scaling-stroke"
          />
        </g>
      </svg>
      <slot name="over" :at="at" />
      <span
        v-if="tape.line.value"
        data-fixed
        class="absolute figure text-[12px] bg-sheet/90 px-1 rounded pointer-events-none"
        :style="at(tape.line.value.to.x, tape.line.value.to.y)"
        >{{ showText(tape.length.value, 'length', shop.units) }}</span
      >
    </div>
    <div v-if="tools" class="flex flex-wrap gap-x-3 gap-y-1 mt-1 text-sm no-print">
      <button type="button" class="underline touch min-h-6" @click="nearer">Nearer</button>
      <button type="button" class="underline touch min-h-6" @click="farther">Farther</button>
      <button v-if="seen.nearer > 1" type="button" class="underline touch min-h-6" @click="whole">
        Whole picture
      </button>
      <button
        v-if="!withoutTape"
        type="button"
        class="underline touch min-h-6"
        :aria-pressed="tape.on.value"
        @click="tape.toggle()"
      >
        {{ tape.on.value ? 'Put the tape away' : 'Tape measure' }}
      </button>
      <button type="button" class="underline touch min-h-6" @click="saveSvg">Save as SVG</button>
      <span v-if="tape.on.value" class="label" aria-live="polite">
        {{
          tape.line.value
            ? `${showText(tape.length.value, 'length', shop.units)}, as seen from here`
            : 'Drag from one point to another.'
        }}
      </span>
    </div>
  </div>
</template>
