<script setup lang="ts">
import type { Step } from '#core/build/types'
import type { Done } from '#core/document/types'
import { showText } from '#core/quantity/units'

/** Figures that are read in a step: typed before the tick, shown after it. */
const { step, tick } = defineProps<{ step: Step; tick?: Done }>()
const readings = defineModel<Record<string, number>>()
const shop = useShop()
const set = (id: string, value: number) => (readings.value = { ...readings.value, [id]: value })
</script>

<template>
  <ul class="flex flex-wrap gap-x-4 gap-y-1 items-end">
    <li v-for="ask in step.reads" :key="ask.id">
      <p v-if="tick" class="label">
        {{ ask.label }}:
        {{
          tick.readings[ask.id] === undefined
            ? 'not read'
            : showText(tick.readings[ask.id]!, ask.quantity, shop.units)
        }}
      </p>
      <div v-else class="no-print">
        <KeyedField
          :label="ask.label"
          :quantity="ask.quantity"
          :value="readings?.[ask.id] ?? null"
          @change="(v) => set(ask.id, v)"
        />
        <p v-if="ask.expected !== null" class="label">
          The plan expects {{ showText(ask.expected, ask.quantity, shop.units) }}
        </p>
      </div>
    </li>
  </ul>
</template>
