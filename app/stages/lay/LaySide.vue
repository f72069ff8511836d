<script setup lang="ts">
import { LINE_STYLES } from '~/pictures/lineStyles'
import { polyline } from '~/pictures/scale'
import { useLay } from './useLay'
import { useLayLayers } from './useLayLayers'

/** Parts and lines from the left side. */
const screen = useScreen()
const placeText = usePlaceText()
const { plan, result, parts, moves } = useLay()
const { shown, runsOf } = useLayLayers()
</script>

<template>
  <div class="sheet p-3">
    <p class="label">From the left side</p>
    <TruckSide :truck="plan.truck" :below="0.05" exhaust tools="lay-from-the-left">
      <template #default="{ s }">
        <polyline
          v-for="route in runsOf(result.routes)"
          :key="route.id"
          :points="polyline(route.points, (p) => [s.x(p.x), s.z(p.z)])"
          fill="none"
          :stroke="LINE_STYLES[route.path].colour"
          :stroke-width="screen.subject === route.id ? 4.5 : 2.5"
          :stroke-dasharray="LINE_STYLES[route.path].dash"
          vector-effect="non-scaling-stroke"
          class="cursor-pointer"
          @click="screen.subject = route.id"
        >
          <title>{{ route.fromLabel }} to {{ route.toLabel }}</title>
        </polyline>
        <LayHandles v-if="shown.entered" view="side" :place="(p) => [s.x(p.x), s.z(p.z)]" />
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
    <LayLayers class="mt-1" />
  </div>
</template>
