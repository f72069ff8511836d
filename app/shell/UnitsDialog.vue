<script setup lang="ts">
import { METRIC_UNITS, US_UNITS, type UnitChoice } from '#core/quantity/units'

const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const shop = useShop()
const CHOICES: { key: keyof UnitChoice; label: string; options: string[] }[] = [
  { key: 'pressure', label: 'Pressure', options: ['psi', 'bar', 'kPa'] },
  { key: 'length', label: 'Length', options: ['in', 'mm'] },
  { key: 'mass', label: 'Weight', options: ['lb', 'kg'] },
  { key: 'torque', label: 'Torque', options: ['ft·lbf', 'N·m'] },
  { key: 'wire', label: 'Wire', options: ['AWG', 'mm²'] },
]
</script>

<template>
  <SheetDialog :open="open" title="Units of the shop" width="max-w-sm" @close="emit('close')">
    <p class="label mb-3">
      Mix them as you like. Stored figures do not change; any field also takes another unit typed behind the
      number.
    </p>
    <div class="space-y-2">
      <fieldset v-for="choice in CHOICES" :key="choice.key" class="flex items-center gap-2">
        <legend class="sr-only">{{ choice.label }}</legend>
        <span class="w-24" aria-hidden="true">{{ choice.label }}</span>
        <label
          v-for="option in choice.options"
          :key="option"
          class="touch flex items-center gap-1.5 border border-line rounded px-2.5 py-1 has-checked:bg-chosen has-checked:border-petrol"
        >
          <input
            type="radio"
            :name="choice.key"
            :value="option"
            :checked="shop.units[choice.key] === option"
            class="accent-petrol"
            @change="shop.setUnits({ ...shop.units, [choice.key]: option })"
          />{{ option }}
        </label>
      </fieldset>
    </div>
    <div class="flex gap-2 mt-4">
      <button type="button" class="button quiet" @click="shop.setUnits({ ...US_UNITS })">
        All inch-pound
      </button>
      <button type="button" class="button quiet" @click="shop.setUnits({ ...METRIC_UNITS })">
        All metric
      </button>
      <button type="button" class="button ml-auto" @click="emit('close')">Done</button>
    </div>
  </SheetDialog>
</template>
