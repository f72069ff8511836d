<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import type { Point } from '#core/document/types'
import { onePlaceMore } from '#core/lay/run/passing'
import { comesDownAt, howPulled } from '#core/lay/run/pulling'
import { stripOf } from '#core/lay/run/strip'
import { solidsOf } from '#core/lay/space/room'
import { showText } from '#core/quantity/units'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { useLay } from './useLay'

/** One run piece by piece, and the places it must pass. */
const shop = useShop()
const screen = useScreen()
const { plan, stage, result, chosenRun, waypointsOf, set } = useLay()
const options = computed(() =>
  result.value.routes.map((r) => ({
    value: r.id,
    label: `${LINE_STYLES[r.path].letter} ${r.fromLabel} → ${r.toLabel}`,
  })),
)
const solids = computed(() => {
  const { truck, air, lay } = plan.value
  return solidsOf(truck, air, lay.solids)
})
const strip = computed(() => (chosenRun.value ? stripOf(chosenRun.value, solids.value) : []))
const pulled = computed(() => {
  const of = chosenRun.value
  if (!of) return []
  const { components } = plan.value.air
  const ends = [components[of.from], components[of.to]]
  const known = {
    run: of,
    strip: strip.value,
    mark: LINE_STYLES[of.path].letter,
    atSpring: ends.some((part) => part?.kind === 'spring'),
    forLater: ends.some((part) => part?.state === 'later'),
    kept: plan.value.air.lines[of.id]?.state === 'kept',
    comesDown: comesDownAt([of.points[0]!, of.points.at(-1)!], solids.value),
  }
  return howPulled(known, length)
})
const places = computed(() => (chosenRun.value ? waypointsOf(chosenRun.value.id) : []))
const change = (label: string, write: (points: Point[]) => void) =>
  set(label, (lay) => {
    const id = chosenRun.value!.id
    const points = lay.waypoints[id] ?? []
    write(points)
    if (points.length > 0) lay.waypoints[id] = points
    else Reflect.deleteProperty(lay.waypoints, id)
  })
const add = () =>
  change('Make a run pass a place', (list) => {
    list.splice(0, list.length, ...onePlaceMore(chosenRun.value!, list))
  })
/** Number of ties, position of the first, and position of the last. */
function tiesText(ties: readonly number[]): string {
  const [first, last] = [ties[0], ties.at(-1)]
  if (first === undefined || last === undefined) return ''
  return ties.length === 1 ? `1 at ${run(first)}` : `${ties.length}, ${run(first)} to ${run(last)}`
}
const length = (metres: number) => showText(metres, 'length', shop.units)
const run = (metres: number) => showText(metres, 'run', shop.units)
</script>

<template>
  <section class="sheet p-4" aria-label="Runs">
    <h2 class="mb-2">Runs</h2>
    <p v-if="!chosenRun" class="label">
      No line or wire to run yet: the circuit at Air has none between two parts.
    </p>
    <template v-else>
      <div class="grid gap-3 grid-cols-[repeat(auto-fill,minmax(13.5rem,1fr))] items-end">
        <PickField
          label="Line or wire"
          :value="chosenRun.id"
          :options="options"
          @change="(v) => void (screen.subject = v)"
        />
        <p class="text-sm">
          Run with its bends <Fig :figure="stage.figures[`run.${chosenRun.id}`]" />, bent no tighter than
          <span class="figure">{{ length(chosenRun.bend) }}</span>
        </p>
        <p v-if="stage.figures[`clear.${chosenRun.id}`]" class="text-sm">
          From what moves <Fig :figure="stage.figures[`clear.${chosenRun.id}`]" />
        </p>
        <p v-if="stage.figures[`heat.${chosenRun.id}`]" class="text-sm">
          From {{ chosenRun.heatOf }} <Fig :figure="stage.figures[`heat.${chosenRun.id}`]" />
        </p>
      </div>
      <p v-if="chosenRun.wayless" class="mt-3 text-sm">
        There is no way for it: the bench note says what blocks it. The straight distance is shown.
      </p>
      <table v-else v-cards class="w-full text-sm mt-3">
        <caption class="text-left label">
          From
          {{
            chosenRun.fromLabel
          }}, piece by piece
        </caption>
        <thead class="text-left">
          <tr class="border-b border-line">
            <th class="font-normal label py-1">From its start</th>
            <th class="font-normal label">Goes</th>
            <th class="font-normal label">Along</th>
            <th class="font-normal label">For</th>
            <th class="font-normal label">Through</th>
            <th class="font-normal label">Ties</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(piece, i) in strip" :key="i" class="border-b border-line">
            <td class="py-1 figure">{{ run(piece.at) }}</td>
            <td>{{ piece.way }}</td>
            <td>{{ piece.along ?? 'nothing: support it' }}</td>
            <td class="figure">{{ length(piece.length) }}</td>
            <td>{{ piece.through.length ? `${piece.through.join(', ')}, grommet` : '' }}</td>
            <td>{{ tiesText(piece.ties) }}</td>
          </tr>
        </tbody>
      </table>
      <template v-if="pulled.length">
        <h3 class="mt-4 mb-1">How it is pulled</h3>
        <ol class="list-decimal pl-5 text-sm space-y-0.5">
          <li v-for="step in pulled" :key="step">{{ step }}</li>
        </ol>
      </template>
      <h3 class="mt-4 mb-1">Made to pass</h3>
      <p v-if="!places.length" class="label">Nothing: the cheapest way along the structure is taken.</p>
      <div
        v-for="(p, i) in places"
        :key="i"
        class="grid gap-3 grid-cols-[repeat(auto-fill,minmax(13.5rem,1fr))] items-end py-2 border-t border-line"
      >
        <PlaceFields
          :of="`Place ${i + 1}`"
          :at="p"
          @move="(v, axis) => change('Move a place to pass', (list) => void (list[i]![axis] = v))"
        />
        <button
          type="button"
          class="touch text-sm underline inline-flex items-center gap-1 justify-self-start"
          @click="change('No longer pass a place', (list) => void list.splice(i, 1))"
        >
          <Trash2 :size="16" aria-hidden="true" />Take place {{ i + 1 }} away
        </button>
      </div>
      <button v-if="places.length < 12" type="button" class="button quiet mt-2 no-print" @click="add">
        Make it pass a place
      </button>
    </template>
  </section>
</template>
