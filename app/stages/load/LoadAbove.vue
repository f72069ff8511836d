<script setup lang="ts">
import { useHaul } from './useHaul'

/** The load from above, with the force on every wheel. */
const { truck, items, itemText, figure, moves } = useHaul()
</script>

<template>
  <div class="sheet p-3">
    <TruckPlan :truck="truck" :heat="false" from="above">
      <template #default="{ s }">
        <g
          v-for="[id, item] in items"
          :key="id"
          tabindex="0"
          role="button"
          :aria-label="`${item.label} from above. Arrow keys move it.`"
          class="cursor-grab"
          v-on="moves({ id, view: 'above' })"
        >
          <rect
            :x="s.x(item.x + item.length / 2)"
            :y="s.top(item.y, item.width)"
            :width="item.length * 1000"
            :height="item.width * 1000"
            rx="20"
            fill="var(--load)"
            fill-opacity="0.85"
            stroke="var(--blue)"
            stroke-width="1.5"
            vector-effect="non-scaling-stroke"
          />
          <title>{{ itemText(item) }}</title>
        </g>
      </template>
      <template #over="{ at, s }">
        <div
          v-for="[corner, x, y] in [
            ['frontLeft', truck.wheelbase, 1],
            ['frontRight', truck.wheelbase, -1],
            ['rearLeft', 0, 1],
            ['rearRight', 0, -1],
          ] as const"
          :key="corner"
          class="absolute text-sm bg-sheet/85 rounded px-1"
          style="transform: translate(-50%, -50%)"
          :style="at(s.x(x), s.y((y * (x ? truck.frontTrack : truck.rearTrack)) / 2))"
        >
          <Fig :figure="figure(corner)" />
        </div>
        <div
          v-for="[id, item] in items"
          :key="id"
          class="absolute pointer-events-none text-xs pl-1 pt-0.5"
          :style="at(s.x(item.x + item.length / 2), s.top(item.y, item.width))"
        >
          {{ item.label }}
        </div>
      </template>
    </TruckPlan>
  </div>
</template>
