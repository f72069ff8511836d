<script setup lang="ts">
import { Download, Printer } from '@lucide/vue'
import { ARCHETYPES } from '#core/air/circuit/startingCircuits'
import { circuitGraph } from '#core/air/circuit/graph'
import { blockOf, classIdOf, partOf } from '#core/air/parts/parts'
import { circuitPatches } from '#core/air/circuit/changeCircuit'
import { KINDS } from '#core/catalog/kinds'
import { BLOCKS } from '#core/catalog/blocks'
import { COMPRESSORS } from '#core/catalog/compressors'
import { SPRINGS } from '#core/catalog/springs'
import { TUBES } from '#core/catalog/tubes'
import { interpolate } from '#core/quantity/interpolate'
import { DIRECT, type Archetype, type AirPlan } from '#core/document/types'
import { usePlayer } from './player'

const job = useJob()
const screen = useScreen()
const air = computed(() => job.plan!.air)
const stage = computed(() => job.derived!.stages.air)
const player = usePlayer()
const { live } = player
const answer = (id: string) => stage.value.figures[id]
const WHOLE = ['liftsRestart', 'liftsFlat', 'tyres', 'duty', 'tool']
const set = (label: string, change: (air: AirPlan) => void) => job.edit(label, (draft) => change(draft.air))
const archetype = computed(() => ARCHETYPES.find((a) => a.id === air.value.archetype)!)
const choose = (id: string) =>
  job.applyRemedy({
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
/** The list, with the shop's own and a class the catalogue does not know kept as it was stored. */
const options = (list: readonly { id: string; label: string }[], kind: string, value: string) => {
  const own = Object.entries(air.value.classes)
    .filter(([, p]) => p.kind === kind)
    .map(([id, p]) => ({ value: id, label: `${p.label} (the shop’s own)` }))
  const all = [...list.map((c) => ({ value: c.id, label: c.label })), ...own]
  return [
    ...all,
    ...(all.some((c) => c.value === value) ? [] : [{ value, label: `${value} (not in the catalogue)` }]),
  ]
}
const springOptions = computed(() =>
  options(
    SPRINGS.filter((s) => s.fits.includes(job.plan!.truck.suspension.kind) || s.id === air.value.springClass),
    'spring',
    air.value.springClass,
  ),
)
const outlets = computed(() => {
  const block = Object.keys(air.value.components).find((id) => air.value.components[id]!.kind === 'block')
  return block ? (blockOf(air.value, block)?.outlets ?? 2) : 2
})
const sheet = (label: string, change: (sheet: NonNullable<AirPlan['sheet']>) => void) =>
  set(label, (a) => a.sheet && change(a.sheet))
/** The sheet's figures begin as the class's own. */
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
const parts = computed(() =>
  Object.entries(air.value.components).map(([id, c]) => ({
    id,
    label: c.label,
    own: [c.own.number, c.own.make].filter(Boolean).join(', '),
    price: c.own.price,
    class: classIdOf(air.value, id) ? partOf(air.value, id).label : KINDS[c.kind].label,
  })),
)
const total = computed(() => parts.value.reduce((sum, p) => sum + (p.price ?? 0), 0))
const codes = computed(() => [
  ...new Set(
    Object.values(air.value.lines)
      .filter((l) => l.tube !== DIRECT)
      .map((l) => l.path),
  ),
])

/** The drawing as it stands, with the colours and type it has on screen written into it. */
function saveSvg(): void {
  const svg = document.querySelector<SVGSVGElement>('[data-circuit]')
  if (!svg) return
  const copy = svg.cloneNode(true) as SVGSVGElement
  const css = getComputedStyle(document.documentElement)
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  for (const e of [copy, ...copy.querySelectorAll('*')])
    for (const a of [...e.attributes])
      if (a.value.includes('var('))
        e.setAttribute(
          a.name,
          a.value.replace(/var\((--[\w-]+)\)/g, (_, v: string) => css.getPropertyValue(v).trim()),
        )
  saveFile('circuit.svg', new XMLSerializer().serializeToString(copy), 'image/svg+xml')
}
const saveGraph = () =>
  saveFile('circuit.json', `${JSON.stringify(circuitGraph(air.value), null, 2)}\n`, 'application/json')
const printIt = () => window.print()
</script>

<template>
  <div class="space-y-3">
    <p class="hidden print:block font-head font-semibold text-lg">
      {{ job.plan!.job.name
      }}<template v-if="job.plan!.job.number"> · Job {{ job.plan!.job.number }}</template> · Air:
      {{ archetype.label.toLowerCase() }}
    </p>
    <div class="sheet p-3">
      <div class="flex gap-3 items-end mb-1 no-print max-sm:flex-wrap">
        <PickField
          label="Started from"
          class="w-72 shrink-0"
          :value="air.archetype"
          :options="ARCHETYPES.map((a, i) => ({ value: a.id, label: `${i + 1} ${a.label}` }))"
          @change="choose"
        />
        <p class="text-sm text-soft leading-snug pb-1">{{ archetype.what }}</p>
      </div>
      <CircuitPicture :air="air" :chosen="chosen" :live="live" @choose="pick" />
      <div class="flex flex-wrap gap-2 items-center mt-1">
        <LineLegend :codes="codes" class="grow" />
        <div class="flex gap-2 no-print">
          <button type="button" class="button quiet text-sm" @click="saveSvg">
            <Download :size="15" aria-hidden="true" />SVG
          </button>
          <button type="button" class="button quiet text-sm" @click="saveGraph">
            <Download :size="15" aria-hidden="true" />Graph
          </button>
          <button type="button" class="button quiet text-sm" @click="printIt">
            <Printer :size="15" aria-hidden="true" />Print
          </button>
        </div>
      </div>
    </div>
    <PartPanel class="no-print" :air="air" :chosen="chosen" @choose="pick" />
    <div class="sheet p-4 grid gap-3 sm:grid-cols-2 no-print">
      <PickField
        label="Springs"
        :value="air.springClass"
        :options="springOptions"
        @change="
          (v) =>
            set('Choose springs', (a) => {
              a.springClass = v
              a.sheet = null
            })
        "
      />
      <PickField
        label="Tube"
        :value="air.tubeClass"
        :options="options(TUBES, 'tube', air.tubeClass)"
        @change="
          (v) =>
            set('Choose tube', (a) => {
              a.tubeClass = v
            })
        "
      />
      <PickField
        v-if="stage.result.powered"
        label="Compressor"
        :value="air.compressorClass"
        :options="options(COMPRESSORS, 'compressor', air.compressorClass)"
        @change="
          (v) =>
            set('Choose a compressor', (a) => {
              a.compressorClass = v
            })
        "
      />
      <PickField
        v-if="stage.result.block"
        label="Valve block"
        :value="air.blockClass"
        :options="
          options(
            BLOCKS.filter((b) => b.outlets === outlets || b.id === air.blockClass),
            'block',
            air.blockClass,
          )
        "
        @change="
          (v) =>
            set('Choose a valve block', (a) => {
              a.blockClass = v
            })
        "
      />
    </div>
    <div class="sheet p-4 no-print">
      <div class="flex flex-wrap gap-3 items-end">
        <NumField
          label="Spacer under the spring"
          class="w-40"
          :value="air.spacer"
          quantity="length"
          :min="0"
          :max="1"
          @change="
            (v) =>
              set('Spacer', (a) => {
                a.spacer = v
              })
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
          @change="
            (v) =>
              set('At full droop', (a) => {
                a.droop = v as AirPlan['droop']
              })
          "
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
          @change="
            (v) =>
              sheet('Area off the sheet', (s) => {
                s.area = v
              })
          "
        />
        <NumField
          label="Minimum"
          :value="air.sheet.minPressure"
          quantity="pressure"
          :min="0"
          :max="5e6"
          @change="
            (v) =>
              sheet('Minimum off the sheet', (s) => {
                s.minPressure = v
              })
          "
        />
        <NumField
          label="Maximum"
          :value="air.sheet.maxPressure"
          quantity="pressure"
          :min="1000"
          :max="5e6"
          @change="
            (v) =>
              sheet('Maximum off the sheet', (s) => {
                s.maxPressure = v
              })
          "
        />
        <NumField
          label="Most one spring may carry"
          :value="air.sheet.maxLoad"
          quantity="mass"
          :min="1"
          :max="100000"
          @change="
            (v) =>
              sheet('Load off the sheet', (s) => {
                s.maxLoad = v
              })
          "
        />
      </div>
    </div>
    <RunIt class="no-print" :player="player" />
    <WhichSet class="no-print" />
    <WhichSpring class="no-print" />
    <div class="grid gap-3 md:grid-cols-2">
      <div class="sheet p-4">
        <h2 class="mb-1">What the runs say</h2>
        <table class="w-full text-sm" aria-label="What the runs say">
          <thead>
            <tr class="border-b border-line text-left">
              <th class="py-1 font-normal label">Haul</th>
              <th class="text-right font-normal label">pumped alone</th>
              <th class="text-right font-normal label">brought up</th>
              <th class="text-right font-normal label">past</th>
              <th class="text-right font-normal label">let down</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="[id, haul] in job.hauls" :key="id" class="border-b border-line">
              <th scope="row" class="text-left font-normal py-1">{{ haul.label }}</th>
              <td class="text-right">
                <Fig v-if="stage.figures[`${id}.time`]" :figure="stage.figures[`${id}.time`]" /><span
                  v-else
                  class="label"
                  >—</span
                >
              </td>
              <td v-for="what in ['run', 'past', 'down']" :key="what" class="text-right">
                <Fig v-if="answer(`${id}.${what}`)" :figure="answer(`${id}.${what}`)" /><span
                  v-else
                  class="label"
                  >{{ job.answers ? '—' : '…' }}</span
                >
              </td>
            </tr>
          </tbody>
        </table>
        <table class="w-full text-sm mt-2">
          <tbody>
            <tr class="border-b border-line">
              <th scope="row" class="text-left font-normal py-1">Highest pressure needed</th>
              <td class="text-right"><Fig :figure="stage.figures.highest" /></td>
            </tr>
            <tr v-if="stage.result.powered" class="border-b border-line">
              <th scope="row" class="text-left font-normal py-1">Motor current there</th>
              <td class="text-right"><Fig :figure="stage.figures.current" /></td>
            </tr>
            <template v-if="answer(`${job.haulId}.charge`)">
              <tr
                v-for="what in ['charge', 'hottest', 'rest'].filter((w) => answer(`${job.haulId}.${w}`))"
                :key="what"
                class="border-b border-line"
              >
                <th scope="row" class="text-left font-normal py-1">
                  {{ answer(`${job.haulId}.${what}`)!.label }}
                </th>
                <td class="text-right"><Fig :figure="answer(`${job.haulId}.${what}`)" /></td>
              </tr>
            </template>
            <tr
              v-for="id in ['overshoot', 'bore'].filter((f) => stage.figures[f])"
              :key="id"
              class="border-b border-line"
            >
              <th scope="row" class="text-left font-normal py-1">{{ stage.figures[id]!.label }}</th>
              <td class="text-right"><Fig :figure="stage.figures[id]" /></td>
            </tr>
            <tr v-for="id in WHOLE.filter((f) => answer(f))" :key="id" class="border-b border-line">
              <th scope="row" class="text-left font-normal py-1">{{ answer(id)!.label }}</th>
              <td class="text-right"><Fig :figure="answer(id)" /></td>
            </tr>
          </tbody>
        </table>
        <p class="label mt-2">
          From the minimum, at 20 °C. The part’s own sheet rules over the class figures used here.
        </p>
      </div>
      <div class="sheet p-4">
        <h2 class="mb-1">Parts</h2>
        <ul class="text-sm">
          <li
            v-for="part in parts"
            :key="part.id"
            class="border-b border-line last:border-0 py-1 flex justify-between gap-3"
          >
            <button type="button" class="underline text-left" @click="pick(part.id)">
              {{ part.label }}</button><span class="text-soft text-right"
              >{{ part.class }}<template v-if="part.own"> · {{ part.own }}</template
              ><template v-if="part.price !== null">
                · <span class="figure">{{ part.price }}</span></template
              ></span
            >
          </li>
        </ul>
        <p v-if="total > 0" class="text-sm mt-1 flex justify-between">
          <span>Prices typed so far</span><span class="figure">{{ Math.round(total * 100) / 100 }}</span>
        </p>
        <p class="label mt-1">
          <NuxtLink to="/parts" class="underline">The shop’s own parts</NuxtLink>: real parts’ figures,
          numbers and prices.
        </p>
      </div>
    </div>
  </div>
</template>
