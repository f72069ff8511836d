<script setup lang="ts">
import { Download, Hand, Pause, Play, Square } from '@lucide/vue'
import { defineAsyncComponent } from 'vue'
import { TYRE } from '#core/air/run/scenarios'
import { runCsv, runSummary } from '#core/air/run/runText'
import type { RunColumn } from '#core/air/run/types'
import { showText } from '#core/quantity/units'
import TruckSide from '~/pictures/TruckSide.vue'
import type { Player } from './player'

const RunChart = defineAsyncComponent(() => import('./RunChart.vue'))

/** Runs the planned circuit in time: a scenario played and scrubbed, or live with its valves under one's own hands. */
const { player } = defineProps<{ player: Player }>()
const job = useJob()
const shop = useShop()
const {
  scenarios,
  sets,
  chosen,
  scenarioId,
  ran,
  hands,
  running,
  busy,
  problem,
  stale,
  at,
  speed,
  playing,
  row,
  value,
} = player
const SPEEDS = [1, 5, 20, 200, 2000]
const loaded = ref(true)
const time = computed(() => row.value?.[0] ?? 0)

const CHARTS = [
  { id: 'pressures', label: 'pressures' },
  { id: 'heights', label: 'heights' },
  { id: 'flows', label: 'flows' },
  { id: 'current', label: 'current' },
  { id: 'temperatures', label: 'temperatures' },
  { id: 'one', label: 'one of your choice' },
]
const chart = ref('pressures')
const single = ref('')
const chartable = computed(() => ran.value?.result.columns.filter((c) => c.id !== 't') ?? [])
/** Columns of the chosen chart: pressures of what people look at first; all flows that ever are more than a breath. */
const drawn = computed(() => {
  const { columns, rows } = ran.value!.result
  const moves = (c: RunColumn) => {
    const i = columns.indexOf(c)
    return rows.some((r) => Math.abs(r[i]!) > 1e-6)
  }
  const of: Record<string, (c: RunColumn) => boolean> = {
    pressures: (c) =>
      c.quantity === 'pressure' &&
      ['spring-left', 'spring-right', 'tank', 'compressor', 'belt', 'tyre'].includes(c.id),
    heights: (c) => c.id.startsWith('height-'),
    flows: (c) => c.quantity === 'massFlow' && !!job.plan!.air.lines[c.id.slice(5)] && moves(c),
    current: (c) => c.id === 'current',
    temperatures: (c) => c.quantity === 'temperature',
    one: (c) => c.id === (single.value || chartable.value[0]?.id),
  }
  return columns
    .filter(of[chart.value]!)
    .slice(0, 8)
    .map((c) => c.id)
})
const readings = computed(() =>
  ran.value && row.value
    ? ran.value.result.columns
        .map((c, i) => ({ ...c, value: row.value![i]! }))
        .filter(
          (c) =>
            ['pressure', 'length', 'temperature', 'current'].includes(c.quantity) &&
            (c.id !== 'current' || ran.value!.result.columns.some((x) => x.id.endsWith('.temperature'))),
        )
    : [],
)
const outcome = computed(() =>
  ran.value?.whole && ran.value.scenario ? runSummary(ran.value.scenario, ran.value.whole, shop.units) : [],
)
const happened = computed(
  () => ran.value?.result.events.filter((e) => e.t <= time.value + 1e-9).slice(-6) ?? [],
)
/** How far front and rear stand under their empty heights. */
const sag = computed(() => {
  const [front, rear] = [value('sag-front'), value('sag-rear')]
  return front === null || rear === null ? undefined : { front, rear }
})
const lean = computed(() => {
  const [left, right] = [value('height-left'), value('height-right')]
  return left === null || right === null ? null : left - right
})

function save(): void {
  if (ran.value?.whole && ran.value.scenario)
    saveFile(`run-${ran.value.scenario.id}.csv`, runCsv(ran.value.scenario, ran.value.whole), 'text/csv')
}
/** A key held works like a finger held. */
const holdKey = (event: KeyboardEvent, part: string, way: 'up' | 'down' | null) => {
  if (event.key !== ' ' && event.key !== 'Enter') return
  event.preventDefault()
  if (!event.repeat) player.press(part, way)
}
const step = (id: string) => {
  const s = sets.value.find((x) => x.id === id)
  if (s) player.begin({ do: 'bring', left: s.left, right: s.right })
}
</script>

