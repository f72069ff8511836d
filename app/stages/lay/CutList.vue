<script setup lang="ts">
import { layDxf } from '#core/lay/dxf'
import { partBox, solidsOf } from '#core/lay/space/room'
import { cutTable, labelsOf, stripTable, wireTable } from '#core/lay/tables'
import { showText } from '#core/quantity/units'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { useLay } from './useLay'

/** The tube cut by cut, longest first. */
const job = useJob()
const shop = useShop()
const screen = useScreen()
const placeText = usePlaceText()
const { plan, stage, result, parts } = useLay()
const feed = computed(() => result.value.routes.find(({ kind }) => kind === 'feed'))
const solids = computed(() => solidsOf(plan.value.truck, plan.value.air, plan.value.lay.solids))
function saveLabels(): Promise<void> {
  const rows = labelsOf(result.value, (path) => LINE_STYLES[path].letter)
  return saveTable('labels', {
    head: ['Mark', 'Line or wire', 'End'],
    rows: rows.map(({ mark, text, end }) => [mark, text, end]),
  })
}
function saveDxf(): void {
  const boxes = parts.value
    .filter((part) => part.kind !== 'spring')
    .map(({ label, place, size }) => ({ label, box: partBox(place, size) }))
  saveFile('lay.dxf', layDxf(solids.value, boxes, result.value.routes), 'image/vnd.dxf')
}
const files = computed(() => [
  { label: 'Cut list as CSV', save: () => saveTable('cut-list', cutTable(result.value)) },
  {
    label: 'Every run piece by piece as CSV',
    save: () => saveTable('strips', stripTable(result.value, solids.value)),
  },
  ...(result.value.wires.length
    ? [{ label: 'Wires as CSV', save: () => saveTable('wires', wireTable(result.value)) }]
    : []),
  { label: 'Labels as CSV', save: saveLabels },
  { label: 'Truck, parts and runs as DXF', save: saveDxf },
])
</script>

<template>
  <div class="sheet p-4" data-subject="cuts">
    <h2 class="mb-1">Cut in this order</h2>
    <div class="relative overflow-x-auto">
      <table v-cards class="w-full text-sm min-w-[620px]">
        <thead class="sr-only">
          <tr>
            <th>Order</th>
            <th>Line</th>
            <th>Mark</th>
            <th>Length</th>
            <th>From the exhaust</th>
            <th>Notes</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(cut, i) in result.cuts"
            :key="cut.id"
            class="border-b border-line"
            :class="{ 'bg-chosen': screen.subject === cut.id }"
            :data-subject="cut.id"
            @mouseenter="screen.subject = cut.id"
          >
            <td class="py-1 w-7">{{ i + 1 }}</td>
            <th scope="row" class="py-1 text-left font-normal">{{ cut.fromLabel }} → {{ cut.toLabel }}</th>
            <td class="py-1 figure">{{ LINE_STYLES[cut.path].letter }}</td>
            <td class="py-1 text-right pr-4"><Fig :figure="stage.figures[`cut.${cut.id}`]" /></td>
            <td class="py-1 pr-4 whitespace-nowrap">
              <template v-if="stage.figures[`heat.${cut.id}`]">
                <Fig :figure="stage.figures[`heat.${cut.id}`]" />
                <span class="label pl-1">from {{ cut.heatOf }}</span>
              </template>
            </td>
            <td class="py-1 text-soft">
              {{ cut.ties === 1 ? '1 tie' : `${cut.ties} ties`
              }}<template v-if="cut.grommets">
                · {{ cut.grommets === 1 ? '1 hole' : `${cut.grommets} holes` }} with a grommet</template
              ><template v-if="cut.slack"> · {{ showText(cut.slack, 'length', shop.units) }} slack</template
              ><template v-if="plan.lay.shields[cut.id]"> · shielded</template>
            </td>
          </tr>
          <tr v-if="result.feed !== null">
            <td />
            <th scope="row" class="py-1 text-left font-normal">Battery → Compressor, harness</th>
            <td class="figure">+ −</td>
            <td class="text-right pr-4"><Fig :figure="stage.figures.feed" /></td>
            <td class="pr-4 whitespace-nowrap">
              <template v-if="stage.figures['heat.feed']">
                <Fig :figure="stage.figures['heat.feed']" />
                <span class="label pl-1">from {{ feed?.heatOf }}</span>
              </template>
            </td>
            <td class="text-soft">
              harness {{ showText(result.harness, 'run', shop.units)
              }}<template v-if="result.joined">
                · extension joined at {{ placeText(result.joined) }}</template
              >
            </td>
          </tr>
          <tr
            v-for="wire in result.wires"
            :key="wire.id"
            class="border-t border-line"
            :class="{ 'bg-chosen': screen.subject === wire.id }"
            :data-subject="wire.id"
            @mouseenter="screen.subject = wire.id"
          >
            <td />
            <th scope="row" class="py-1 text-left font-normal">{{ wire.fromLabel }} → {{ wire.toLabel }}</th>
            <td class="figure">{{ LINE_STYLES[wire.path].letter }}</td>
            <td class="text-right pr-4"><Fig :figure="stage.figures[`cut.${wire.id}`]" /></td>
            <td class="pr-4 whitespace-nowrap">
              <template v-if="stage.figures[`heat.${wire.id}`]">
                <Fig :figure="stage.figures[`heat.${wire.id}`]" />
                <span class="label pl-1">from {{ wire.heatOf }}</span>
              </template>
            </td>
            <td class="text-soft">
              {{ wire.carries
              }}<template v-if="wire.grommets">
                · {{ wire.grommets === 1 ? '1 hole' : `${wire.grommets} holes` }} with a grommet</template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <SaveLinks :files />
    <p class="label mt-2">
      Longest first. <Fig :figure="stage.figures.ties" /> ties,
      <Fig :figure="stage.figures.grommets" /> grommets, loom <Fig :figure="stage.figures.loom" />; parts
      <Fig :figure="stage.figures.mass" /> together. Tube <Fig :figure="stage.figures.tube" /> in all;
      <template v-if="stage.figures.wires"
        >wire beside the feed <Fig :figure="stage.figures.wires" />;
      </template>
      <template v-if="stage.figures.apart"
        >compressor to block <Fig :figure="stage.figures.apart" />.</template
      >
      Bends are in the lengths, none tighter than
      {{ showText(job.derived!.stages.air.result.tube?.bendRadius, 'length', shop.units) }}. Loom or edge
      guard wherever a line passes an edge.
    </p>
  </div>
</template>
