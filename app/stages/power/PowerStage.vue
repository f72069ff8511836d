<script setup lang="ts">
import { SHEETS, sheetsOf } from '#core/power/drawing/sheets'
import type { SheetId } from '#core/power/network/types'
import type { PowerState } from '#core/power/network/states'
import { NOTHING_WIRED } from '#core/power/unwired'
import { showText } from '#core/quantity/units'
import { withLive } from '../stageDrawers'
import { usePower } from './usePower'
import WiringSheet from './WiringSheet.vue'

const laterDrawers = begunOnce(() => import('./powerDrawers'))
const BatteryPanel = laterComponent(() => laterDrawers().then((d) => d.BatteryPanel))
const ChosenWiring = laterComponent(() => laterDrawers().then((d) => d.ChosenWiring))
const FuseCard = laterComponent(() => laterDrawers().then((d) => d.FuseCard))
const MeterWalk = laterComponent(() => laterDrawers().then((d) => d.MeterWalk))
const TerminalList = laterComponent(() => laterDrawers().then((d) => d.TerminalList))
const VoltsLost = laterComponent(() => laterDrawers().then((d) => d.VoltsLost))
const WireAndFuse = laterComponent(() => laterDrawers().then((d) => d.WireAndFuse))
const WireList = laterComponent(() => laterDrawers().then((d) => d.WireList))
const WiringSchools = laterComponent(() => laterDrawers().then((d) => d.WiringSchools))

const { shop, power, stage, result, chosen } = usePower()
/** The state shown by the drawing and the bars. */
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
    <template v-if="result.powered" #wiring><WireAndFuse /></template>
  </DrawerBench>
</template>
