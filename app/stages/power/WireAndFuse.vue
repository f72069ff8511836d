<script setup lang="ts">
import { BLADE_FUSES, wireSizes } from '#core/catalog/electrical'
import type { PowerPlan } from '#core/document/types'
import { sizeLabel } from '#core/power/tables'
import FeedWays from './FeedWays.vue'
import { usePower, YES_NO } from './usePower'

/** The feed's wire and fuse, what they are chosen by, and other ways to feed the same. */
const { shop, power, set } = usePower()
const sizes = computed(() => {
  const own = power.value.wireArea
  const list = wireSizes(shop.units.wire).map((s) => ({ value: String(s.area), label: s.label }))
  const known = own === null || list.some((s) => Math.abs(Number(s.value) - own) < 1e-12)
  const other = known ? [] : [{ value: String(own), label: sizeLabel(own, shop.units.wire) }]
  return [{ value: '', label: 'As proposed' }, ...list, ...other]
})
const size = computed(() => {
  const { wireArea } = power.value
  if (wireArea === null) return ''
  return sizes.value.find((s) => s.value !== '' && Math.abs(Number(s.value) - wireArea) < 1e-12)?.value ?? ''
})
</script>

<template>
  <div class="sheet p-4 grid gap-3 grid-cols-2 sm:grid-cols-4">
    <PickField
      label="Wire"
      data-subject="wire wiring"
      :value="size"
      :options="sizes"
      @change="(v) => set('Wire size', (p) => void (p.wireArea = v === '' ? null : Number(v)))"
    />
    <PickField
      label="Fuse"
      data-subject="fuse"
      :value="power.fuse === null ? '' : String(power.fuse)"
      :options="[
        { value: '', label: 'As proposed' },
        ...BLADE_FUSES.map((f) => ({ value: String(f), label: `${f} A` })),
      ]"
      @change="(v) => set('Fuse', (p) => void (p.fuse = v === '' ? null : Number(v)))"
    />
    <PickField
      label="Earth"
      data-subject="earth"
      :value="power.earth"
      :options="[
        { value: 'battery', label: 'back to the battery' },
        { value: 'frame', label: 'steel frame' },
        { value: 'stud', label: 'earth stud on the frame' },
        { value: 'body', label: 'bed or body' },
      ]"
      @change="(v) => set('Earth', (p) => void (p.earth = v as PowerPlan['earth']))"
    />
    <NumField
      label="Drop allowed"
      :value="power.maxDrop"
      quantity="ratio"
      :min="0.005"
      :max="0.2"
      @change="(v) => set('Drop allowed', (p) => void (p.maxDrop = v))"
    />
    <NumField
      label="Supply"
      :value="power.systemVoltage"
      quantity="voltage"
      :min="6"
      :max="50"
      @change="(v) => set('Supply voltage', (p) => void (p.systemVoltage = v))"
    />
    <NumField
      label="Battery"
      :value="power.batteryCapacity"
      quantity="charge"
      :min="3600"
      :max="3600000"
      @change="(v) => set('Battery', (p) => void (p.batteryCapacity = v))"
    />
    <NumField
      label="Conductor at"
      :value="power.conductorTemperature"
      quantity="temperature"
      :min="233"
      :max="400"
      @change="(v) => set('Conductor temperature', (p) => void (p.conductorTemperature = v))"
    />
    <NumField
      label="Live conductors together"
      :value="power.bundle"
      quantity="count"
      :min="1"
      :max="30"
      @change="(v) => set('Bundle', (p) => void (p.bundle = Math.round(v)))"
    />
    <PickField
      label="Through the engine space"
      :value="power.engineSpace ? 'yes' : 'no'"
      :options="YES_NO"
      @change="(v) => set('Engine space', (p) => void (p.engineSpace = v === 'yes'))"
    />
  </div>
  <FeedWays />
</template>
