<script setup lang="ts">
import { FAULT_KINDS, type FaultKind, type Scenario, type ScenarioStep } from '#core/document/types'
import { faultWords } from '#core/air/run/faults'
import { TOOL, TYRE, faultsOf } from '#core/air/run/scenarios'
import type { NamedScenario } from '#core/air/run/types'

/** Scenarios of this job, written by hand: begun as a copy of any other, saved with the job. */
const { scenarioId, scenarios } = defineProps<{ scenarioId: string; scenarios: readonly NamedScenario[] }>()
const emit = defineEmits<{ chosen: [id: string] }>()
const job = useJob()
const own = computed(() => job.plan!.air.scenarios[scenarioId] ?? null)
const edit = (label: string, change: (s: Scenario) => void) =>
  job.edit(label, (d) => {
    const s = d.air.scenarios[scenarioId]
    if (s) change(s)
  })
function copy(): void {
  const from = scenarios.find((s) => s.id === scenarioId)
  if (!from) return
  const id = `own-${crypto.randomUUID().slice(0, 8)}`
  const { id: _, ...rest } = JSON.parse(JSON.stringify(from)) as NamedScenario
  job.edit('Write a scenario', (d) => {
    d.air.scenarios[id] = {
      ...rest,
      label: `${from.label} (own)`.slice(0, 120),
      order: Object.keys(d.air.scenarios).length + 1,
    }
  })
  emit('chosen', id)
}
const remove = () =>
  job.edit('Scenario taken away', (d) => void Reflect.deleteProperty(d.air.scenarios, scenarioId))
const DOES = [
  { value: 'bring', label: 'bring to pressures' },
  { value: 'wait', label: 'wait' },
  { value: 'load', label: 'load put on or off' },
  { value: 'press', label: 'press by hand' },
  { value: 'tyre', label: 'air up tyres' },
  { value: 'tool', label: 'run a tool' },
  { value: 'fault', label: 'something fails' },
]
const air = computed(() => job.plan!.air)
const hauls = computed(() => [
  { value: '', label: 'empty truck' },
  ...job.hauls.map(([id, h]) => ({ value: id, label: h.label })),
])
const pressable = computed(() =>
  Object.entries(air.value.components)
    .filter(([, c]) => ['paddle', 'solenoid', 'dump', 'drain', 'handFill', 'cabSwitch'].includes(c.kind))
    .map(([id, c]) => ({ value: id, label: c.label })),
)
const faultParts = (what: FaultKind) =>
  faultsOf(air.value)
    .filter((f) => f.what === what)
    .map((f) => ({ value: f.part, label: air.value.components[f.part.split('.')[0]!]?.label ?? f.part }))
function blank(what: string): ScenarioStep {
  switch (what) {
    case 'wait':
      return { do: 'wait', seconds: 30 }
    case 'load':
      return { do: 'load', haul: job.haulId || null }
    case 'press':
      return { do: 'press', part: pressable.value[0]?.value ?? 'none', way: 'up', seconds: 5 }
    case 'tyre':
      return { do: 'tyre', ...TYRE, count: 1 }
    case 'tool':
      return { do: 'tool', ...TOOL, seconds: 60 }
    case 'fault':
      return {
        do: 'fault',
        what: faultsOf(air.value)[0]?.what ?? 'leak',
        part: faultsOf(air.value)[0]?.part ?? '',
      }
    default:
      return { do: 'bring', left: 350_000, right: 350_000 }
  }
}
/** The step at a place, as what it is. */
const set = (i: number, change: (s: Record<string, unknown>) => void) =>
  edit('Step', (s) => change(s.steps[i] as unknown as Record<string, unknown>))
</script>

