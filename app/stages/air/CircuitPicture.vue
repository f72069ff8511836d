<script setup lang="ts">
import {
  isNamed,
  letterAt,
  nameAt,
  nameSize,
  shownName,
  type CircuitDrawing,
  type PlacedSymbol,
} from '#core/air/drawing/layout'
import { isAllNew } from '#core/air/circuit/states'
import { classIdOf, partOf, tubeOf } from '#core/air/parts/parts'
import { STATE_SIGNS, STATE_WORDS } from '#core/catalog/partStates'
import { DIRECT, type AirPlan } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { LINE_STYLES, READABLE } from '~/pictures/lineStyles'
import { STATE_COLOURS } from '~/pictures/stateColours'
import type { LivePicture } from './player'

/**
 * The circuit in standard symbols. Parts and lines can be chosen on it; during a run it shows pressures, flows
 * and open valves.
 */
const {
  air,
  chosen,
  live = null,
  still = false,
} = defineProps<{
  air: AirPlan
  chosen: string | null
  live?: LivePicture | null
  /** A second copy beside the working picture; only the working picture is saved and printed. */
  still?: boolean
}>()
const emit = defineEmits<{ choose: [id: string] }>()
const shop = useShop()
const drawing = shallowRef<CircuitDrawing | null>(null)
const problem = ref('')
let asked = 0
watch(
  () => [air.components, air.lines, air.blockClass, air.classes] as const,
  async () => {
    const mine = ++asked
    try {
      const { layOutCircuit } = await import('./layOut')
      const plain = JSON.parse(JSON.stringify(air)) as AirPlan
      const next = await layOutCircuit(plain, drawing.value)
      if (mine === asked) drawing.value = next
    } catch (error) {
      problem.value = `The circuit could not be drawn: ${(error as Error).message}`
    }
  },
  { immediate: true },
)
/** Lines of parts that were just removed are not drawn until the new layout is ready. */
const lines = computed(() => drawing.value?.lines.filter((l) => air.lines[l.id]) ?? [])
const symbols = computed(() => drawing.value?.symbols.filter((s) => air.components[s.id]) ?? [])
const points = (line: { points: { x: number; y: number }[] }) =>
  line.points.map((p) => `${p.x},${p.y}`).join(' ')
const name = (id: string) => air.components[id]?.label ?? id
/** The state of parts and lines is drawn if something existed before or is left for later. */
const signed = computed(() => !isAllNew(air))
/** A line with less room than this beside its letter shows its state at its ends and in its tooltip. */
const SIGN_ROOM = 70
const stateOf = (id: string) => air.components[id]!.state
/** Tooltip: a part with its class, a line with its tube. */
const partText = (id: string) => {
  const what = classIdOf(air, id) ? `${name(id)}: ${partOf(air, id).label}` : name(id)
  return signed.value ? `${what} (${STATE_WORDS[stateOf(id)]})` : what
}
const lineText = (id: string) => {
  const { path, tube, state } = air.lines[id]!
  const of = tube === DIRECT ? 'screwed in' : (tubeOf(air, { tube })?.label ?? 'no tube chosen')
  const becomes = signed.value ? ` (${STATE_WORDS[state]})` : ''
  return `${lineName(id)}: ${LINE_STYLES[path].name}, ${of}${becomes}`
}
const lineName = (id: string) => `Line, ${name(air.lines[id]!.from)} to ${name(air.lines[id]!.to)}`
/**
 * Room beside the drawing for names that extend over it, and the smallest scale before it scrolls, px a unit.
 */
const MARGIN = 16
const LEAST_SCALE = 0.48
/** Size of one drawing unit on the screen, px. */
const scale = ref(1)
const svg = useTemplateRef('svg')
watch(svg, (element, _, onCleanup) => {
  if (!element) return
  const sized = new ResizeObserver(([entry]) => {
    const { width, height } = entry!.contentRect
    if (drawing.value && width > 0)
      scale.value = Math.min(width / drawing.value.width, height / drawing.value.height)
  })
  sized.observe(element)
  onCleanup(() => sized.disconnect())
})
/** Names are larger if the circuit is drawn small. */
const type = computed(() => nameSize(scale.value))
const namePlace = (symbol: PlacedSymbol) => nameAt(air.components[symbol.id]!.kind, symbol, type.value)
/** Touch area around a symbol, however small it is. */
const room = (size: number) => Math.max(7, (46 - size) / 2)
const named = (id: string) => isNamed(air.components[id]!.kind)
const pressure = (id: string) => {
  const p = live?.pressure[id]
  return p === undefined || !named(id) ? null : p.map((v) => showText(v, 'pressure', shop.units)).join(' · ')
}
const wide = computed(() => (drawing.value ? drawing.value.width * 1.2 : 0))
</script>

