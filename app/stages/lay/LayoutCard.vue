<script setup lang="ts">
import { ZONE_WORDS } from '#core/lay/layouts/sites'
import type { Layout } from '#core/lay/layouts/layouts'
import { laidSize } from '#core/lay/space/stand'
import { showText } from '#core/quantity/units'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { polyline } from '~/pictures/scale'
import { useLay } from './useLay'

/** One whole layout drawn small, with its cost. */
const { layout, title } = defineProps<{ layout: Layout; title: string }>()
const shop = useShop()
const { plan } = useLay()
const run = (metres: number) => showText(metres, 'run', shop.units)
const length = (metres: number) => showText(metres, 'length', shop.units)
const boxes = computed(() =>
  Object.entries(layout.places).map(([id, place]) => ({
    id,
    place,
    size: laidSize(plan.value.air, plan.value.lay.stands, id),
  })),
)
const remaining = computed(() => [...layout.stops, ...layout.fixes])
</script>

<template>
  <article class="border border-line rounded-md p-3 space-y-2" :aria-label="title">
    <h3>{{ title }}</h3>
    <p class="label">{{ ZONE_WORDS[layout.zone] }}</p>
    <TruckPlan :truck="plan.truck">
      <template #default="{ s }">
        <polyline
          v-for="line in layout.runs"
          :key="line.id"
          :points="polyline(line.points, (p) => [s.x(p.x), s.y(p.y)])"
          fill="none"
          :stroke="LINE_STYLES[line.path].colour"
          stroke-width="2"
          :stroke-dasharray="LINE_STYLES[line.path].dash"
          vector-effect="non-scaling-stroke"
        />
        <rect
          v-for="box in boxes"
          :key="box.id"
          :x="s.x(box.place.x) - box.size[0] * 500"
          :y="s.top(box.place.y, box.size[1])"
          :width="box.size[0] * 1000"
          :height="box.size[1] * 1000"
          fill="var(--card)"
          stroke="var(--ink)"
          stroke-width="1.2"
          vector-effect="non-scaling-stroke"
        />
      </template>
    </TruckPlan>
    <dl class="grid grid-cols-[1fr_auto] gap-x-3 text-sm">
      <dt>Tube</dt>
      <dd class="text-right"><Fig :figure="layout.figures.tube" /></dd>
      <template v-if="layout.figures.feed">
        <dt>Feed</dt>
        <dd class="text-right"><Fig :figure="layout.figures.feed" /></dd>
      </template>
      <dt>Holes with a grommet</dt>
      <dd class="figure text-right">{{ layout.holes }}</dd>
      <template v-if="Number.isFinite(layout.heat)">
        <dt>Nearest to the exhaust</dt>
        <dd class="figure text-right">{{ length(layout.heat) }}</dd>
      </template>
      <template v-if="layout.seat !== null">
        <dt>Valve block to the driver’s seat</dt>
        <dd class="figure text-right">{{ run(layout.seat) }}</dd>
      </template>
      <template v-if="layout.radio">
        <dt>Signal left there</dt>
        <dd class="text-right"><Fig :figure="layout.radio" /></dd>
      </template>
      <template v-if="layout.harness !== null">
        <dt>{{ layout.harness < 0 ? 'Harness short by' : 'Harness to spare' }}</dt>
        <dd class="figure text-right">{{ run(Math.abs(layout.harness)) }}</dd>
      </template>
      <dt>Joints</dt>
      <dd class="figure text-right">{{ layout.joints }}</dd>
      <dt>Out of reach of a hand</dt>
      <dd class="figure text-right">{{ layout.unreachable }}</dd>
      <dt>In the wheels’ spray</dt>
      <dd class="figure text-right">{{ layout.wet }}</dd>
      <dt>Stops, Fixes of Lay</dt>
      <dd class="figure text-right">{{ layout.stops.length }}, {{ layout.fixes.length }}</dd>
    </dl>
    <ul v-if="remaining.length" class="text-sm list-disc pl-5">
      <li v-for="note in remaining" :key="`${note.rule} ${note.subject}`">{{ note.title }}</li>
    </ul>
    <slot />
  </article>
</template>
