<script setup lang="ts">
import { LINE_STYLES } from '~/pictures/lineStyles'
import { polyline } from '~/pictures/scale'
import { useLay } from './useLay'

/** Parts and lines from the left side. */
const screen = useScreen()
const placeText = usePlaceText()
const { plan, result, parts, things, chosenRun, waypointsOf, moves, movesThing, movesWaypoint } = useLay()
</script>

<template>
  <div class="sheet p-3">
    <p class="label">From the left side</p>
    <TruckSide :truck="plan.truck" :below="0.05" exhaust>
      <template #default="{ s }">
        <rect
          v-for="thing in things"
          :key="thing.id"
          :x="s.x(thing.at.x + thing.size.along / 2)"
          :y="s.z(thing.at.z + thing.size.up / 2)"
          :width="thing.size.along * 1000"
          :height="thing.size.up * 1000"
          :fill="thing.kind === 'hot' ? 'var(--brick)' : 'var(--steel)'"
          fill-opacity="0.45"
          :stroke="screen.subject === thing.id ? 'var(--blue)' : 'var(--ink)'"
          stroke-width="1.2"
          :stroke-dasharray="thing.kind === 'keepOut' ? '3 4' : undefined"
          vector-effect="non-scaling-stroke"
          tabindex="0"
          role="button"
          :aria-label="`${thing.label} from the side. Arrow keys move it.`"
          class="cursor-grab"
          v-on="movesThing({ id: thing.id, view: 'side' })"
        />
        <polyline
          v-for="route in result.routes"
          :key="route.id"
          :points="polyline(route.points, (p) => [s.x(p.x), s.z(p.z)])"
          fill="none"
          :stroke="LINE_STYLES[route.path].colour"
          stroke-width="2.5"
          :stroke-dasharray="LINE_STYLES[route.path].dash"
          vector-effect="non-scaling-stroke"
        />
        <template v-if="chosenRun">
          <path
            v-for="(p, i) in waypointsOf(chosenRun.id)"
            :key="i"
            :d="`M${s.x(p.x)} ${s.z(p.z) - 60} l60 60 l-60 60 l-60 -60 Z`"
            fill="var(--card)"
            stroke="var(--ink)"
            stroke-width="2"
            vector-effect="non-scaling-stroke"
            tabindex="0"
            role="button"
            :aria-label="`Place ${i + 1} to pass, from the side. Arrow keys move it.`"
            class="cursor-grab"
            v-on="movesWaypoint({ run: chosenRun.id, index: i, view: 'side' })"
          />
        </template>
        <g
          v-for="part in parts.filter((p) => p.kind !== 'spring')"
          :key="part.id"
          tabindex="0"
          role="button"
          :aria-label="`${part.label} from the side. Arrow keys move it.`"
          class="cursor-grab"
          v-on="moves({ id: part.id, label: part.label, view: 'side' })"
        >
          <rect
            :x="s.x(part.place.x) - part.size[0] * 500"
            :y="s.z(part.place.z + part.size[2])"
            :width="part.size[0] * 1000"
            :height="part.size[2] * 1000"
            rx="12"
            fill="var(--card)"
            :stroke="screen.subject === part.id ? 'var(--blue)' : 'var(--ink)'"
            stroke-width="1.5"
            vector-effect="non-scaling-stroke"
          />
          <title>{{ part.label }}, {{ placeText(part.place) }}</title>
        </g>
      </template>
    </TruckSide>
  </div>
</template>
