<script setup lang="ts">
import { jointTable } from '#core/power/tables'
import { jointList } from '#core/power/wires'
import { showText } from '#core/quantity/units'
import { usePower } from './usePower'

/** Terminals, holders, relays, shrink and labels to prepare before the work. */
const { shop, result } = usePower()
const list = computed(() => jointList(result.value.wiring, result.value.rows))
const files = [
  {
    label: 'Terminals as CSV',
    save: () => saveTable('terminals', jointTable(list.value.counted, list.value.shrink)),
  },
]
</script>

<template>
  <section class="sheet p-4" aria-label="Terminals">
    <ul class="text-sm grid gap-x-6 sm:grid-cols-2 xl:grid-cols-3">
      <li v-for="{ what, count } in list.counted" :key="what" class="flex gap-3 border-b border-line py-1">
        <span class="figure w-8 text-right">{{ count }}</span><span>{{ what }}</span>
      </li>
      <li class="flex gap-3 border-b border-line py-1">
        <span class="figure whitespace-nowrap">{{ showText(list.shrink, 'run', shop.units) }}</span><span
          >heat-shrink with adhesive</span
        >
      </li>
    </ul>
    <SaveLinks :files />
    <p class="label mt-2">
      Barrel colours follow DIN 46245: red to 1.0 mm², blue to 2.5, yellow to 6 (common practice). The barrel
      takes the wire as it is stripped; a thin one is folded back on itself. Tug every joint.
    </p>
  </section>
</template>
