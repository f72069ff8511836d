<script setup lang="ts">
import { harnessTable, sizeLabel, wireTable, wiringGraph } from '#core/power/tables'
import { lowerFirst } from '#core/power/network/draft'
import { showText } from '#core/quantity/units'
import { usePower } from './usePower'

/**
 * Every wire with its size, colour, length, guard and both ends, also as files for a spreadsheet or another
 * program.
 */
const { shop, screen, result, chosen } = usePower()
const rows = computed(() => result.value.rows)
const text = (value: number, quantity: 'run' | 'current' | 'voltage' | 'power') =>
  showText(value, quantity, shop.units)
function saveGraph(): void {
  const graph = wiringGraph(result.value.wiring, rows.value)
  saveFile('wiring.json', JSON.stringify(graph, null, 2), 'application/json')
}
const files = [
  {
    label: 'Wires as CSV',
    save: () => saveTable('wires', wireTable(rows.value, shop.units.wire)),
  },
  {
    label: 'Cut and labels as CSV',
    save: () => saveTable('harness', harnessTable(rows.value, shop.units.wire)),
  },
  { label: 'Wiring as JSON', save: saveGraph },
]
</script>

<template>
  <section class="sheet p-4" aria-label="Wires">
    <div class="overflow-x-auto">
      <table class="w-full text-sm">
        <caption class="sr-only">
          Every wire
        </caption>
        <thead>
          <tr class="label text-left">
            <th scope="col">Mark</th>
            <th scope="col" class="min-w-52">Wire, and its ends</th>
            <th scope="col">Colour</th>
            <th scope="col" class="pr-3">Size</th>
            <th scope="col" class="text-right pr-3">Length</th>
            <th scope="col" class="text-right pr-3">Most</th>
            <th scope="col" class="text-right pr-3">Loses</th>
            <th scope="col" class="text-right pr-3">May carry</th>
            <th scope="col" class="text-right pr-3">Guard</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="wire in rows"
            :key="wire.id"
            class="border-t border-line align-top"
            :class="{ 'bg-chosen': chosen?.id === wire.id }"
          >
            <th scope="row" class="py-1 pr-3 text-left">
              <button type="button" class="underline touch" @click="screen.subject = wire.id">
                {{ wire.mark }}
              </button>
            </th>
            <td class="py-1 pr-3">
              {{ wire.label }}
              <span v-for="(end, i) in wire.ends" :key="i" class="label block">
                {{ i === 0 ? 'from' : 'to' }} {{ lowerFirst(end.at) }}: {{ end.terminal }}, {{ end.barrel }},
                strip {{ showText(end.strip, 'length', shop.units)
                }}{{ end.folded ? ' and fold it back' : '' }}
              </span>
            </td>
            <td class="py-1 pr-3">{{ wire.colour }}</td>
            <td class="py-1 pr-3 figure whitespace-nowrap">{{ sizeLabel(wire.area, shop.units.wire) }}</td>
            <td class="py-1 pr-3 text-right whitespace-nowrap">
              <span class="figure">{{ text(wire.length, 'run') }}</span>
              <span v-if="!wire.laid && wire.for !== 'earth'" class="label block">not laid</span>
            </td>
            <td class="py-1 pr-3 text-right figure whitespace-nowrap">{{ text(wire.amps, 'current') }}</td>
            <td class="py-1 pr-3 text-right figure whitespace-nowrap">{{ text(wire.drop, 'voltage') }}</td>
            <td class="py-1 pr-3 text-right figure whitespace-nowrap">
              {{ text(wire.ampacity, 'current') }}
            </td>
            <td class="py-1 pr-3 text-right figure whitespace-nowrap">
              {{ wire.guard ? text(wire.guard.rating, 'current') : wire.for === 'earth' ? '' : 'none' }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <SaveLinks :files />
    <p class="label mt-2">
      “Most” is the most it carries in any state that lasts, “loses” what it costs then. Copper at the planned
      temperature, both ends counted; ampacity after ABYC E-11 (memory), derated for bundle and engine space.
    </p>
  </section>
</template>
