<script setup lang="ts">
import { Download, Printer } from '@lucide/vue'
import { ARCHETYPES } from '#core/air/circuit/startingCircuits'
import { circuitGraph } from '#core/air/circuit/graph'
import { circuitPatches } from '#core/air/circuit/changeCircuit'
import { isAllNew } from '#core/air/circuit/states'
import { DIRECT, type AirPlan, type Archetype } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { svgCopy } from '~/pictures/svgCopy'
import { withLive } from '../stageDrawers'
import { airDrawers } from './laterDrawers'
import { usePlayer } from './player'

const AirAnswers = laterComponent(() => airDrawers().then((d) => d.AirAnswers))
const AirClasses = laterComponent(() => airDrawers().then((d) => d.AirClasses))
const AirParts = laterComponent(() => airDrawers().then((d) => d.AirParts))
const DoYouNeedIt = laterComponent(() => airDrawers().then((d) => d.DoYouNeedIt))
const SpringSheet = laterComponent(() => airDrawers().then((d) => d.SpringSheet))
const WhatIsThere = laterComponent(() => airDrawers().then((d) => d.WhatIsThere))
const RunIt = laterComponent(() => import('./RunIt.vue'))
const WhichSpring = laterComponent(() => import('./WhichSpring.vue'))
const WhichSet = laterComponent(() => import('./WhichSet.vue'))
const job = useJob()
const shop = useShop()
const screen = useScreen()
const askFirst = useAskFirst()
const air = computed(() => job.plan!.air)
const player = usePlayer()
const { live } = player
const archetype = computed(() => ARCHETYPES.find((a) => a.id === air.value.archetype)!)
const choose = (id: string) =>
  askFirst({
    label: ARCHETYPES.find((a) => a.id === id)!.label,
    patches: circuitPatches(air.value, id as Archetype),
  })
const chosen = computed(() =>
  screen.subject !== null && (air.value.components[screen.subject] || air.value.lines[screen.subject])
    ? screen.subject
    : null,
)
const pick = (id: string | null) => {
  screen.subject = screen.subject === id ? null : id
}
const codes = computed(() => [
  ...new Set(
    Object.values(air.value.lines)
      .filter((l) => l.tube !== DIRECT)
      .map((l) => l.path),
  ),
])

/** Number of parts that stay, and of all parts. */
const countOf = ({ components }: AirPlan) => {
  const all = Object.values(components)
  return `${all.filter((c) => c.state === 'kept').length} of ${all.length} stay`
}
const VIEWS = [{ id: 'circuit', title: 'Circuit' }]
const drawers = computed(() => {
  const { figures, result } = job.derived!.stages.air
  const { components, lines } = air.value
  const lifted = figures[`${job.haulId}.run`] ?? figures[`${job.haulId}.time`]
  return withLive('air', {
    circuit: (chosen.value && (components[chosen.value]?.label ?? (lines[chosen.value] && 'line'))) ?? '',
    found: isAllNew(air.value) ? 'all new' : countOf(air.value),
    run: player.stale.value ? 'plan changed' : '',
    says: lifted && showText(lifted.value, lifted.quantity, shop.units),
    spring: result.spring ? showText(result.spring.diameter, 'length', shop.units) : 'none',
    parts: String(Object.keys(components).length),
  })
})

function saveSvg(): void {
  const svg = document.querySelector<SVGSVGElement>('[data-circuit]')
  if (svg) saveFile('circuit.svg', new XMLSerializer().serializeToString(svgCopy(svg)), 'image/svg+xml')
}
const saveGraph = () =>
  saveFile('circuit.json', `${JSON.stringify(circuitGraph(air.value), null, 2)}\n`, 'application/json')
</script>

<template>
  <DrawerBench stage="air" :drawers="drawers" :views="VIEWS">
    <template #view-circuit>
      <div class="sheet p-3">
        <CircuitPicture :air="air" :chosen="chosen" :live="live" @choose="pick" />
        <div class="flex flex-wrap gap-2 items-center mt-1">
          <LineLegend :codes="codes" />
          <StateLegend v-if="!isAllNew(air)" :air="air" />
        </div>
      </div>
    </template>
    <template #circuit>
      <div class="no-print sheet p-4">
        <div class="flex gap-3 items-end max-sm:flex-wrap">
          <PickField
            label="Started from"
            class="w-72 shrink-0"
            :value="air.archetype"
            :options="ARCHETYPES.map((a, i) => ({ value: a.id, label: `${i + 1} ${a.label}` }))"
            @change="choose"
          />
          <p class="text-sm text-soft leading-snug pb-1">{{ archetype.what }}</p>
        </div>
        <div class="flex flex-wrap gap-2 mt-2">
          <button type="button" class="button quiet text-sm" @click="saveSvg">
            <Download :size="15" aria-hidden="true" />SVG
          </button>
          <button type="button" class="button quiet text-sm" @click="saveGraph">
            <Download :size="15" aria-hidden="true" />Graph
          </button>
          <button type="button" class="button quiet text-sm" @click="printSheet">
            <Printer :size="15" aria-hidden="true" />Print
          </button>
        </div>
      </div>
      <PartPanel class="no-print" :air="air" :chosen="chosen" @choose="pick" />
    </template>
    <template #classes>
      <AirClasses class="no-print" />
      <SpringSheet class="no-print" />
    </template>
    <template #found="{ open }"><WhatIsThere :shown="open" @choose="pick" /></template>
    <template #need="{ open }"><DoYouNeedIt class="no-print" :shown="open" /></template>
    <template #run="{ seen }"><RunIt v-if="seen" class="no-print" :player="player" /></template>
    <template #says><AirAnswers /></template>
    <template #spring="{ seen }"><WhichSpring v-if="seen" class="no-print" /></template>
    <template #set="{ seen }"><WhichSet v-if="seen" class="no-print" /></template>
    <template #parts><AirParts @choose="pick" /></template>
  </DrawerBench>
</template>
