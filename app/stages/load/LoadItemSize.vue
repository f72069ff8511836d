<script setup lang="ts">
import type { Liquid, LoadItem } from '#core/document/types'
import { itemMass } from '#core/load/masses'
import { SIZES } from './itemWords'
import { useHaul } from './useHaul'

/** Size of an item, and the liquid of a tank. */
const { id, item } = defineProps<{ id: string; item: LoadItem }>()
const { setItem } = useHaul()
const setLiquid = (label: string, change: (liquid: Liquid) => void) =>
  setItem(id, label, (i) => i.liquid && change(i.liquid))

/** Common liquids, kg/m³, and those already in the plan. */
const LIQUIDS: [number, string][] = [
  [1000, 'water'],
  [1025, 'seawater'],
  [840, 'diesel'],
  [745, 'petrol'],
  [1300, 'brine'],
]
const liquids = (density: number) => [
  ...LIQUIDS.map(([d, label]) => ({ value: String(d), label })),
  ...(LIQUIDS.some(([d]) => d === density) ? [] : [{ value: String(density), label: `${density} kg/m³` }]),
]
</script>

<template>
  <div class="flex flex-wrap gap-3 items-end pb-2">
    <NumField
      v-for="[key, words] in SIZES"
      :key="key"
      class="w-28"
      :label="`${words} of ${item.label}`"
      :value="item[key]"
      quantity="length"
      :min="0.01"
      :max="20"
      @change="(v) => setItem(id, `Size of ${item.label}`, (i) => void (i[key] = v))"
    />
    <template v-if="item.liquid">
      <NumField
        class="w-28"
        :label="`${item.label} filled to`"
        :value="item.liquid.fill"
        quantity="ratio"
        :digits="0"
        :min="0"
        :max="1"
        @change="(v) => setLiquid(`Level of ${item.label}`, (l) => void (l.fill = v))"
      />
      <PickField
        class="w-36"
        :label="`Liquid in ${item.label}`"
        :value="String(item.liquid.density)"
        :options="liquids(item.liquid.density)"
        @change="(v) => setLiquid(`Liquid in ${item.label}`, (l) => void (l.density = Number(v)))"
      />
      <label class="flex items-center gap-1.5 touch pb-1.5"
        ><input
          type="checkbox"
          class="accent-petrol size-4"
          :checked="item.liquid.baffled"
          @change="
            setLiquid(
              `Baffles in ${item.label}`,
              (l) => void (l.baffled = ($event.target as HTMLInputElement).checked),
            )
          "
        />baffles</label
      >
      <p class="label pb-1.5">weighs <FigText :value="itemMass(item)" quantity="mass" /> in all</p>
    </template>
  </div>
</template>
