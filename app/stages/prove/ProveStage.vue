<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { defineAsyncComponent } from 'vue'
import { ordered, type AirPath, type HoldTest, type Reading, type Soap } from '#core/document/types'
import { showText } from '#core/quantity/units'

const HoldChart = defineAsyncComponent(() => import('./HoldChart.vue'))
const job = useJob()
const shop = useShop()
const screen = useScreen()
const prove = computed(() => job.plan!.prove)
const stage = computed(() => job.derived!.stages.prove)
const tests = computed(() => ordered(prove.value.holds))
const chosenTest = ref('')
const testId = computed(() =>
  prove.value.holds[chosenTest.value] ? chosenTest.value : (tests.value.at(-1)?.[0] ?? ''),
)
const test = computed(() => prove.value.holds[testId.value])
const hold = computed(() => stage.value.result.holds[testId.value])
const figure = (id: string) => stage.value.figures[`${testId.value}.${id}`]
const set = (label: string, change: (test: HoldTest) => void) =>
  job.edit(label, (draft) => change(draft.prove.holds[testId.value]!))
const pasted = ref('')
const problem = ref('')
const fileInput = useTemplateRef('fileInput')

function addTest(): void {
  const id = `h${crypto.randomUUID().slice(0, 8)}`
  job.edit('Begin a hold test', (draft) => {
    draft.prove.holds[id] = {
      label: `Hold test ${tests.value.length + 1}`,
      order: Math.max(0, ...tests.value.map(([, t]) => t.order)) + 1,
      side: job.derived!.stages.air.result.teed ? 'both' : 'left',
      volume: null,
      resolution: shop.units.pressure === 'psi' ? 6894.757 : 1000,
      allowed: 3500,
      heightHeld: true,
      startedAt: new Date().toISOString(),
      readings: [],
    }
  })
  chosenTest.value = id
}
async function take(text: string): Promise<void> {
  problem.value = ''
  const { readRows } = await import('#core/prove/readings')
  const result = readRows(text, shop.units)
  if (result.problem !== null) {
    problem.value = result.problem
    return
  }
  set('Take in readings', (t) => {
    t.readings = result.readings
  })
  pasted.value = ''
}
async function takeFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (file) {
    if (file.size > 1_000_000)
      problem.value = `“${file.name}” is over 1 MB, too large for a list of readings.`
    else await take(await file.text())
  }
  input.value = ''
}
function addReading(): void {
  set('Add a reading', (t) => {
    const last = t.readings.at(-1)
    t.readings.push(
      last
        ? { ...last, t: last.t + 600 }
        : {
            t: 0,
            pressure: job.derived!.stages.air.result.spring?.proofPressure ?? 400_000,
            temperature: 293.15,
            barometer: null,
          },
    )
  })
}
const setReading = (i: number, label: string, change: (r: Reading) => void) =>
  set(label, (t) => change(t.readings[i]!))
const VERDICT = {
  tight: { word: 'Tight', class: 'text-petrol' },
  leaking: { word: 'Leaking', class: 'text-brick' },
  'cannot tell': { word: 'Cannot tell yet', class: 'text-ochre-deep' },
}
const SOAP: { value: Soap; label: string }[] = [
  { value: 'dry', label: 'nothing' },
  { value: 'foam', label: 'slow foam' },
  { value: 'bubble', label: 'bubbles grow' },
]
function soap(id: string, finding: Soap): void {
  job.edit('Soap finding', (draft) => {
    draft.prove.soap[id] = { finding, who: shop.person?.name ?? '', at: new Date().toISOString() }
  })
}
const sides: { value: AirPath; label: string }[] = [
  { value: 'left', label: 'left side' },
  { value: 'right', label: 'right side' },
  { value: 'both', label: 'both together' },
]
const psi = (v: number) => showText(v, 'pressure', shop.units)
</script>

