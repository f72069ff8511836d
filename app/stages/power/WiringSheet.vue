<script setup lang="ts">
import { drawSheet, SHEETS } from '#core/power/drawing/sheets'
import { WIRING_SYMBOLS, wiringSymbol } from '#core/power/drawing/symbols'
import { sizeLabel } from '#core/power/tables'
import type { PowerState } from '#core/power/network/states'
import { isTaker, type SheetId, type WiringPart } from '#core/power/network/types'
import { showText } from '#core/quantity/units'
import { LINE_STYLES, READABLE } from '~/pictures/lineStyles'
import { usePower } from './usePower'

/**
 * One sheet of the wiring in standard symbols (IEC 60617): battery on the left, earths on the right. Parts and
 * wires can be chosen on it. It shows the amps of each wire and the volts at each consumer, in one state.
 */
const { sheet, state } = defineProps<{ sheet: SheetId; state: PowerState }>()
const { job, shop, screen, result, chosen } = usePower()
const drawing = computed(() => drawSheet(result.value.wiring, sheet))
const rows = computed(() => new Map(result.value.rows.map((row) => [row.id, row])))
const solved = computed(() => result.value.solved[state])
const title = computed(() => SHEETS.find(({ id }) => id === sheet)!.title)
const kindOf = (id: string) => job.plan!.air.components[id]?.kind
const symbolOf = (part: WiringPart) => WIRING_SYMBOLS[wiringSymbol(part, kindOf)]
const pick = (id: string) => void (screen.subject = id)

/** The current in words; empty if nothing flows. */
const LEAST_SHOWN = 0.005
const ampsOf = (id: string) => Math.abs(solved.value.amps[id] ?? 0)
const ampsText = (id: string) => (ampsOf(id) < LEAST_SHOWN ? '' : showText(ampsOf(id), 'current', shop.units))
const voltsText = (part: WiringPart) => {
  const volts = solved.value.volts[part.a]! - solved.value.volts[part.b]!
  return isTaker(part) && ampsOf(part.id) >= LEAST_SHOWN ? showText(volts, 'voltage', shop.units) : ''
}
const style = (wireFor: string) =>
  LINE_STYLES[wireFor === 'earth' ? 'earth' : wireFor === 'feed' ? 'feed' : 'signal']
/** A name in at most two lines, under its symbol. */
const LINE = 17
function lines(label: string): string[] {
  const words = label.split(' ')
  const [first, second]: [string[], string[]] = [[], []]
  for (const word of words) {
    const isFirst = second.length === 0 && [...first, word].join(' ').length <= LINE
    ;(isFirst ? first : second).push(word)
  }
  const rest = second.join(' ')
  return [first.join(' '), rest.length > LINE ? `${rest.slice(0, LINE - 1)}…` : rest].filter(Boolean)
}
/** The smallest scale before it scrolls, px a unit. */
const LEAST_SCALE = 0.75
const points = (list: [number, number][]) => list.map((p) => p.join(',')).join(' ')
const box = computed(() => ({ x: 0, y: 0, width: drawing.value.width, height: drawing.value.height + 14 }))
</script>

<template>
  <div class="overflow-x-auto">
    <Picture
      :style="{ minWidth: `${box.width * LEAST_SCALE}px` }"
      :box="box"
      :label="`${title}: wiring with standard electrical symbols`"
      :tools="`wiring-${sheet}`"
      without-tape
      data-wiring
    >
      <polyline
        v-for="(join, i) in drawing.joins"
        :key="`join-${i}`"
        :points="points(join)"
        fill="none"
        stroke="var(--ink)"
        stroke-width="1.4"
      />
      <DrawnPiece
        v-for="{ part, points: way, at } in drawing.wires"
        :key="part.id"
        :label="`${rows.get(part.id)?.mark} ${part.label}`"
        :chosen="chosen?.id === part.id"
        :points="points(way)"
        @choose="pick(part.id)"
      >
        <polyline
          :points="points(way)"
          fill="none"
          :stroke="style(part.wire.for).colour"
          :stroke-dasharray="style(part.wire.for).dash"
          stroke-width="2.6"
        />
        <text v-bind="READABLE" :x="at.x" :y="at.y - 7" text-anchor="middle" font-size="12" fill="var(--ink)">
          {{ rows.get(part.id)?.mark }} · {{ sizeLabel(part.wire.area, shop.units.wire) }}
        </text>
        <text
          v-bind="READABLE"
          :x="at.x"
          :y="at.y + 16"
          text-anchor="middle"
          font-size="11.5"
          fill="var(--ink)"
          font-family="var(--font-mono)"
        >
          {{ ampsText(part.id) }}
        </text>
      </DrawnPiece>
      <circle
        v-for="(dot, i) in drawing.dots"
        :key="`dot-${i}`"
        :cx="dot.x"
        :cy="dot.y"
        r="3.4"
        fill="var(--ink)"
      />
      <g v-for="(back, i) in drawing.backs" :key="`back-${i}`" class="pointer-events-none">
        <path
          :d="`M${back.x} ${back.y}h14M${back.x + 9} ${back.y - 4}l5 4-5 4`"
          fill="none"
          stroke="var(--ink)"
        />
        <text v-bind="READABLE" :x="back.x + 18" :y="back.y + 4" font-size="12" fill="var(--ink)"
          >to {{ back.to }}</text
        >
      </g>
      <DrawnPiece
        v-for="{ part, x, y } in drawing.parts"
        :key="`${part.id}-${x}`"
        :label="`${part.label}, ${symbolOf(part).name}`"
        :chosen="chosen?.id === part.id"
        :transform="`translate(${x} ${y})`"
        @choose="pick(part.id)"
      >
        <rect x="-24" y="-24" width="48" height="48" fill="transparent" />
        <rect
          v-if="chosen?.id === part.id"
          x="-24"
          y="-22"
          width="48"
          height="44"
          rx="5"
          fill="var(--blue)"
          fill-opacity="0.16"
          stroke="var(--blue)"
          stroke-width="2"
        />
        <path
          :d="symbolOf(part).d"
          fill="none"
          stroke="var(--ink)"
          stroke-width="1.8"
          stroke-linejoin="round"
        />
        <path v-if="symbolOf(part).fill" :d="symbolOf(part).fill" fill="var(--ink)" />
        <text
          v-if="symbolOf(part).letter"
          y="5"
          text-anchor="middle"
          font-size="14"
          fill="var(--ink)"
          font-family="var(--font-head)"
        >
          {{ symbolOf(part).letter }}
        </text>
        <text
          v-for="(line, i) in lines(part.label)"
          v-bind="READABLE"
          :key="i"
          :y="33 + 12 * i"
          text-anchor="middle"
          font-size="11.5"
          fill="var(--ink)"
        >
          {{ line }}
        </text>
        <text
          v-if="voltsText(part)"
          v-bind="READABLE"
          y="-20"
          text-anchor="middle"
          font-size="11.5"
          font-weight="600"
          fill="var(--ink)"
          font-family="var(--font-mono)"
        >
          {{ voltsText(part) }}
        </text>
      </DrawnPiece>
    </Picture>
  </div>
</template>
