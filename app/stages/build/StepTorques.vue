<script setup lang="ts">
import { FASTENERS } from '#core/build/fasteners'
import type { Step } from '#core/build/types'
import type { Done } from '#core/document/types'
import { showText } from '#core/quantity/units'
import TorqueOf from './TorqueOf.vue'

/** The torques of a step: the value to tighten to, and before the tick, what the wrench reached. */
const { step, tick, large = false } = defineProps<{ step: Step; tick?: Done; large?: boolean }>()
const reached = defineModel<Record<string, number | null>>()
const shop = useShop()
const set = (id: string, value: number | null) => (reached.value = { ...reached.value, [id]: value })
const notMeasured = (id: string) => reached.value?.[id] === null
function toggle(id: string): void {
  const { [id]: was, ...rest } = reached.value ?? {}
  reached.value = was === null ? rest : { ...rest, [id]: null }
}
function toldOf(id: string): string {
  const value = tick?.torques?.[id] ?? null
  return value === null ? 'not measured' : `reached ${showText(value, 'torque', shop.units)}`
}
</script>

<template>
  <ul class="space-y-2">
    <li v-for="id in step.fasteners" :key="id" class="flex flex-wrap gap-x-4 gap-y-1 items-end">
      <TorqueOf :fastener="id" :large="large" class="basis-full" />
      <p v-if="tick" class="label">{{ toldOf(id) }}</p>
      <div v-else class="flex flex-wrap gap-x-4 gap-y-1 items-end no-print">
        <NumField
          :label="`Reached: ${FASTENERS[id].label.toLowerCase()}`"
          class="w-44"
          quantity="torque"
          :value="reached?.[id] ?? null"
          :min="0.1"
          :max="2000"
          @change="(v) => set(id, v)"
        />
        <label class="touch flex items-center gap-2 text-sm"
          ><input
            type="checkbox"
            class="size-5 accent-petrol"
            :checked="notMeasured(id)"
            :aria-label="`Not measured: ${FASTENERS[id].label.toLowerCase()}`"
            @change="toggle(id)"
          />Not measured</label
        >
      </div>
    </li>
  </ul>
</template>
