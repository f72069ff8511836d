<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { EXISTING_KINDS, ordered, type ExistingPart } from '#core/document/types'
import { focusIn } from '~/shell/drawers'
import { useTruck } from './useTruck'

/** Air parts, switches and other things found under the truck. */
const { truck, set } = useTruck()
const KIND_WORDS: Record<ExistingPart['kind'], string> = {
  air: 'air part',
  switch: 'switch',
  other: 'other',
}
const kinds = EXISTING_KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))

function removeFound(id: string): void {
  set(`Take away ${truck.value.existing[id]!.label}`, (t) => Reflect.deleteProperty(t.existing, id))
}
function addFound(): void {
  const id = `x${crypto.randomUUID().slice(0, 8)}`
  set('Add something found', (t) => {
    t.existing[id] = {
      label: 'Air tank',
      kind: 'air',
      at: { x: 0.9, y: t.frame.spacing / 4, z: t.frame.top - t.frame.depth },
      order: Math.max(0, ...Object.values(t.existing).map((p) => p.order)) + 1,
    }
  })
  void focusIn(`[data-subject="${id}"]`)
}
</script>

<template>
  <section class="sheet p-4" aria-label="Found under there: air parts, switches">
    <h2 class="mb-1">Found under there: air parts, switches</h2>
    <div
      v-for="[id, part] in ordered(truck.existing)"
      :key="id"
      :data-subject="id"
      class="grid grid-cols-2 md:grid-cols-3 gap-3 py-1 items-end"
    >
      <TextField
        label="What"
        :value="part.label"
        :max="80"
        @change="(v) => set('Name what was found', (t) => void (t.existing[id]!.label = v))"
      />
      <PickField
        label="Kind"
        :value="part.kind"
        :options="kinds"
        @change="
          (v) => set('Kind of what was found', (t) => void (t.existing[id]!.kind = v as ExistingPart['kind']))
        "
      />
      <PlaceFields
        :of="part.label"
        :at="part.at"
        @move="(v, axis) => set(`Place of ${part.label}`, (t) => void (t.existing[id]!.at[axis] = v))"
      />
      <PhotoRow :subject="`part:${id}`" :of="part.label" small />
      <TakeAway :label="`Take away ${part.label}`" @click="removeFound(id)" />
    </div>
    <button type="button" class="button quiet mt-2" @click="addFound">
      <Plus :size="16" aria-hidden="true" />Something found
    </button>
  </section>
</template>
