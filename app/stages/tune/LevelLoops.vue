<script setup lang="ts">
import type { LoopResult } from '#core/air/levelling/types'
import { partOf } from '#core/air/parts/parts'
import {
  LEVEL_DRIVES,
  LEVEL_FAULTS,
  leverFlow,
  levelLoopOf,
  runLevel,
  type LevelDrive,
  type LevelFault,
} from '#core/whatIf/levelLoops'
import { bestTried, levelTries, type LevelTried } from '#core/whatIf/levelSweep'
import { fromSi, showText, unitFor } from '#core/quantity/units'
import type { ChartLine } from '~/pictures/LineChart.vue'

/** Automatic levelling: its lever or controller over a chosen load or road, and possible arms. */
const job = useJob()
const shop = useShop()
const LineChart = laterComponent(() => import('~/pictures/LineChart.vue'))
const air = computed(() => job.plan!.air)
const tune = computed(() => job.plan!.tune)
const stage = computed(() => job.derived!.stages.tune)
const idOf = (kind: string) =>
  Object.keys(air.value.components).find((id) => air.value.components[id]!.kind === kind)
const valve = computed(() => idOf('heightValve'))
const controller = computed(() => idOf('controller'))
const figuresOf = (id: string) => partOf(air.value, id).figures
const setSheet = (id: string, figure: string, label: string, value: number) =>
  job.edit(label, (d) => void (d.air.components[id]!.sheet[figure] = value))
const seatGap = computed(() => job.plan!.truck.seatGap)

const drive = ref<LevelDrive>('load')
const fault = ref<LevelFault>('none')
const ran = shallowRef<{ of: unknown; drive: LevelDrive; result: LoopResult } | null>(null)
const sweep = useTrials<'levers', LevelTried>('levers', async function* (work, plan, haul) {
  await work.open(plan, haul)
  for (const of of levelTries(plan)) yield await work.tryOne({ ...of })
})
const total = computed(() => levelTries(job.plan!).length)
const tried = computed(() => bestTried(sweep.found.value))
const { isOld: triedBefore } = sweep
const working = ref(false)
/** Lets the page show that work is under way before it starts. */
const breathe = () => new Promise((resolve) => setTimeout(resolve, 30))
async function run(): Promise<void> {
  working.value = true
  await breathe()
  const loop = levelLoopOf(job.plan!, job.derived!, job.haulId!)
  if (loop)
    ran.value = { of: job.plan, drive: drive.value, result: runLevel(loop, drive.value, 1, fault.value) }
  working.value = false
}
const unit = computed(() => unitFor('length', shop.units))
const lines = computed<ChartLine[]>(() => {
  const rows = ran.value?.result.rows ?? []
  const every = Math.max(1, Math.floor(rows.length / 900))
  const data = rows
    .filter((_, i) => i % every === 0)
    .map(({ t, travel }) => ({ x: t, y: fromSi(travel, unit.value) }))
  return [{ label: 'body over axle, from ride height', colour: '--petrol', data }]
})
/** Flow of the valve over its arm's angle, filling up, venting down. */
const flowUnit = computed(() => unitFor('flow', shop.units))
const flows = computed<ChartLine[]>(() => {
  const points = leverFlow(job.plan!, job.derived!, job.haulId) ?? []
  const data = points.map(({ angle, flow }) => ({
    x: (angle * 180) / Math.PI,
    y: fromSi(flow, flowUnit.value),
  }))
  return [{ label: 'free air into the spring', colour: '--petrol', data }]
})
const said = computed(() => {
  const result = ran.value?.result
  if (!result) return ''
  const length = (m: number) => showText(Math.abs(m), 'length', shop.units)
  const litres = (m3: number) => showText(m3, 'volume', shop.units)
  const level =
    result.levelAt === null
      ? 'It does not come level for good'
      : `Level for good after ${Math.round(result.levelAt)} s`
  const hunts = result.hunting
    ? ` It hunts: ${length(result.hunting.amplitude)} each way, every ${result.hunting.period.toFixed(1)} s.`
    : ''
  return `${level}; at the end ${length(result.off)} ${result.off < 0 ? 'low' : 'high'}. Air in ${litres(result.filled)}, out ${litres(result.vented)}; compressor ${showText(result.duty, 'ratio', shop.units, 0)} of the time.${hunts}`
})
const isOld = (of: unknown) => of !== job.plan
</script>

