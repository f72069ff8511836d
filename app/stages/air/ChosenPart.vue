<script setup lang="ts">
import { takeOwnClass } from '#core/jobs/kits'
import { mountingOf } from '#core/catalog/truckGeometry'
import { KINDS } from '#core/catalog/kinds'
import { PARTS } from '#core/catalog/partClasses'
import { BLOCKS } from '#core/catalog/blocks'
import { COMPRESSORS } from '#core/catalog/compressors'
import { SPRINGS } from '#core/catalog/springs'
import type { Change } from '#core/air/circuit/editing'
import { figuresOf, partOf } from '#core/air/parts/parts'
import type { AirPlan, ComponentKind, OwnClass } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { classOptions } from './classOptions'

/** The part chosen on the circuit: its class, its figures, its neighbours and the shop's numbers. */
const { air, partId } = defineProps<{ air: AirPlan; partId: string }>()
const emit = defineEmits<{ choose: [id: string | null]; run: [label: string, change: Change] }>()
const job = useJob()
const shop = useShop()
const part = computed(() => ({ id: partId, c: air.components[partId]!, ...partOf(air, partId) }))
const specs = computed(() => (part.value.kind === 'spring' ? [] : figuresOf(part.value.kind)))
/** Classes of the catalogue outside the common table of parts. */
const CATALOGUES: Partial<Record<ComponentKind, readonly { id: string; label: string }[]>> = {
  compressor: COMPRESSORS,
  block: BLOCKS,
}
const classes = computed(() => {
  const { kind, classId } = part.value
  const fitting = SPRINGS.filter(
    (s) => s.fits.includes(mountingOf(job.plan!.truck.suspension)) || s.id === classId,
  )
  const catalogue = kind === 'spring' ? fitting : (CATALOGUES[kind] ?? PARTS.filter((p) => p.kind === kind))
  return classOptions(catalogue, { ...air.classes, ...shop.parts }, kind, classId)
})
function setClass(id: string): void {
  const { kind } = part.value
  const own: OwnClass | undefined = shop.parts[id]
  job.edit('Choose a class', (d) => {
    takeOwnClass(d.air, id, shop.parts)
    const c = d.air.components[partId]!
    if (kind === 'spring') {
      d.air.springClass = id
      d.air.sheet = null
    } else if (kind === 'compressor') d.air.compressorClass = id
    else if (kind === 'block') d.air.blockClass = id
    else c.class = id
    c.sheet = {}
    if (own) c.own = { number: own.number, make: own.make, price: own.price }
  })
}
const setOwn = (what: string, change: (c: AirPlan['components'][string]) => void) =>
  job.edit(what, (d) => change(d.air.components[partId]!))
const ofClass = (figure: string) =>
  setOwn('Figure of the class', (c) => void Reflect.deleteProperty(c.sheet, figure))
const limits = computed(() =>
  part.value.figures.maxPressure === undefined
    ? null
    : showText(part.value.figures.maxPressure, 'pressure', shop.units),
)
</script>

<template>
  <div>
    <div class="flex flex-wrap gap-x-3 gap-y-1 items-baseline">
      <h2>{{ part.c.label }}</h2>
      <p class="label">
        {{ KINDS[part.kind].what }}<template v-if="part.c.side"> · {{ part.c.side }}</template
        ><template v-if="limits"> · rated to {{ limits }}</template>
      </p>
      <button type="button" class="button quiet text-sm ml-auto" @click="emit('choose', null)">Close</button>
    </div>
    <div class="flex flex-wrap gap-3 items-end mt-2">
      <PickField
        v-if="classes.length"
        label="Class"
        class="grow min-w-56 max-w-md"
        :value="part.classId ?? ''"
        :options="classes"
        @change="setClass"
      />
      <TextField
        label="Name on the plan"
        class="w-48"
        :value="part.c.label"
        @change="(v) => setOwn('Name of a part', (c) => void (c.label = v || c.label))"
      />
    </div>
    <PartStateFields :part-id="partId" :part="part.c" />
    <div v-if="specs.length" class="grid grid-cols-2 md:grid-cols-4 gap-3 mt-2">
      <div v-for="f in specs" :key="f.id">
        <FigureField
          :spec="f"
          :value="part.figures[f.id] ?? null"
          @change="(v) => setOwn(`${f.label}, off its sheet`, (c) => void (c.sheet[f.id] = v))"
        />
        <p v-if="part.c.sheet[f.id] !== undefined" class="label flex gap-2">
          off its own sheet
          <button type="button" class="underline" @click="ofClass(f.id)">
            class: {{ figureText(f, part.ofClass[f.id], shop.units) }}
          </button>
        </p>
      </div>
    </div>
    <p v-if="specs.length" class="label mt-1">
      Typical of the class (common practice) until typed off the part’s own sheet, which rules.
    </p>
    <PartJoints
      :air="air"
      :part-id="part.id"
      @choose="(id) => emit('choose', id)"
      @run="(label, change) => emit('run', label, change)"
    />
    <div class="grid grid-cols-3 gap-3 mt-3">
      <TextField
        label="Part number, yours"
        :value="part.c.own.number"
        @change="(v) => setOwn('Part number', (c) => void (c.own.number = v.slice(0, 80)))"
      />
      <TextField
        label="Make, yours"
        :value="part.c.own.make"
        @change="(v) => setOwn('Make', (c) => void (c.own.make = v.slice(0, 80)))"
      />
      <NumField
        label="Price, yours"
        :value="part.c.own.price"
        quantity="plain"
        :min="0"
        :max="1e7"
        @change="(v) => setOwn('Price', (c) => void (c.own.price = v))"
      />
    </div>
  </div>
</template>
