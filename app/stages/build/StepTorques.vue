<script setup lang="ts">
import { typedFastener } from '#core/build/fasteners'
import { jointMap, readJoints } from '#core/build/evidence'
import type { Step } from '#core/build/types'
import type { Done } from '#core/document/types'
import { showText } from '#core/quantity/units'
import TorqueOf from './TorqueOf.vue'

/** The joints that a step tightens: how tight, and before the tick, what the wrench reached. */
const { step, tick, large = false } = defineProps<{ step: Step; tick?: Done; large?: boolean }>()
/** So many torques are shown large. */
const FEW = 4
const reached = defineModel<Record<string, number | null>>()
const job = useJob()
const shop = useShop()
const known = computed(() => jointMap(job.derived!.stages.build.result.joints))
const joints = computed(() =>
  [...new Set(step.tightens.map(({ joint }) => joint))].flatMap((id) => known.value.get(id) ?? []),
)
const read = computed(() => readJoints(step, known.value))
const set = (id: string, value: number | null) => (reached.value = { ...reached.value, [id]: value })
const notMeasured = (id: string) => reached.value?.[id] === null
function toggle(id: string): void {
  const { [id]: was, ...rest } = reached.value ?? {}
  reached.value = was === null ? rest : { ...rest, [id]: null }
}
/** A click wrench was set to each torque and clicked. */
const wanted = computed(() =>
  read.value.flatMap(({ id, fastening }) => {
    const typed = typedFastener(job.plan!.build, fastening)
    return typed ? [[id, typed.torque] as const] : []
  }),
)
const clicked = () => (reached.value = { ...reached.value, ...Object.fromEntries(wanted.value) })
function reachedText(id: string): string {
  const value = tick?.torques?.[id] ?? null
  return value === null ? 'not measured' : `reached ${showText(value, 'torque', shop.units)}`
}
</script>

<template>
  <div>
    <ul class="grid gap-x-6 gap-y-2" :class="{ 'md:grid-cols-2': joints.length > 1 && !large }">
      <li
        v-for="(joint, i) in joints"
        :key="joint.id"
        class="flex flex-wrap gap-x-4 gap-y-1 items-end content-start"
      >
        <div class="basis-full min-w-0 flex gap-2 items-start">
          <span
            v-if="large"
            class="rounded-full bg-petrol text-onpetrol size-6 shrink-0 mt-1 text-sm font-semibold flex items-center justify-center"
            >{{ i + 1 }}</span
          >
          <TorqueOf :joint="joint" :large="large && joints.length <= FEW" />
        </div>
        <template v-if="read.includes(joint)">
          <p v-if="tick" class="label">{{ reachedText(joint.id) }}</p>
          <div v-else class="flex flex-wrap gap-x-4 gap-y-1 items-end no-print">
            <KeyedField
              :label="`Reached: ${joint.label.toLowerCase()}`"
              quantity="torque"
              :value="reached?.[joint.id] ?? null"
              :min="0.1"
              :max="2000"
              @change="(v) => set(joint.id, v)"
            />
            <label class="touch flex items-center gap-2 text-sm"
              ><input
                type="checkbox"
                class="size-5 accent-petrol"
                :checked="notMeasured(joint.id)"
                :aria-label="`Not measured: ${joint.label.toLowerCase()}`"
                @change="toggle(joint.id)"
              />Not measured</label
            >
          </div>
        </template>
      </li>
    </ul>
    <button
      v-if="!tick && wanted.length > 1"
      type="button"
      class="no-print button quiet touch mt-2"
      @click="clicked"
    >
      The wrench clicked at each
    </button>
  </div>
</template>