<template>
  <FoldedPart title="Write a scenario of your own" class="mt-3">
    <div class="flex flex-wrap gap-2 items-end">
      <button type="button" class="button quiet" @click="copy">Copy the chosen one</button>
      <button v-if="own" type="button" class="button quiet" @click="remove">Take this one away</button>
      <p v-if="!own" class="label">
        The scenarios above follow from the plan. A copy is yours to change, and is saved with the job.
      </p>
    </div>
    <div v-if="own" class="mt-2 space-y-2">
      <div class="flex flex-wrap gap-3 items-end">
        <TextField
          label="Name"
          class="grow min-w-48"
          :value="own.label"
          @change="
            (v) =>
              edit('Name of the scenario', (s) => {
                s.label = v || s.label
              })
          "
        />
        <PickField
          label="Aboard at the start"
          class="w-44"
          :value="own.haul ?? ''"
          :options="hauls"
          @change="
            (v) =>
              edit('Aboard at the start', (s) => {
                s.haul = v || null
              })
          "
        />
        <NumField
          label="Left at the start"
          class="w-32"
          :value="own.start.left"
          quantity="pressure"
          :min="0"
          :max="5e6"
          @change="
            (v) =>
              edit('Start', (s) => {
                s.start.left = v
              })
          "
        />
        <NumField
          label="Right at the start"
          class="w-32"
          :value="own.start.right"
          quantity="pressure"
          :min="0"
          :max="5e6"
          @change="
            (v) =>
              edit('Start', (s) => {
                s.start.right = v
              })
          "
        />
        <NumField
          label="Air outside"
          class="w-32"
          :value="own.ambient.start"
          quantity="temperature"
          :min="200"
          :max="350"
          @change="
            (v) =>
              edit('Air outside', (s) => {
                s.ambient.start = v
              })
          "
        />
        <NumField
          label="Coldest half-way"
          class="w-32"
          :value="own.ambient.coldest"
          quantity="temperature"
          :min="200"
          :max="350"
          @change="
            (v) =>
              edit('Coldest', (s) => {
                s.ambient.coldest = v
              })
          "
        />
      </div>
      <ol class="space-y-1.5" aria-label="Steps">
        <li
          v-for="(s, i) in own.steps"
          :key="i"
          class="flex flex-wrap gap-2 items-end border-b border-line pb-1.5"
        >
          <PickField
            :label="`Step ${i + 1}`"
            class="w-48"
            :value="s.do"
            :options="DOES"
            @change="
              (v) =>
                edit('Step', (x) => {
                  x.steps[i] = blank(v)
                })
            "
          />
          <template v-if="s.do === 'bring'">
            <NumField
              label="Left"
              class="w-28"
              :value="s.left"
              quantity="pressure"
              :min="0"
              :max="5e6"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.left = v
                  })
              "
            />
            <NumField
              label="Right"
              class="w-28"
              :value="s.right"
              quantity="pressure"
              :min="0"
              :max="5e6"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.right = v
                  })
              "
            />
          </template>
          <PickField
            v-if="s.do === 'load'"
            label="Aboard"
            class="w-44"
            :value="s.haul ?? ''"
            :options="hauls"
            @change="
              (v) =>
                set(i, (x) => {
                  x.haul = v || null
                })
            "
          />
          <template v-if="s.do === 'press'">
            <PickField
              label="Part"
              class="w-44"
              :value="s.part"
              :options="pressable"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.part = v
                  })
              "
            />
            <PickField
              label="Way"
              class="w-28"
              :value="s.way"
              :options="[
                { value: 'up', label: 'up, open' },
                { value: 'down', label: 'down, shut' },
              ]"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.way = v
                  })
              "
            />
          </template>
          <template v-if="s.do === 'tyre'">
            <NumField
              label="Tyre"
              class="w-28"
              :value="s.volume"
              quantity="volume"
              :min="1e-4"
              :max="10"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.volume = v
                  })
              "
            />
            <NumField
              label="From"
              class="w-28"
              :value="s.from"
              quantity="pressure"
              :min="0"
              :max="5e6"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.from = v
                  })
              "
            />
            <NumField
              label="To"
              class="w-28"
              :value="s.to"
              quantity="pressure"
              :min="0"
              :max="5e6"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.to = v
                  })
              "
            />
            <NumField
              label="How many"
              class="w-24"
              :value="s.count"
              quantity="count"
              :min="1"
              :max="100"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.count = Math.round(v)
                  })
              "
            />
          </template>
          <template v-if="s.do === 'tool'">
            <NumField
              label="Takes"
              class="w-28"
              :value="s.demand"
              quantity="flow"
              :min="1e-6"
              :max="1"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.demand = v
                  })
              "
            />
            <NumField
              label="At"
              class="w-28"
              :value="s.needed"
              quantity="pressure"
              :min="0"
              :max="5e6"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.needed = v
                  })
              "
            />
          </template>
          <template v-if="s.do === 'fault'">
            <PickField
              label="What"
              class="w-56"
              :value="s.what"
              :options="FAULT_KINDS.map((f) => ({ value: f, label: faultWords(f) }))"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.what = v
                    x.part = faultParts(v as FaultKind)[0]?.value ?? ''
                  })
              "
            />
            <PickField
              v-if="faultParts(s.what).length"
              label="Which"
              class="w-44"
              :value="s.part"
              :options="faultParts(s.what)"
              @change="
                (v) =>
                  set(i, (x) => {
                    x.part = v
                  })
              "
            />
          </template>
          <NumField
            v-if="'seconds' in s"
            label="For"
            class="w-28"
            :value="s.seconds"
            quantity="time"
            :min="0"
            :max="1e5"
            @change="
              (v) =>
                set(i, (x) => {
                  x.seconds = v
                })
            "
          />
          <button
            type="button"
            class="button quiet text-sm"
            :aria-label="`Take step ${i + 1} away`"
            @click="edit('Step taken away', (x) => void x.steps.splice(i, 1))"
          >
            Take away
          </button>
        </li>
      </ol>
      <button
        type="button"
        class="button quiet"
        @click="edit('Another step', (s) => void s.steps.push({ do: 'wait', seconds: 30 }))"
      >
        Another step
      </button>
    </div>
  </FoldedPart>
</template>
