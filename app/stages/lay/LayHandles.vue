<script setup lang="ts">
import type { Point } from '#core/document/types'
import { useLay, type FlatView } from './useLay'

/**
 * What can be moved on a flat picture besides the parts: things entered by hand, and places that the chosen run
 * must pass.
 */
const { view, place } = defineProps<{
  view: FlatView
  /** Position of a place on the drawing. */
  place: (at: Point) => readonly [number, number]
}>()
const screen = useScreen()
const placeText = usePlaceText()
const { things, chosenRun, waypointsOf, movesThing, movesWaypoint } = useLay()
const WORDS: Record<FlatView, string> = { below: 'from below', side: 'from the side' }
/** Half the diamond that marks a place, and the touch area around it, mm. */
const MARK = 60
const ROOM = 110
</script>

<template>
  <g
    v-for="thing in things"
    :key="thing.id"
    tabindex="0"
    role="button"
    :aria-label="`${thing.label} ${WORDS[view]}. Arrow keys move it.`"
    class="cursor-grab"
    :data-thing="thing.id"
    v-on="movesThing({ id: thing.id, view })"
    @focus="screen.subject = thing.id"
  >
    <rect
      :x="place(thing.at)[0] - thing.size.along * 500"
      :y="place(thing.at)[1] - (view === 'below' ? thing.size.across : thing.size.up) * 500"
      :width="thing.size.along * 1000"
      :height="(view === 'below' ? thing.size.across : thing.size.up) * 1000"
      :fill="thing.kind === 'hot' ? 'var(--brick)' : 'var(--steel)'"
      fill-opacity="0.45"
      :stroke="screen.subject === thing.id ? 'var(--blue)' : 'var(--ink)'"
      stroke-width="1.2"
      :stroke-dasharray="thing.kind === 'keepOut' ? '3 4' : undefined"
      vector-effect="non-scaling-stroke"
    />
    <title>{{ thing.label }}, {{ placeText(thing.at) }}</title>
  </g>
  <template v-if="chosenRun">
    <g
      v-for="(at, i) in waypointsOf(chosenRun.id)"
      :key="i"
      tabindex="0"
      role="button"
      :aria-label="`Place ${i + 1} to pass, ${WORDS[view]}. Arrow keys move it.`"
      class="cursor-grab"
      :data-waypoint="view"
      v-on="movesWaypoint({ run: chosenRun.id, index: i, view })"
    >
      <circle :cx="place(at)[0]" :cy="place(at)[1]" :r="ROOM" fill="transparent" />
      <path
        :d="`M${place(at)[0]} ${place(at)[1] - MARK} l${MARK} ${MARK} l-${MARK} ${MARK} l-${MARK} -${MARK} Z`"
        fill="var(--card)"
        stroke="var(--ink)"
        stroke-width="2"
        vector-effect="non-scaling-stroke"
      />
    </g>
  </template>
</template>
