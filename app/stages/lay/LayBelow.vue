<script setup lang="ts">
import { PRACTICE } from '#core/catalog/practice'
import type { LineCode } from '#core/air/drawing/lineCodes'
import type { ComponentKind } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { polyline } from '~/pictures/scale'
import { useLay } from './useLay'
import { useLayLayers } from './useLayLayers'
import { useLayoutSearch } from './useLayoutSearch'

/** Parts and lines from below. Each part can be dragged or moved with the arrow keys. */
const job = useJob()
const shop = useShop()
const screen = useScreen()
const placeText = usePlaceText()
const { plan, stage, result, parts, alarmed, moves } = useLay()
const search = useLayoutSearch()
const { shown, runsOf } = useLayLayers()
const radius = computed(() => (job.derived!.stages.air.result.spring?.diameter ?? 0.15) / 2)
/**
 * Offset from the rail at which each kind of line is drawn, mm, so that lines on one rail do not hide each
 * other.
 */
const ASIDE = { left: -24, right: 24, both: 0, supply: 0, feed: -48, signal: 48 }
const NAMED: ComponentKind[] = ['compressor', 'belt', 'block', 'tank', 'handFill']

/** Where the name of a part is placed beside it. */
const NAME_AT: Partial<Record<ComponentKind, string>> = {
  handFill: 'translate(9px, -50%)',
  block: 'translate(-50%, 9px)',
}
const shortName = (label: string, kind: ComponentKind) =>
  kind === 'handFill' ? label.toLowerCase().replace(' valve', '') : label.toLowerCase()
/** A line with its cut length. */
const lineText = ({ id, path }: { id: string; path: LineCode }) => {
  const cut = result.value.cuts.find((c) => c.id === id)
  const ends = cut ? `${cut.fromLabel} to ${cut.toLabel}, ` : ''
  const length = stage.value.figures[`cut.${id}`]
  const cutTo = length ? `, cut ${showText(length.value, length.quantity, shop.units)}` : ''
  return `${ends}${LINE_STYLES[path].name}${cutTo}`
}
const codes = computed(() => [...new Set(runsOf(result.value.routes).map((r) => r.path))])
/** Lines are faint while another is looked at. */
const faint = (id: string) =>
  screen.subject !== null && screen.subject !== id && result.value.routes.some((r) => r.id === screen.subject)
</script>

<template>
  <div class="sheet p-3">
    <div class="flex items-center justify-between gap-3">
      <p class="label">From below, front at left</p>
      <NuxtLink :to="{ hash: '#layouts' }" class="button no-print" @click="search.start()">
        Find a place for everything
      </NuxtLink>
    </div>
    <TruckPlan :truck="plan.truck" tools="lay-from-below">
      <template #default="{ s }">
        <g v-for="route in runsOf(result.routes)" :key="route.id" :opacity="faint(route.id) ? 0.3 : 1">
          <polyline
            :points="polyline(route.points, (p) => [s.x(p.x), s.y(p.y) + ASIDE[route.path]])"
            fill="none"
            :stroke="LINE_STYLES[route.path].colour"
            :stroke-width="alarmed.has(route.id) || screen.subject === route.id ? 5 : 3"
            :stroke-dasharray="LINE_STYLES[route.path].dash"
            vector-effect="non-scaling-stroke"
            stroke-linejoin="round"
            :data-route="route.id"
            class="cursor-pointer"
            @click="screen.subject = route.id"
          >
            <title>{{ lineText(route) }}</title>
          </polyline>
        </g>
        <LayHandles v-if="shown.entered" view="below" :place="(p) => [s.x(p.x), s.y(p.y)]" />
        <rect
          v-if="result.feed !== null"
          :x="s.x(plan.truck.battery.x + 0.13)"
          :y="s.top(plan.truck.battery.y, 0.18)"
          width="260"
          height="180"
          fill="var(--card)"
          stroke="var(--ink)"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
        <g v-for="part in parts" :key="part.id">
          <circle
            v-if="part.kind === 'spring'"
            :cx="s.x(part.place.x)"
            :cy="s.y(part.place.y)"
            :r="radius * 1000"
            fill="var(--card)"
            :stroke="part.side === 'left' ? 'var(--ochre)' : 'var(--iris)'"
            stroke-width="3"
            :stroke-dasharray="part.side === 'left' ? undefined : '8 4'"
            vector-effect="non-scaling-stroke"
          />
          <g
            v-else
            tabindex="0"
            role="button"
            :aria-label="`${part.label} from below. Arrow keys move it.`"
            class="cursor-grab"
            :data-part="part.id"
            v-on="moves({ id: part.id, label: part.label, view: 'below' })"
            @focus="screen.subject = part.id"
          >
            <rect
              :x="s.x(part.place.x) - part.size[0] * 500 - 25"
              :y="s.y(part.place.y) - part.size[1] * 500 - 25"
              :width="part.size[0] * 1000 + 50"
              :height="part.size[1] * 1000 + 50"
              fill="transparent"
            />
            <rect
              :x="s.x(part.place.x) - part.size[0] * 500"
              :y="s.top(part.place.y, part.size[1])"
              :width="part.size[0] * 1000"
              :height="part.size[1] * 1000"
              rx="12"
              :fill="alarmed.has(part.id) ? 'var(--brick)' : 'var(--card)'"
              :fill-opacity="alarmed.has(part.id) ? 0.35 : 1"
              :stroke="screen.subject === part.id ? 'var(--blue)' : 'var(--ink)'"
              :stroke-width="screen.subject === part.id ? 3 : 1.5"
              vector-effect="non-scaling-stroke"
            />
            <title>{{ part.label }}, {{ placeText(part.place) }}</title>
          </g>
        </g>
      </template>
      <template #over="{ at, s }">
        <template v-for="part in parts" :key="part.id">
          <span
            v-if="part.kind === 'spring'"
            data-fixed
            class="absolute figure pointer-events-none"
            style="transform: translate(-50%, -50%)"
            :style="at(s.x(part.place.x), s.y(part.place.y))"
            >{{ part.side === 'left' ? 'L' : 'R' }}</span
          >
          <span
            v-else-if="shown.names && NAMED.includes(part.kind)"
            class="absolute text-[11px] pointer-events-none max-w-36 truncate bg-sheet/70 rounded px-0.5"
            :style="[
              at(s.x(part.place.x), s.y(part.place.y)),
              { transform: NAME_AT[part.kind] ?? 'translate(-50%, -26px)' },
            ]"
            >{{ shortName(part.label, part.kind) }}</span
          >
        </template>
        <span
          v-if="result.feed !== null"
          class="absolute text-[11px] pointer-events-none"
          style="transform: translate(-50%, -190%)"
          :style="at(s.x(plan.truck.battery.x), s.y(plan.truck.battery.y))"
          >battery</span
        >
        <span
          v-if="plan.truck.exhaust.points.length"
          class="absolute text-[11px] text-brick pointer-events-none bg-sheet/70 px-0.5"
          :style="at(s.x(plan.truck.wheelbase * 0.42), s.y(plan.truck.exhaust.points.at(-3)?.y ?? 0) + 180)"
          >exhaust, {{ showText(PRACTICE.heatClearance.value, 'length', shop.units) }} keep-off</span
        >
      </template>
    </TruckPlan>
    <div class="flex flex-wrap gap-x-6 gap-y-1 mt-1"><LayLayers /><LineLegend :codes="codes" /></div>
  </div>
</template>
