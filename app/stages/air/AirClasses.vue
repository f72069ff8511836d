<script setup lang="ts">
import { mountingOf } from '#core/catalog/truckGeometry'
import { blockOf } from '#core/air/parts/parts'
import { BLOCKS } from '#core/catalog/blocks'
import { COMPRESSORS } from '#core/catalog/compressors'
import { SPRINGS } from '#core/catalog/springs'
import { TUBES } from '#core/catalog/tubes'
import type { AirPlan } from '#core/document/types'
import { classOptions } from './classOptions'

/** The classes the whole circuit is planned with: springs, tube, compressor, valve block. */
const job = useJob()
const air = computed(() => job.plan!.air)
const stage = computed(() => job.derived!.stages.air)
const set = (label: string, change: (air: AirPlan) => void) => job.edit(label, (draft) => change(draft.air))
const springs = computed(() =>
  classOptions(
    SPRINGS.filter(
      (s) => s.fits.includes(mountingOf(job.plan!.truck.suspension)) || s.id === air.value.springClass,
    ),
    air.value.classes,
    'spring',
    air.value.springClass,
  ),
)
const outlets = computed(() => {
  const block = Object.keys(air.value.components).find((id) => air.value.components[id]!.kind === 'block')
  return block ? (blockOf(air.value, block)?.outlets ?? 2) : 2
})
const blocks = computed(() =>
  classOptions(
    BLOCKS.filter((b) => b.outlets === outlets.value || b.id === air.value.blockClass),
    air.value.classes,
    'block',
    air.value.blockClass,
  ),
)
</script>

<template>
  <div class="sheet p-4 grid gap-3 sm:grid-cols-2">
    <PickField
      label="Springs"
      :value="air.springClass"
      :options="springs"
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
      :options="classOptions(TUBES, air.classes, 'tube', air.tubeClass)"
      @change="(v) => set('Choose tube', (a) => void (a.tubeClass = v))"
    />
    <PickField
      v-if="stage.result.powered"
      label="Compressor"
      :value="air.compressorClass"
      :options="classOptions(COMPRESSORS, air.classes, 'compressor', air.compressorClass)"
      @change="(v) => set('Choose a compressor', (a) => void (a.compressorClass = v))"
    />
    <PickField
      v-if="stage.result.block"
      label="Valve block"
      :value="air.blockClass"
      :options="blocks"
      @change="(v) => set('Choose a valve block', (a) => void (a.blockClass = v))"
    />
  </div>
</template>