<template>
  <section v-if="scenarios.length" class="sheet p-4" aria-label="Run it">
    <div class="flex flex-wrap gap-3 items-end mb-2">
      <h2 class="mr-auto">Run it</h2>
      <PickField
        label="What happens"
        class="grow max-w-md min-w-52"
        :value="scenarioId"
        :options="scenarios.map((s) => ({ value: s.id, label: s.label }))"
        @change="
          (v) => {
            chosen = v
          }
        "
      />
      <button v-if="!running" type="button" class="button" @click="player.start">
        <Play :size="16" aria-hidden="true" />Run
      </button>
      <button v-else type="button" class="button" @click="player.stop">
        <Square :size="16" aria-hidden="true" />Stop
      </button>
      <button type="button" class="button quiet" @click="player.takeOver(loaded)">
        <Hand :size="16" aria-hidden="true" />By hand
      </button>
      <label class="touch flex items-center gap-1.5 text-sm"
        ><input v-model="loaded" type="checkbox" class="accent-petrol size-4" />loaded</label
      >
    </div>
    <p v-if="running" class="label" role="status">Running…</p>
    <p v-if="problem" class="text-sm text-brick font-semibold" role="alert">{{ problem }}</p>
    <template v-if="ran">
      <p v-if="stale" class="text-sm text-ochre-deep font-semibold">
        The plan has changed since; run it again.
      </p>
      <div v-if="hands" class="border border-line rounded p-2.5 mb-2" role="group" aria-label="Hands on">
        <div class="flex flex-wrap gap-2 items-center">
          <div
            v-for="h in hands"
            :key="h.id"
            class="flex items-center gap-1 border border-line rounded px-2 py-1"
          >
            <span class="text-sm mr-1">{{ h.label }}</span>
            <button
              v-if="h.up"
              type="button"
              class="button quiet px-2! py-0.5!"
              :aria-label="`${h.label}, up or open, while held`"
              @pointerdown="player.press(h.id, 'up')"
              @pointerup="player.press(h.id, null)"
              @pointerleave="player.press(h.id, null)"
              @keydown="holdKey($event, h.id, 'up')"
              @keyup="holdKey($event, h.id, null)"
            >
              ▲
            </button>
            <button
              v-if="h.down"
              type="button"
              class="button quiet px-2! py-0.5!"
              :aria-label="`${h.label}, down or shut, while held`"
              @pointerdown="player.press(h.id, 'down')"
              @pointerup="player.press(h.id, null)"
              @pointerleave="player.press(h.id, null)"
              @keydown="holdKey($event, h.id, 'down')"
              @keyup="holdKey($event, h.id, null)"
            >
              ▼
            </button>
          </div>
        </div>
        <div class="flex flex-wrap gap-2 items-center mt-2">
          <button
            v-for="s in sets"
            :key="s.id"
            type="button"
            class="button quiet text-sm"
            :disabled="busy"
            @click="step(s.id)"
          >
            Bring to “{{ s.label }}”
          </button>
          <button
            v-for="s in sets"
            :key="`l${s.id}`"
            type="button"
            class="button quiet text-sm"
            :disabled="busy"
            @click="player.begin({ do: 'load', haul: s.id })"
          >
            Load “{{ s.label }}”
          </button>
          <button
            type="button"
            class="button quiet text-sm"
            :disabled="busy"
            @click="player.begin({ do: 'load', haul: null })"
          >
            Take the load off
          </button>
          <button
            v-if="ran.result.columns.some((c) => c.id === 'tyre')"
            type="button"
            class="button quiet text-sm"
            :disabled="busy"
            @click="player.begin({ do: 'tyre', ...TYRE, count: 1 })"
          >
            Air up a tyre
          </button>
        </div>
      </div>
      <div class="flex flex-wrap gap-2 items-end">
        <PickField
          label="Chart"
          class="w-44"
          :value="chart"
          :options="CHARTS.map((c) => ({ value: c.id, label: c.label }))"
          @change="
            (v) => {
              chart = v
            }
          "
        />
        <PickField
          v-if="chart === 'one'"
          label="Which"
          class="w-64"
          :value="single || chartable[0]?.id || ''"
          :options="chartable.map((c) => ({ value: c.id, label: c.label }))"
          @change="
            (v) => {
              single = v
            }
          "
        />
      </div>
      <RunChart
        v-if="!hands || !playing"
        :columns="ran.result.columns"
        :rows="ran.result.rows"
        :shown="drawn"
        :at="time"
      />
      <p v-else class="label py-2">Hold to see the chart of what has been so far.</p>
      <div class="flex flex-wrap gap-3 items-center mt-1">
        <button type="button" class="button quiet touch" @click="player.play">
          <component :is="playing ? Pause : Play" :size="16" aria-hidden="true" />{{
            playing ? 'Hold' : 'Play'
          }}
        </button>
        <input
          v-model.number="at"
          type="range"
          min="0"
          max="1"
          step="0.002"
          class="grow accent-petrol touch min-w-40"
          aria-label="Place in the run"
          :aria-valuetext="showText(time, 'time', shop.units)"
          :disabled="!!hands && playing"
        />
        <span class="figure text-sm w-20 text-right">{{ showText(time, 'time', shop.units) }}</span>
        <PickField
          hide-label
          label="Speed"
          class="w-28"
          :value="String(speed)"
          :options="SPEEDS.map((s) => ({ value: String(s), label: `${s} ×` }))"
          @change="
            (v) => {
              speed = Number(v)
            }
          "
        />
        <button v-if="ran.whole" type="button" class="button quiet" @click="save">
          <Download :size="16" aria-hidden="true" />CSV
        </button>
        <button v-if="hands" type="button" class="button quiet" @click="player.stop">
          <Square :size="16" aria-hidden="true" />Let go
        </button>
      </div>
      <div class="grid gap-4 md:grid-cols-2 mt-2">
        <table class="text-sm self-start w-full" aria-label="Readings at this place">
          <tbody>
            <tr v-for="c in readings" :key="c.id" class="border-b border-line">
              <th scope="row" class="text-left font-normal py-px">{{ c.label }}</th>
              <td class="figure text-right">
                {{ showText(c.value, c.quantity, shop.units, c.quantity === 'pressure' ? 1 : undefined) }}
              </td>
            </tr>
          </tbody>
        </table>
        <div class="text-sm">
          <figure v-if="sag" class="mb-2" aria-label="How the truck stands">
            <TruckSide :truck="job.plan!.truck" :sag="sag" :below="0.05" />
            <figcaption class="label">
              Rear {{ showText(Math.abs(sag.rear), 'length', shop.units) }}
              {{ sag.rear > 0 ? 'under' : 'over' }} its empty height<template
                v-if="lean !== null && Math.abs(lean) > 0.004"
                >, {{ showText(Math.abs(lean), 'length', shop.units) }} higher on the
                {{ lean > 0 ? 'left' : 'right' }}</template
              >.
            </figcaption>
          </figure>
          <ul>
            <li v-for="line in outcome" :key="line">{{ line }}</li>
          </ul>
          <ul v-if="happened.length" class="label mt-2" aria-label="What has happened">
            <li v-for="(e, i) in happened" :key="i">{{ showText(e.t, 'time', shop.units) }}: {{ e.text }}</li>
          </ul>
        </div>
      </div>
    </template>
    <ScenarioEditor
      :scenario-id="scenarioId"
      :scenarios="scenarios"
      @chosen="
        (v) => {
          chosen = v
        }
      "
    />
    <p class="label mt-2">
      Gas mass and temperature in every volume, ISO 6358 valves, tubes with friction, the truck on its
      springs. Class figures; the parts’ own sheets rule.
    </p>
  </section>
</template>
