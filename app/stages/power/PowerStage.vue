<script setup lang="ts">
import { BLADE_FUSES, wireSizes } from '#core/catalog/electrical'
import type { PowerPlan } from '#core/document/types'
import { SHEETS, sheetsOf } from '#core/power/drawing/sheets'
import type { SheetId } from '#core/power/network/types'
import type { PowerState } from '#core/power/network/states'
import { sizeLabel } from '#core/power/tables'
import { NOTHING_WIRED } from '#core/power/unwired'
import { showText } from '#core/quantity/units'
import { withLive } from '../stageDrawers'
import { usePower, YES_NO } from './usePower'
import WiringSheet from './WiringSheet.vue'

const laterDrawers = begunOnce(() => import('./powerDrawers'))
const BatteryPanel = laterComponent(() => laterDrawers().then((d) => d.BatteryPanel))
const ChosenWiring = laterComponent(() => laterDrawers().then((d) => d.ChosenWiring))
const FeedWays = laterComponent(() => laterDrawers().then((d) => d.FeedWays))
const FuseCard = laterComponent(() => laterDrawers().then((d) => d.FuseCard))
const MeterWalk = laterComponent(() => laterDrawers().then((d) => d.MeterWalk))
const TerminalList = laterComponent(() => laterDrawers().then((d) => d.TerminalList))
const VoltsLost = laterComponent(() => laterDrawers().then((d) => d.VoltsLost))
const WireList = laterComponent(() => laterDrawers().then((d) => d.WireList))
const WiringSchools = laterComponent(() => laterDrawers().then((d) => d.WiringSchools))

const { shop, power, stage, result, set, chosen } = usePower()
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
/** The state that the drawing and the bars are shown in. */
const state = ref<PowerState>('compressor')
const views = computed(() => {
  const drawn = sheetsOf(result.value.wiring)
  const sheets = SHEETS.filter(({ id }) => drawn.includes(id))
  return sheets.length > 0 ? [...sheets] : [{ id: 'none', title: 'Wiring' }]
})
const drawers = computed(() => {
  const { drop, standby, motorVolts } = stage.value.figures
  const of = (figure: typeof drop) => figure && showText(figure.value, figure.quantity, shop.units)
  const all = withLive('power', {
    chosen: chosen.value?.label,
    wiring: drop && `${of(drop)} lost`,
    wires: String(result.value.rows.length),
    volts: of(motorVolts),
    guards: String(result.value.guards.length),
    carries: of(standby),
    meter: String(Object.keys(power.value.readings).length),
  })
  if (!result.value.isWired) return []
  return all.filter(({ id }) => id !== 'wiring' || result.value.powered)
})
</script>

<template>
  <DrawerBench stage="power" :drawers="drawers" :views="views" :first="result.powered ? 'wiring' : 'schools'">
    <template v-for="view in views" :key="view.id" #[`view-${view.id}`]>
      <div v-if="view.id === 'none'" class="sheet p-5">{{ NOTHING_WIRED }}</div>
      <div v-else class="sheet p-3">
        <h2 v-if="views.length > 1" class="label max-[1499px]:sr-only">{{ view.title }}</h2>
        <WiringSheet :sheet="view.id as SheetId" :state="state" />
        <LineLegend :codes="['feed', 'earth', 'signal']" />
      </div>
    </template>
    <template #chosen><ChosenWiring /></template>
    <template #schools><WiringSchools /></template>
    <template #wires><WireList /></template>
    <template #volts><VoltsLost :state="state" @state="(s) => void (state = s)" /></template>
    <template #guards><FuseCard /></template>
    <template #joints><TerminalList /></template>
    <template #carries><BatteryPanel /></template>
    <template #meter><MeterWalk /></template>
    <template v-if="result.powered" #wiring>
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
  </DrawerBench>
</template>