<template>
  <p v-if="problem" role="alert" class="text-brick">{{ problem }}</p>
  <p v-else-if="Object.keys(air.components).length === 0" class="label">Nothing is left in the circuit.</p>
  <p v-else-if="!drawing" class="label awaited">Drawing the circuit …</p>
  <div v-else class="overflow-x-auto">
    <svg
      ref="svg"
      :viewBox="`${-MARGIN} 0 ${drawing.width + 2 * MARGIN} ${drawing.height}`"
      class="w-full circuit mx-auto block"
      :style="{ maxWidth: `${wide}px`, minWidth: `${drawing.width * LEAST_SCALE}px` }"
      role="group"
      aria-label="Air circuit with standard fluid-power symbols"
      :data-circuit="still ? undefined : ''"
    >
      <DrawnPiece
        v-for="line in lines"
        :key="line.id"
        :label="lineName(line.id)"
        :chosen="chosen === line.id"
        :points="points(line)"
        :data-line="line.id"
        @choose="emit('choose', line.id)"
      >
        <polyline
          :points="points(line)"
          fill="none"
          :stroke="LINE_STYLES[air.lines[line.id]!.path].colour"
          :stroke-width="air.lines[line.id]!.tube === DIRECT ? 4.5 : 2.6"
          :stroke-opacity="signed && air.lines[line.id]!.state === 'kept' ? 0.5 : 1"
          :stroke-dasharray="LINE_STYLES[air.lines[line.id]!.path].dash"
        />
        <polyline
          v-if="live && Math.abs(live.flow[line.id] ?? 0) > 1e-7"
          :points="points(line)"
          fill="none"
          stroke="var(--card)"
          stroke-width="5"
          stroke-linecap="round"
          stroke-dasharray="1 13"
          :stroke-dashoffset="live.phase[line.id] ?? 0"
        />
        <polyline
          v-if="live && Math.abs(live.flow[line.id] ?? 0) > 1e-7"
          :points="points(line)"
          fill="none"
          stroke="var(--ink)"
          stroke-width="3"
          stroke-linecap="round"
          stroke-dasharray="1 13"
          :stroke-dashoffset="live.phase[line.id] ?? 0"
          data-flowing
        />
        <text
          v-if="air.lines[line.id]!.tube !== DIRECT"
          v-bind="READABLE"
          :x="letterAt(line).x"
          :y="letterAt(line).y"
          text-anchor="middle"
          :font-size="type - 1"
          font-weight="600"
          font-family="var(--font-mono)"
          :fill="LINE_STYLES[air.lines[line.id]!.path].colour"
        >
          {{ LINE_STYLES[air.lines[line.id]!.path].letter }}
          <tspan
            v-if="signed && letterAt(line).room > SIGN_ROOM"
            dx="3"
            :fill="STATE_COLOURS[air.lines[line.id]!.state]"
          >
            {{ STATE_SIGNS[air.lines[line.id]!.state] }}
          </tspan>
        </text>
        <title>{{ lineText(line.id) }}</title>
      </DrawnPiece>
      <DrawnPiece
        v-for="symbol in symbols"
        :key="symbol.id"
        :label="name(symbol.id)"
        :chosen="chosen === symbol.id"
        :transform="`translate(${symbol.x} ${symbol.y})`"
        :data-component="symbol.id"
        style="color: var(--ink)"
        @choose="emit('choose', symbol.id)"
      >
        <rect
          :x="-room(symbol.box.width)"
          :y="-room(symbol.box.height)"
          :width="symbol.box.width + 2 * room(symbol.box.width)"
          :height="symbol.box.height + 2 * room(symbol.box.height)"
          rx="5"
          :fill="live?.open.has(symbol.id) ? 'var(--glow)' : 'transparent'"
          :fill-opacity="live?.open.has(symbol.id) ? 0.55 : 1"
          :stroke="chosen === symbol.id ? 'var(--blue)' : 'none'"
          stroke-width="2.5"
        />
        <AirSymbol :kind="air.components[symbol.id]!.kind" :box="symbol.box" />
        <text
          v-if="named(symbol.id)"
          v-bind="READABLE"
          :x="namePlace(symbol).x"
          :y="namePlace(symbol).y"
          :text-anchor="namePlace(symbol).anchor"
          :font-size="type"
          fill="var(--ink)"
          font-family="var(--font-sans)"
        >
          {{ shownName(name(symbol.id)) }}
        </text>
        <g v-if="signed && named(symbol.id)">
          <circle
            :cx="symbol.box.width + 5"
            :cy="-3"
            r="8.5"
            fill="var(--card)"
            :stroke="STATE_COLOURS[stateOf(symbol.id)]"
            stroke-width="1.5"
          />
          <text
            :x="symbol.box.width + 5"
            :y="1.5"
            text-anchor="middle"
            font-size="13"
            font-weight="700"
            font-family="var(--font-mono)"
            :fill="STATE_COLOURS[stateOf(symbol.id)]"
          >
            {{ STATE_SIGNS[stateOf(symbol.id)] }}
          </text>
        </g>
        <title>{{ partText(symbol.id) }}</title>
        <text
          v-if="pressure(symbol.id) && !symbol.on"
          v-bind="READABLE"
          :x="namePlace(symbol).x"
          :y="namePlace(symbol).y + type + 3"
          text-anchor="middle"
          :font-size="type"
          font-weight="600"
          fill="var(--ink)"
          font-family="var(--font-mono)"
        >
          {{ pressure(symbol.id) }}
        </text>
      </DrawnPiece>
    </svg>
  </div>
</template>

<style scoped>
/**
 * The row above and the legend below take part of the picture's height. The height is the same before the
 * drawing is ready, so that nothing below it moves.
 */
.circuit,
.awaited {
  height: min(360px, calc(var(--picture-height, 400px) - 40px), 60vw);
}
@media print {
  .circuit {
    height: auto;
    max-height: 430px;
  }
}
</style>