<template>
  <div class="space-y-3">
    <div class="flex flex-wrap gap-2 items-center">
      <button
        v-for="[id, t] in tests"
        :key="id"
        type="button"
        class="button"
        :class="{ quiet: id !== testId }"
        :aria-pressed="id === testId"
        @click="chosenTest = id"
      >
        {{ t.label }}
      </button>
      <button type="button" class="button quiet" @click="addTest">
        <Plus :size="16" aria-hidden="true" />Hold test
      </button>
    </div>
    <div v-if="!test" class="sheet p-5">
      <p>
        No hold test yet. Fill to the pressure your sheet gives, let it settle until it stops cooling, then
        read pressure and temperature now, in a few minutes, and tomorrow.
      </p>
      <p class="mt-2">
        <strong>Stand the frame on supports:</strong> a spring that carries the truck sinks as it leaks, and
        its gauge hides the leak.
      </p>
    </div>
    <template v-else>
      <div class="sheet p-4 grid gap-4 md:grid-cols-[1fr_1.6fr]">
        <div>
          <p
            class="text-3xl font-head font-semibold leading-tight"
            :class="hold?.verdict ? VERDICT[hold.verdict].class : ''"
            data-verdict
          >
            {{ hold?.verdict ? VERDICT[hold.verdict].word : 'Readings wanted' }}
          </p>
          <p v-if="hold?.problem" class="label mt-1">{{ hold.problem }}</p>
          <dl v-if="hold?.leak" class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 mt-2">
            <dt class="label">Loss a day, at 20 °C</dt>
            <dd><Fig :figure="figure('loss')" big /></dd>
            <dt class="label">Leak</dt>
            <dd><Fig :figure="figure('leak')" /></dd>
            <dt class="label">95 % of it</dt>
            <dd class="figure text-sm">
              {{ showText(hold.leak.low, 'leak', shop.units) }} …
              {{ showText(hold.leak.high, 'leak', shop.units) }}
            </dd>
            <dt class="label">Could show from</dt>
            <dd><Fig :figure="figure('smallest')" /></dd>
            <template v-if="hold.leak.waitMore > 0"
              ><dt class="label">Wait a further</dt>
              <dd data-wait><Fig :figure="figure('wait')" /></dd
            ></template>
          </dl>
          <p class="text-sm mt-2">
            A falling gauge on a cooling night is not yet a leak: temperature is taken out here.
          </p>
        </div>
        <HoldChart
          v-if="test.readings.length > 1"
          :readings="test.readings"
          :corrected="hold?.leak?.corrected ?? null"
        />
      </div>
      <div class="sheet p-4 grid gap-3 grid-cols-2 md:grid-cols-4">
        <TextField
          label="Name"
          :value="test.label"
          required
          :max="80"
          @change="
            (v) =>
              set('Name the test', (t) => {
                t.label = v
              })
          "
        />
        <PickField
          label="Under test"
          :value="test.side"
          :options="sides"
          @change="
            (v) =>
              set('Side under test', (t) => {
                t.side = v as AirPath
              })
          "
        />
        <NumField
          label="Volume under test"
          :value="hold?.volume ?? 0"
          quantity="volume"
          :min="1e-5"
          :max="1"
          @change="
            (v) =>
              set('Volume', (t) => {
                t.volume = v
              })
          "
        />
        <NumField
          label="Gauge’s smallest step"
          :value="test.resolution"
          quantity="pressure"
          :digits="2"
          :min="10"
          :max="100000"
          @change="
            (v) =>
              set('Gauge step', (t) => {
                t.resolution = v
              })
          "
        />
        <NumField
          label="Loss allowed a day"
          :value="test.allowed / 86400"
          quantity="pressureLoss"
          :min="1e-6"
          :max="5"
          @change="
            (v) =>
              set('Loss allowed', (t) => {
                t.allowed = v * 86400
              })
          "
        />
        <label class="touch flex items-center gap-2 self-end col-span-2"
          ><input
            type="checkbox"
            class="size-5 accent-petrol"
            :checked="test.heightHeld"
            @change="
              set('Height held', (t) => {
                t.heightHeld = !t.heightHeld
              })
            "
          />Frame on supports, height held</label
        >
      </div>
      <div class="sheet p-4">
        <h2 class="mb-1">Readings</h2>
        <table v-if="test.readings.length" class="w-full text-sm mb-2">
          <thead>
            <tr class="label text-left">
              <th class="font-normal pr-2">After</th>
              <th class="font-normal pr-2">Gauge</th>
              <th class="font-normal pr-2">Temperature</th>
              <th><span class="sr-only">Take away</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(r, i) in test.readings" :key="i">
              <td class="pr-2 py-0.5">
                <NumField
                  hide-label
                  :label="`Time of reading ${i + 1}`"
                  :value="r.t / 60"
                  quantity="count"
                  :digits="0"
                  :min="-1e6"
                  :max="1e6"
                  @change="
                    (v) =>
                      setReading(i, 'Time of a reading', (x) => {
                        x.t = v * 60
                      })
                  "
                />
              </td>
              <td class="pr-2">
                <NumField
                  hide-label
                  :label="`Pressure of reading ${i + 1}`"
                  :value="r.pressure"
                  quantity="pressure"
                  :digits="1"
                  :min="-100000"
                  :max="3e6"
                  @change="
                    (v) =>
                      setReading(i, 'Pressure of a reading', (x) => {
                        x.pressure = v
                      })
                  "
                />
              </td>
              <td class="pr-2">
                <NumField
                  hide-label
                  :label="`Temperature of reading ${i + 1}`"
                  :value="r.temperature"
                  quantity="temperature"
                  :digits="1"
                  :min="200"
                  :max="400"
                  @change="
                    (v) =>
                      setReading(i, 'Temperature of a reading', (x) => {
                        x.temperature = v
                      })
                  "
                />
              </td>
              <td>
                <button
                  type="button"
                  class="touch p-1.5"
                  :aria-label="`Take away reading ${i + 1}`"
                  @click="
                    set('Take away a reading', (t) => {
                      t.readings.splice(i, 1)
                    })
                  "
                >
                  <Trash2 :size="16" aria-hidden="true" />
                </button>
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="test.readings.length" class="label mb-2">“After” in minutes.</p>
        <div class="flex flex-wrap gap-2">
          <button type="button" class="button" @click="addReading">
            <Plus :size="16" aria-hidden="true" />Reading</button
          ><button type="button" class="button quiet" @click="fileInput?.click()">From a CSV file</button>
        </div>
        <input
          ref="fileInput"
          type="file"
          accept=".csv,text/csv,text/plain"
          class="hidden"
          aria-label="CSV of readings"
          @change="takeFile"
        />
        <label class="label block mt-3" for="paste"
          >Or paste rows: time, pressure, temperature. Clock times and units are understood; minutes and
          {{ psi(0).split(' ').at(-1) }} otherwise.</label
        >
        <textarea
          id="paste"
          v-model="pasted"
          class="field font-mono"
          rows="3"
          placeholder="17:00, 60 psi, 16 °C"
        />
        <p v-if="problem" class="text-brick font-semibold" role="alert">{{ problem }}</p>
        <button
          type="button"
          class="button quiet mt-1"
          :disabled="pasted.trim() === ''"
          @click="take(pasted)"
        >
          Take in these rows
        </button>
      </div>
    </template>
    <div class="sheet p-4">
      <h2 class="mb-1">Soap, joint by joint</h2>
      <p class="label mb-2">
        Any growing bubble is a leak. Slow foam passes only with a hold test that reads tight. Bubbles from
        the spray nozzle itself do not count.
      </p>
      <ul>
        <li
          v-for="joint in stage.result.joints"
          :key="joint.id"
          class="flex flex-wrap gap-2 items-center border-t border-line py-1"
          :class="{ 'bg-chosen': screen.subject === joint.id }"
        >
          <span class="grow min-w-[180px]">{{ joint.label }}</span>
          <fieldset class="flex gap-1">
            <legend class="sr-only">{{ joint.label }}</legend>
            <label
              v-for="s in SOAP"
              :key="s.value"
              class="touch flex items-center gap-1 border border-line rounded px-2 text-sm has-checked:bg-chosen has-checked:border-petrol"
              ><input
                type="radio"
                class="accent-petrol"
                :name="joint.id"
                :checked="prove.soap[joint.id]?.finding === s.value"
                @change="soap(joint.id, s.value)"
              />{{ s.label }}</label
            >
          </fieldset>
          <span class="label w-16">{{ prove.soap[joint.id]?.who ?? '' }}</span>
        </li>
      </ul>
    </div>
  </div>
</template>
