<script setup lang="ts">
import type { AirPlan } from '#core/document/types'
import { interpolate } from '#core/quantity/interpolate'

/** How the spring is mounted, and figures from its own sheet if they are known. */
const job = useJob()
const air = computed(() => job.plan!.air)
const stage = computed(() => job.derived!.stages.air)
const set = (label: string, change: (air: AirPlan) => void) => job.edit(label, (draft) => change(draft.air))
const sheet = (label: string, change: (sheet: NonNullable<AirPlan['sheet']>) => void) =>
  set(label, (a) => a.sheet && change(a.sheet))
/** The sheet's figures start with the values of the class. */
function ownSheet(on: boolean): void {
  const { spring } = stage.value.result
  set(on ? 'Figures off the spring’s own sheet' : 'Figures of the class', (a) => {
    a.sheet =
      on && spring
        ? {
            area: interpolate(spring.areaByHeight, spring.designHeight),
            minPressure: spring.minPressure,
            maxPressure: spring.maxPressure,
            maxLoad: spring.maxLoad,
          }
        : null
  })
}
</script>

<template>
  <div class="sheet p-4">
    <div class="flex flex-wrap gap-3 items-end">
      <NumField
        label="Spacer at the spring"
        class="w-40"
        :value="air.spacer"
        quantity="length"
        :min="0"
        :max="1"
        @change="(v) => set('Spacer', (a) => void (a.spacer = v))"
      />
      <template v-if="air.spacer > 0">
        <PickField
          label="It stands"
          class="w-40"
          :value="air.spacerAt"
          :options="[
            { value: 'below', label: 'under the spring' },
            { value: 'above', label: 'over the spring' },
          ]"
          @change="(v) => set('Where the spacer stands', (a) => void (a.spacerAt = v as AirPlan['spacerAt']))"
        />
        <PickField
          label="Its cup faces"
          class="w-28"
          :value="air.cup"
          :options="[
            { value: 'up', label: 'up' },
            { value: 'down', label: 'down' },
          ]"
          @change="(v) => set('Which way its cup faces', (a) => void (a.cup = v as AirPlan['cup']))"
        />
      </template>
      <PickField
        label="Brought to its seat by"
        class="w-52"
        :value="air.closing"
        :options="[
          { value: 'hand', label: 'hand' },
          { value: 'load', label: 'a load on the bed' },
        ]"
        @change="
          (v) => set('How it is brought to its seat', (a) => void (a.closing = v as AirPlan['closing']))
        "
      />
      <PickField
        label="At full droop"
        class="w-56"
        :value="air.droop"
        :options="[
          { value: 'none', label: 'nothing holds the axle' },
          { value: 'strap', label: 'droop strap' },
          { value: 'lift-off', label: 'the spring may lift off its seat' },
        ]"
        @change="(v) => set('At full droop', (a) => void (a.droop = v as AirPlan['droop']))"
      />
      <label v-if="stage.result.spring" class="touch flex items-center gap-2 pb-1.5"
        ><input
          type="checkbox"
          class="accent-petrol size-4"
          :checked="air.sheet !== null"
          @change="ownSheet(($event.target as HTMLInputElement).checked)"
        />Figures off the spring’s own sheet</label
      >
    </div>
    <div v-if="air.sheet" class="grid grid-cols-2 md:grid-cols-4 gap-3 mt-3">
      <NumField
        label="Effective area at design height"
        :value="air.sheet.area"
        quantity="area"
        :min="0.0001"
        :max="1"
        @change="(v) => sheet('Area off the sheet', (s) => void (s.area = v))"
      />
      <NumField
        label="Minimum"
        :value="air.sheet.minPressure"
        quantity="pressure"
        :min="0"
        :max="5e6"
        @change="(v) => sheet('Minimum off the sheet', (s) => void (s.minPressure = v))"
      />
      <NumField
        label="Maximum"
        :value="air.sheet.maxPressure"
        quantity="pressure"
        :min="1000"
        :max="5e6"
        @change="(v) => sheet('Maximum off the sheet', (s) => void (s.maxPressure = v))"
      />
      <NumField
        label="Most one spring may carry"
        :value="air.sheet.maxLoad"
        quantity="mass"
        :min="1"
        :max="100000"
        @change="(v) => sheet('Load off the sheet', (s) => void (s.maxLoad = v))"
      />
    </div>
  </div>
</template>
