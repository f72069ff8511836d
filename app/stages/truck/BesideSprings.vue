<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { railBottom } from '#core/catalog/truckGeometry'
import { ordered, type BesideSpring } from '#core/document/types'
import { AXLE_WAYS, CENTRE_WAYS } from '#core/quantity/ways'
import { focusIn } from '~/shell/drawers'
import { useTruck } from './useTruck'

/** Brackets, bolt heads and clips that a bag could touch. */
const { truck, set } = useTruck()
const things = computed(() => ordered(truck.value.beside))
function add(): void {
  const order = Math.max(0, ...things.value.map(([, t]) => t.order)) + 1
  const id = `b${crypto.randomUUID().slice(0, 8)}`
  set('Add a thing beside the springs', (t) => {
    const at = { x: 0, y: t.seat, z: railBottom(t) }
    t.beside[id] = { label: 'Bolt', order, at, radius: 0.01, rides: 'body', smooth: false }
  })
  void focusIn(`[data-subject="${id}"]`)
}
const change = (id: string, label: string, write: (thing: BesideSpring) => void) =>
  set(label, (t) => write(t.beside[id]!))
const remove = (id: string) => set('Take a thing away', (t) => Reflect.deleteProperty(t.beside, id))
const RIDES = [
  { value: 'body', label: 'with the body' },
  { value: 'axle', label: 'with the axle' },
]
const EDGES = [
  { value: 'false', label: 'an edge, a bolt end' },
  { value: 'true', label: 'smooth, a round head' },
]
</script>

<template>
  <section class="sheet p-4" aria-label="Brackets and bolts">
    <h2 class="mb-1">Brackets and bolts</h2>
    <p v-if="!things.length" class="label">None written down yet: the bag is not checked against any.</p>
    <div
      v-for="([id, t], i) in things"
      :key="id"
      class="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3 py-2 border-t border-line items-end"
      :data-subject="id"
    >
      <TextField
        :label="`Name of thing ${i + 1}`"
        :value="t.label"
        :max="80"
        @change="(v) => change(id, 'Name a thing beside the springs', (x) => void (x.label = v))"
      />
      <SideField
        :label="`Thing ${i + 1}, fore or aft`"
        :value="t.at.x"
        quantity="length"
        :ways="AXLE_WAYS"
        :min="-2"
        :max="2"
        @change="(v) => change(id, 'Place of a thing', (x) => void (x.at.x = v))"
      />
      <SideField
        :label="`Thing ${i + 1}, from the centre line`"
        :value="t.at.y"
        quantity="length"
        :ways="CENTRE_WAYS"
        :min="-2"
        :max="2"
        @change="(v) => change(id, 'Place of a thing', (x) => void (x.at.y = v))"
      />
      <NumField
        :label="`Thing ${i + 1}, above the ground`"
        :value="t.at.z"
        quantity="length"
        :min="0"
        :max="3"
        @change="(v) => change(id, 'Place of a thing', (x) => void (x.at.z = v))"
      />
      <NumField
        :label="`Thing ${i + 1}, half its size`"
        :value="t.radius"
        quantity="length"
        :min="0"
        :max="0.5"
        @change="(v) => change(id, 'Size of a thing', (x) => void (x.radius = v))"
      />
      <PickField
        :label="`Thing ${i + 1} moves`"
        :value="t.rides"
        :options="RIDES"
        @change="(v) => change(id, 'What it moves with', (x) => void (x.rides = v as 'body' | 'axle'))"
      />
      <PickField
        :label="`Thing ${i + 1}, toward the bag`"
        :value="`${t.smooth}`"
        :options="EDGES"
        @change="(v) => change(id, 'Edge of a thing', (x) => void (x.smooth = v === 'true'))"
      />
      <TakeAway class="justify-self-start" :label="`Take away thing ${i + 1}`" @click="remove(id)" />
    </div>
    <button type="button" class="button quiet mt-2 no-print" @click="add">
      <Plus :size="16" aria-hidden="true" />Bracket or bolt
    </button>
  </section>
</template>