<template>
  <section class="sheet p-4" aria-label="Levelling">
    <template v-if="valve">
      <div class="grid gap-3 md:grid-cols-[1fr_18rem]">
        <div class="grid gap-3 grid-cols-2 content-start" :data-subject="valve">
          <NumField
            label="Arm, shaft to hole"
            :value="figuresOf(valve).arm ?? null"
            quantity="length"
            :min="0.02"
            :max="1"
            @change="(v) => setSheet(valve!, 'arm', 'Arm of the height valve', v)"
          />
          <NumField
            label="Link between its ends"
            :value="tune.lever.link"
            quantity="length"
            :min="0.02"
            :max="2"
            @change="(v) => job.edit('Link of the height valve', (d) => void (d.tune.lever.link = v))"
          />
          <NumField
            label="Dead band, each way"
            :value="figuresOf(valve).deadBand ?? null"
            quantity="angle"
            :min="0"
            :max="0.5"
            @change="(v) => setSheet(valve!, 'deadBand', 'Dead band of the height valve', v)"
          />
          <NumField
            label="Valve lags by"
            :value="tune.lever.delay"
            quantity="time"
            :digits="1"
            :min="0"
            :max="60"
            @change="(v) => job.edit('Lag of the height valve', (d) => void (d.tune.lever.delay = v))"
          />
          <NumField
            label="Valve stops at"
            :value="tune.lever.stops"
            quantity="angle"
            :min="0.05"
            :max="1.6"
            @change="(v) => job.edit('Stops of the height valve', (d) => void (d.tune.lever.stops = v))"
          />
          <dl class="col-span-2 grid grid-cols-3 gap-3 text-sm">
            <div v-for="id in ['lever.droop', 'lever.bump', 'lever.perDegree']" :key="id">
              <dt class="label">{{ stage.figures[id]?.label }}</dt>
              <dd><Fig :figure="stage.figures[id]" /></dd>
            </div>
          </dl>
        </div>
        <LeverPicture
          :arm="figuresOf(valve).arm ?? 0.15"
          :link="tune.lever.link"
          :droop="seatGap.droop - seatGap.unladen"
          :bump="seatGap.unladen - seatGap.bump"
        />
      </div>
      <div v-if="job.haulId" class="mt-3">
        <h3>Flow over the arm’s angle</h3>
        <LineChart
          :lines="flows"
          across="arm up, °"
          :up="flowUnit.symbol"
          label="Free air that the height valve passes over its arm’s angle"
        />
        <p class="label">
          Up fills from the tank at its cut-in, down vents, at this haul’s pressure; straight from the dead
          band to wide open (ISO 6358; the valve’s own sheet rules).
        </p>
      </div>
      <p class="label mt-2">
        Arm level and link upright at ride height: a longer link raises the truck by as much. Longer arm: less
        angle, slower, steadier.
      </p>
    </template>
    <LevelControl v-else-if="controller" :controller="controller" />
    <div class="flex flex-wrap gap-3 items-end mt-4">
      <PickField
        label="Run over"
        :value="drive"
        :options="LEVEL_DRIVES.map(({ id, label }) => ({ value: id, label }))"
        @change="(v) => void (drive = v as LevelDrive)"
      />
      <PickField
        label="With"
        :value="fault"
        :options="LEVEL_FAULTS.map(({ id, label }) => ({ value: id, label }))"
        @change="(v) => void (fault = v as LevelFault)"
      />
      <button type="button" class="button" :disabled="working || !job.haulId" @click="run">Run it</button>
      <TrialsBar
        v-if="total"
        :trials="sweep"
        :total
        :disabled="!job.haulId"
        :label="valve ? 'Try every arm, link and lag' : 'Try every filter, band and wait'"
      />
      <p v-if="!job.haulId" class="label">Say at Load what the truck carries: there is no haul to level.</p>
    </div>
    <div v-if="ran" class="mt-3">
      <p class="text-sm" aria-live="polite">
        {{ said }}
        <span v-if="isOld(ran.of)" class="label">Of the plan as it was before the last change.</span>
      </p>
      <LineChart :lines="lines" across="s" :up="unit.symbol" label="Travel of one rear corner over time" />
    </div>
    <LevelPair v-if="total && job.haulId" />
    <LevelSweep v-if="tried.length" :tried="tried" :is-old="triedBefore" />
    <p class="label mt-2">
      One rear corner on steel, damper and its bag, the axle following the road; air at one temperature, level
      within 5 mm. Roads after ISO 8608 classes A and C, made from a seed; damper, pothole and washboard as is
      usual (from memory).
    </p>
  </section>
</template>
