<script setup lang="ts">
import { REFERENCE_TEMPERATURE } from '#core/quantity/constants'
import { Clock, Plus } from '@lucide/vue'
import { appendByDevice, stampReading } from '#core/document/appendReading'
import { READING_UNSAID, type HoldTest, type Reading } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { focusIn } from '~/shell/drawers'

/** The readings of a hold test: typed, pasted as rows, or from a file. */
const { test, testId } = defineProps<{ test: HoldTest; testId: string }>()
const emit = defineEmits<{ edit: [label: string, change: (test: HoldTest) => void] }>()
const set = (label: string, change: (test: HoldTest) => void) => emit('edit', label, change)
const job = useJob()
const shop = useShop()
const pasted = ref('')
const problem = ref('')
const fileInput = useTemplateRef('fileInput')
/** Seconds of the day on the wall clock. */
const clockOf = (at: Date) => at.getHours() * 3600 + at.getMinutes() * 60 + at.getSeconds()
/** Rows that were pasted: added to the existing ones, or on request in their place. */
async function take(text: string, how: 'beside' | 'instead'): Promise<void> {
  problem.value = ''
  const { besideReadings, readRows } = await import('#core/prove/readings')
  const result = readRows(text, shop.units)
  if (result.problem !== null) {
    problem.value = result.problem
    return
  }
  set('Take in readings', (t) => {
    const began = clockOf(new Date(t.startedAt))
    const isFirst = how === 'instead' || t.readings.length === 0
    t.readings = isFirst ? result.readings : besideReadings(t.readings, result, began)
  })
  pasted.value = ''
}
async function takeFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) {
    if (file.size > 1_000_000)
      problem.value = `“${file.name}” is over 1 MB, too large for a list of readings.`
    else await take(await file.text(), 'beside')
  }
  input.value = ''
}
/** Adds a reading at the current time; the gauge's value is typed into it. */
function readNow(): void {
  set('Read now', (t) => {
    t.readings.push({ ...likeLast(t), t: stampReading(t, new Date()) })
  })
  void focusIn(`[data-reading="${test.readings.length - 1}"] [data-pressure]`)
}
/** Reading of the simulated gauge; its time counts from the first reading on its own clock. */
let taken: { device: number; test: number } | null = null
function readGauge(reading: Pick<Reading, 'pressure' | 'temperature' | 'barometer'>, at: number): void {
  set('Read the gauge', (t) => {
    taken ??= { device: at, test: stampReading(t, new Date()) }
    appendByDevice(t, { ...READING_UNSAID, ...reading }, at, taken)
  })
}
const isReading = ref(false)
const GaugeReader = laterComponent(() => import('./GaugeReader.vue'))
/** A new reading to be typed over: like the last one, or at the pressure of the spring's sheet. */
const likeLast = (t: HoldTest): Omit<Reading, 't'> => ({
  ...(t.readings.at(-1) ?? { ...READING_UNSAID, pressure: filledTo(), temperature: REFERENCE_TEMPERATURE }),
  out: false,
})
const filledTo = () => job.derived!.stages.air.result.firstFill?.pressure ?? 400_000
function addReading(): void {
  set('Add a reading', (t) => {
    const last = t.readings.at(-1)
    t.readings.push({ ...likeLast(t), t: last ? last.t + 600 : 0 })
  })
  void focusIn(`[data-reading="${test.readings.length - 1}"] [data-pressure]`)
}
const asked = ref(false)
/** A second thermometer, once one was read or asked for. */
const hasSecond = computed(() => asked.value || test.readings.some(({ second }) => second !== null))
const setReading = (i: number, label: string, change: (r: Reading) => void) =>
  set(label, (t) => change(t.readings[i]!))
/** Rows without a unit are in the shop's units. */
const pressureUnit = computed(() => showText(0, 'pressure', shop.units).split(' ').at(-1))
</script>

<template>
  <div class="sheet p-4">
    <h2 class="mb-1">Readings</h2>
    <p v-if="test.readings.length" class="label">
      After (minutes), gauge, temperature{{ hasSecond ? ', temperature elsewhere' : '' }}
    </p>
    <ol v-if="test.readings.length" class="mb-2">
      <ReadingRow
        v-for="(reading, i) in test.readings"
        :key="i"
        :reading="reading"
        :number="i + 1"
        :has-second="hasSecond"
        @edit="(label, change) => setReading(i, label, change)"
        @gone="set('Take away a reading', (t) => void t.readings.splice(i, 1))"
      />
    </ol>
    <p v-if="test.readings.length" class="label mb-2">
      A temperature that nobody read may stay empty; a reading that does not count is kept.
      <button v-if="!hasSecond" type="button" class="underline touch" @click="asked = true">
        A second thermometer
      </button>
    </p>
    <div class="flex flex-wrap gap-2">
      <button type="button" class="button" @click="readNow">
        <Clock :size="16" aria-hidden="true" />Read now</button
      ><button type="button" class="button quiet" @click="addReading">
        <Plus :size="16" aria-hidden="true" />Reading</button
      ><button type="button" class="button quiet" :aria-pressed="isReading" @click="isReading = !isReading">
        The stand-in’s gauge</button
      ><button type="button" class="button quiet" @click="fileInput?.click()">From a CSV file</button>
    </div>
    <ReadingKeys
      v-if="test.readings.length"
      :test="test"
      @edit="(label, change) => setReading(test.readings.length - 1, label, change)"
    />
    <GaugeReader v-if="isReading" :side="test.side" :test-id="testId" @read="readGauge" />
    <input
      ref="fileInput"
      type="file"
      accept=".csv,text/csv,text/plain"
      class="hidden"
      aria-label="CSV of readings"
      @change="takeFile"
    />
    <div data-by-button>
      <label class="label block mt-3" for="paste"
        >Or paste rows: time, pressure, temperature; a head row may name a second temperature and a barometer.
        Clock times and units are understood; minutes and {{ pressureUnit }} otherwise.</label
      >
      <textarea
        id="paste"
        v-model="pasted"
        class="field font-mono"
        rows="3"
        placeholder="17:00, 60 psi, 16 °C"
      />
      <p v-if="problem" class="text-brick font-semibold" role="alert">{{ problem }}</p>
      <div class="flex flex-wrap gap-2 mt-1">
        <button
          type="button"
          class="button quiet"
          :disabled="pasted.trim() === ''"
          @click="take(pasted, 'beside')"
        >
          Take in these rows
        </button>
        <button
          v-if="test.readings.length"
          type="button"
          class="button quiet"
          :disabled="pasted.trim() === ''"
          @click="take(pasted, 'instead')"
        >
          Put them in place of all {{ test.readings.length }}
        </button>
      </div>
    </div>
  </div>
</template>
