<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { ordered, type EnteredSolid } from '#core/document/types'
import { solidsOf } from '#core/lay/space/room'
import { CAB } from '#core/lay/space/cab'
import { asEntered } from '#core/lay/space/solid'
import { USUAL_SOLIDS } from '#core/lay/space/solids'
import { focusIn } from '~/shell/drawers'
import { useLay } from './useLay'

/** What else is under the truck: entered by hand, or measured in place of the program's usual values. */
const { plan, set } = useLay()
const things = computed(() => ordered(plan.value.lay.solids))
const nextOrder = () => Math.max(0, ...things.value.map(([, t]) => t.order)) + 1
function put(id: string, label: string, thing: EnteredSolid): void {
  set(label, (lay) => {
    lay.solids[id] = thing
  })
  void focusIn(`[data-subject="${id}"]`)
}
/** Where a harness usually passes the firewall: on the driver's side, above the cab's floor. */
function inFirewall() {
  const { truck, job } = plan.value
  const y = job.drivingSide === 'left' ? 0.45 : -0.45
  const mm = (v: number) => Math.round(v * 1000) / 1000
  return { x: mm(CAB.firewall(truck)), y, z: mm(CAB.floor(truck) + 0.3) }
}
function add(kind: EnteredSolid['kind'], label: string): void {
  const { wheelbase, frame } = plan.value.truck
  const usualPlace = { x: Math.round(wheelbase * 30) / 100, y: 0, z: frame.top + 0.05 }
  const at = kind === 'grommet' ? inFirewall() : usualPlace
  const size =
    kind === 'grommet' ? { along: 0.03, across: 0.03, up: 0.03 } : { along: 0.3, across: 0.3, up: 0.2 }
  const id = `s${crypto.randomUUID().slice(0, 8)}`
  put(id, `Add ${label.toLowerCase()}`, { label, kind, at, size, there: true, order: nextOrder() })
}
/** The truck's own solids that Truck does not measure and nobody has entered yet. */
const usual = computed(() => {
  const { truck, air, lay } = plan.value
  const own = solidsOf(truck, air)
  return USUAL_SOLIDS.filter((id) => !lay.solids[id]).flatMap((id) => own.find((s) => s.id === id) ?? [])
})
const asItIs = (id: string) => {
  const solid = usual.value.find((s) => s.id === id)
  if (solid) put(id, `Tell ${solid.label}`, asEntered(solid, nextOrder()))
}
const change = (id: string, label: string, write: (thing: EnteredSolid) => void) =>
  set(label, (lay) => write(lay.solids[id]!))
const remove = (id: string) =>
  set('Take an entered thing away', (lay) => Reflect.deleteProperty(lay.solids, id))
const KINDS: { value: EnteredSolid['kind']; label: string }[] = [
  { value: 'body', label: 'to be kept clear of' },
  { value: 'structure', label: 'steel to tie to' },
  { value: 'sheet', label: 'sheet metal, passed through a grommet' },
  { value: 'moving', label: 'moves: keep away' },
  { value: 'hot', label: 'hot: keep off' },
  { value: 'keepOut', label: 'nothing: to be left free' },
  { value: 'grommet', label: 'a grommet that is there' },
]
const SIZES = [
  { key: 'along', label: 'along the truck' },
  { key: 'across', label: 'across' },
  { key: 'up', label: 'in height' },
] as const
const isUsual = (id: string) => (USUAL_SOLIDS as readonly string[]).includes(id)
</script>

<template>
  <section class="sheet p-4" aria-label="In the way" data-subject="exhaust">
    <h2 class="mb-1">In the way</h2>
    <p class="label mb-2" data-subject="crossMembers">
      Parts, lines and wires keep clear of what Truck measures: rails, cross-members, bed, fuel tank, axle,
      wheels, drive shaft, spare wheel, springs, brake line, exhaust, batteries, what was found. Cab floor,
      firewall, hitch, engine, steering and bump stops are as is usual until you enter them here. What else
      hangs there is not checked unless you tell it.
    </p>
    <div
      v-for="[id, t] in things"
      :key="id"
      class="grid grid-cols-[repeat(auto-fill,minmax(13.5rem,1fr))] gap-3 py-3 border-t border-line items-end"
      :data-subject="id"
    >
      <TextField
        label="What it is"
        :value="t.label"
        :max="80"
        @change="(v) => change(id, 'Name a thing in the way', (x) => void (x.label = v || 'Thing'))"
      />
      <PickField
        :label="`${t.label} is`"
        :value="t.kind"
        :options="KINDS"
        @change="(v) => change(id, 'What a thing is', (x) => void (x.kind = v as EnteredSolid['kind']))"
      />
      <PlaceFields
        :of="`Middle of ${t.label.toLowerCase()}`"
        :at="t.at"
        @move="(v, axis) => change(id, `Move ${t.label}`, (x) => void (x.at[axis] = v))"
      />
      <NumField
        v-for="size in SIZES"
        :key="size.key"
        :label="`${t.label}, ${size.label}`"
        :value="t.size[size.key]"
        quantity="length"
        :min="0.005"
        :max="4"
        @change="(v) => change(id, `Size of ${t.label}`, (x) => void (x.size[size.key] = v))"
      />
      <div class="flex flex-wrap gap-x-4 gap-y-1 items-center">
        <label v-if="isUsual(id)" class="touch flex items-center gap-2 text-sm">
          <input
            type="checkbox"
            class="accent-petrol size-6"
            :checked="!t.there"
            @change="change(id, 'Whether it is there', (x) => void (x.there = !x.there))"
          />This truck has none
        </label>
        <button
          type="button"
          class="touch text-sm underline inline-flex items-center gap-1"
          @click="remove(id)"
        >
          <Trash2 :size="16" aria-hidden="true" />{{
            isUsual(id) ? 'As usual again' : `Take ${t.label.toLowerCase()} away`
          }}
        </button>
      </div>
    </div>
    <div class="flex flex-wrap gap-2 mt-2 no-print">
      <button type="button" class="button quiet" @click="add('body', 'Toolbox')">
        <Plus :size="16" aria-hidden="true" />Something that hangs there
      </button>
      <button type="button" class="button quiet" @click="add('grommet', 'Grommet')">
        <Plus :size="16" aria-hidden="true" />A grommet that is there
      </button>
      <button type="button" class="button quiet" @click="add('keepOut', 'Keep out')">
        <Plus :size="16" aria-hidden="true" />A place to be left free
      </button>
      <button
        v-for="solid in usual"
        :key="solid.id"
        type="button"
        class="button quiet"
        @click="asItIs(solid.id)"
      >
        Tell {{ solid.label }}
      </button>
    </div>
  </section>
</template>
