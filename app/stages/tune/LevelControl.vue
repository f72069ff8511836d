<script setup lang="ts">
import { partOf } from '#core/air/parts/parts'
import type { SensingPlan } from '#core/document/types'

/** Electronic levelling: the controller's settings, its sensors' linkage, and what holds it still. */
const { controller } = defineProps<{ controller: string }>()
const job = useJob()
const sensing = computed(() => job.plan!.tune.sensing)
const stage = computed(() => job.derived!.stages.tune)
const figures = computed(() => partOf(job.plan!.air, controller).figures)
const setSheet = (figure: string, label: string, value: number) =>
  job.edit(label, (d) => void (d.air.components[controller]!.sheet[figure] = value))
const set = <K extends keyof SensingPlan>(key: K, label: string, value: SensingPlan[K]) =>
  job.edit(label, (d) => void (d.tune.sensing[key] = value))
const FIELDS = [
  { figure: 'band', label: 'Leaves alone within', quantity: 'length', min: 0.001, max: 0.2 },
  { figure: 'delay', label: 'Waits standing', quantity: 'time', min: 0, max: 600 },
  { figure: 'timeOut', label: 'Gives up after', quantity: 'time', min: 1, max: 3600 },
] as const
const SENSING = [
  { key: 'driving', label: 'Waits driving', quantity: 'time', min: 0, max: 600, digits: 0 },
  { key: 'filter', label: 'Smooths over', quantity: 'time', min: 0, max: 60, digits: 1 },
  { key: 'arm', label: 'Sensor’s arm', quantity: 'length', min: 0.02, max: 1, digits: undefined },
  { key: 'rod', label: 'Sensor’s rod', quantity: 'length', min: 0.02, max: 2, digits: undefined },
  { key: 'range', label: 'Sensor turns, each way', quantity: 'angle', min: 0.1, max: 1.6, digits: 1 },
] as const
const STILL = [
  { key: 'door', label: 'Still with a door open' },
  { key: 'key', label: 'Still with the key off' },
  { key: 'hitch', label: 'Still while hitching' },
  { key: 'lock', label: 'Has a service lock' },
] as const
const KNOWN = [
  { value: '', label: 'not looked at yet' },
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
]
const known = (value: boolean | null) => (value === null ? '' : value ? 'yes' : 'no')
</script>

<template>
  <div :data-subject="controller">
    <div class="grid gap-3 grid-cols-2 md:grid-cols-4">
      <NumField
        v-for="{ figure, label, quantity, min, max } in FIELDS"
        :key="figure"
        :label="label"
        :value="figures[figure] ?? null"
        :quantity="quantity"
        :min="min"
        :max="max"
        @change="(v) => setSheet(figure, label, v)"
      />
      <NumField
        v-for="{ key, label, quantity, min, max, digits } in SENSING"
        :key="key"
        :label="label"
        :value="sensing[key]"
        :quantity="quantity"
        :min="min"
        :max="max"
        :digits="digits"
        @change="(v) => set(key, label, v)"
      />
      <PickField
        v-for="{ key, label } in STILL"
        :key="key"
        :label="label"
        :value="known(sensing[key])"
        :options="KNOWN"
        @change="(v) => set(key, label, v === '' ? null : v === 'yes')"
      />
    </div>
    <dl class="grid grid-cols-3 gap-3 text-sm mt-3">
      <div v-for="id in ['sensor.droop', 'sensor.bump', 'sensor.error']" :key="id">
        <dt class="label">{{ stage.figures[id]?.label }}</dt>
        <dd><Fig :figure="stage.figures[id]" /></dd>
      </div>
    </dl>
    <p class="mt-2 font-semibold" role="note">
      Service lock on before the truck is jacked or hoisted, and before a hand goes near a bag: it fills and
      vents by itself.
    </p>
  </div>
</template>
