<script setup lang="ts">
import { mountingOf } from '#core/catalog/truckGeometry'
import { blockOf } from '#core/air/parts/parts'
import { BLOCKS } from '#core/catalog/blocks'
import { COMPRESSORS } from '#core/catalog/compressors'
import { SPRINGS } from '#core/catalog/springs'
import { TUBES } from '#core/catalog/tubes'
import { takeKit, takeOwnClass, withoutKit } from '#core/jobs/kits'
import type { AirPlan } from '#core/document/types'
import { classOptions } from './classOptions'

/** The classes used for the whole circuit: springs, tube, compressor, valve block. */
const job = useJob()
const shop = useShop()
const air = computed(() => job.plan!.air)
const stage = computed(() => job.derived!.stages.air)
const set = (label: string, change: (air: AirPlan) => void) => job.edit(label, (draft) => change(draft.air))
/** Chooses a class for the whole circuit. A class of the shop's own is copied into the job as it is now. */
const choose = (label: string, id: string, change: (air: AirPlan) => void) =>
  set(label, (a) => {
    takeOwnClass(a, id, shop.parts)
    change(a)
  })
const springs = computed(() =>
  classOptions(
    SPRINGS.filter(
      (s) => s.fits.includes(mountingOf(job.plan!.truck.suspension)) || s.id === air.value.springClass,
    ),
    { ...air.value.classes, ...shop.parts },
    'spring',
    air.value.springClass,
  ),
)
/** A kit stays in the job as it was taken, even if the shop changes its own. */
const TAKEN = 'taken'
const kits = computed(() => [
  { value: '', label: 'none: every part by itself' },
  ...(air.value.kit ? [{ value: TAKEN, label: air.value.kit.label }] : []),
  ...Object.entries(shop.kits).map(([id, { label }]) => ({
    value: id,
    label: air.value.kit ? `${label} (anew)` : label,
  })),
])
function chooseKit(id: string): void {
  const kit = shop.kits[id]
  if (kit) job.edit(`Take ${kit.label}`, (draft) => takeKit(draft, kit, shop.parts))
  else if (id === '') job.edit('Plan without a kit', withoutKit)
}
const outlets = computed(() => {
  const block = Object.keys(air.value.components).find((id) => air.value.components[id]!.kind === 'block')
  return block ? (blockOf(air.value, block)?.outlets ?? 2) : 2
})
const blocks = computed(() =>
  classOptions(
    BLOCKS.filter((b) => b.outlets === outlets.value || b.id === air.value.blockClass),
    { ...air.value.classes, ...shop.parts },
    'block',
    air.value.blockClass,
  ),
)
</script>

<template>
  <div class="sheet p-4 grid gap-3 sm:grid-cols-2" data-subject="kit">
    <PickField
      v-if="kits.length > 1"
      class="sm:col-span-2"
      label="Kit"
      :value="air.kit ? TAKEN : ''"
      :options="kits"
      @change="chooseKit"
    />
    <PickField
      label="Springs"
      :value="air.springClass"
      :options="springs"
      @change="
        (v) =>
          choose('Choose springs', v, (a) => {
            a.springClass = v
            a.sheet = null
          })
      "
    />
    <PickField
      label="Tube"
      :value="air.tubeClass"
      :options="classOptions(TUBES, air.classes, 'tube', air.tubeClass)"
      @change="(v) => set('Choose tube', (a) => void (a.tubeClass = v))"
    />
    <PickField
      v-if="stage.result.powered"
      label="Compressor"
      :value="air.compressorClass"
      :options="
        classOptions(COMPRESSORS, { ...air.classes, ...shop.parts }, 'compressor', air.compressorClass)
      "
      @change="(v) => choose('Choose a compressor', v, (a) => void (a.compressorClass = v))"
    />
    <PickField
      v-if="stage.result.block"
      label="Valve block"
      :value="air.blockClass"
      :options="blocks"
      @change="(v) => choose('Choose a valve block', v, (a) => void (a.blockClass = v))"
    />
  </div>
</template>
