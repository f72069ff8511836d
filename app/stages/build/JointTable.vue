<script setup lang="ts">
import { FASTENINGS, PASS_WORDS, type Pass } from '#core/catalog/fastenings'
import { canChooseHold, usualHold } from '#core/build/joints'
import type { Joint } from '#core/build/joint'
import { COIL_WAYS, PART_HOLDS, type BuildPlan, type PartHold } from '#core/document/types'
import { mountingOf } from '#core/catalog/truckGeometry'

/** Every joint of the job: what holds what, by how many of which, how parts are held, and its passes. */
const job = useJob()
const result = computed(() => job.derived!.stages.build.result)
const coil = computed(() => mountingOf(job.plan!.truck.suspension) === 'coil')
const HOLDS: Record<PartHold, string> = {
  'own-hole': 'bolts through its own holes',
  'u-bolt': 'U-bolt round a tube or rail',
  screw: 'cutting screws',
  tapped: 'bolts into tapped holes',
  'blind-nut': 'bolts into blind nuts',
}
const COILS: Record<BuildPlan['coilWay'], string> = {
  in: 'through the coil where it stands',
  out: 'with the coil taken out',
}
const options = <T extends string>(ids: readonly T[], words: Record<T, string>) =>
  ids.map((value) => ({ value, label: words[value] }))
const kindOf = ({ part }: Joint) => (part ? job.plan!.air.components[part]?.kind : undefined)
const canChoose = (joint: Joint) => joint.id.startsWith('hold-') && canChooseHold(kindOf(joint)!)
const holdOf = (joint: Joint): PartHold => job.plan!.build.holds[joint.part!] ?? usualHold(kindOf(joint)!)
function setHold(joint: Joint, hold: PartHold): void {
  job.edit(`How the ${joint.label.toLowerCase()} is held`, (draft) => {
    draft.build.holds[joint.part!] = hold
  })
}
const setCoil = (way: BuildPlan['coilWay']) =>
  job.edit('How the inserts go in', (draft) => void (draft.build.coilWay = way))
/** Passes of a joint with who did them. */
function passesOf({ id, passes }: Joint): { pass: Pass; by: string }[] {
  const { steps, ticks } = result.value
  return passes.map((pass) => {
    const step = steps.find(({ tightens }) => tightens.some((t) => t.joint === id && t.pass === pass))
    return { pass, by: (step && ticks[step.id]?.who) ?? '' }
  })
}
</script>

<template>
  <section class="sheet p-4" aria-label="Joints">
    <h2 class="mb-2">Joints</h2>
    <PickField
      v-if="coil"
      class="max-w-xs mb-3"
      label="The inserts go in"
      :value="job.plan!.build.coilWay"
      :options="options(COIL_WAYS, COILS)"
      @change="(way) => setCoil(way as BuildPlan['coilWay'])"
    />
    <ul>
      <li
        v-for="joint in result.joints"
        :key="joint.id"
        class="border-t border-line py-2 grid gap-x-4 gap-y-1 md:grid-cols-[1.2fr_1fr_1.2fr]"
        :data-joint="joint.id"
      >
        <div>
          <p class="font-semibold">{{ joint.label }}</p>
          <p class="label">
            to the {{ joint.to }}; {{ joint.count }} × {{ FASTENINGS[joint.fastening].label }}
          </p>
        </div>
        <div>
          <PickField
            v-if="canChoose(joint)"
            :label="`How it is held: ${joint.label.toLowerCase()}`"
            :value="holdOf(joint)"
            :options="options(PART_HOLDS, HOLDS)"
            @change="(hold) => setHold(joint, hold as PartHold)"
          />
          <p v-else class="label">{{ FASTENINGS[joint.fastening].members.join(' → ') }}</p>
        </div>
        <ul class="text-sm">
          <li v-for="{ pass, by } in passesOf(joint)" :key="pass">
            {{ PASS_WORDS[pass] }}<span class="label"> · {{ by || 'open' }}</span>
          </li>
        </ul>
      </li>
    </ul>
  </section>
</template>
