<script setup lang="ts">
import { holeTable } from '#core/lay/tables'
import { showText } from '#core/quantity/units'
import { useLay } from './useLay'

/** Holes to drill: through what, how large, with which grommet, and what is behind. */
const shop = useShop()
const screen = useScreen()
const placeText = usePlaceText()
const { result } = useLay()
const length = (metres: number) => showText(metres, 'length', shop.units)
const bore = (metres: number) => showText(metres, 'bore', shop.units)
const files = [{ label: 'Holes as CSV', save: () => saveTable('holes', holeTable(result.value)) }]
</script>

<template>
  <section class="sheet p-4 mt-3" aria-label="Holes to drill">
    <h2 class="mb-1">Holes to drill</h2>
    <p v-if="!result.holes.length" class="label">None: nothing runs through sheet metal.</p>
    <table v-else v-cards class="w-full text-sm">
      <thead class="text-left">
        <tr class="border-b border-line">
          <th class="font-normal label py-1">Through</th>
          <th class="font-normal label">For</th>
          <th class="font-normal label">Drill</th>
          <th class="font-normal label">Grommet</th>
          <th class="font-normal label">Where</th>
          <th class="font-normal label">Behind it</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="(hole, i) in result.holes"
          :key="i"
          class="border-b border-line align-top"
          @mouseenter="screen.subject = hole.runs[0]!"
        >
          <th scope="row" class="py-1 text-left font-normal pr-3">{{ hole.through }}</th>
          <td class="pr-3">{{ hole.what }}</td>
          <td class="pr-3 whitespace-nowrap">
            <span v-if="hole.drill !== null" class="figure">{{ bore(hole.drill) }}</span>
            <template v-else>there already</template>
          </td>
          <td class="pr-3 whitespace-nowrap">
            <span v-if="hole.grommet !== null" class="figure">{{ bore(hole.grommet) }} inside</span>
            <template v-else>none</template>
          </td>
          <td class="pr-3">{{ placeText(hole.at) }}</td>
          <td>
            <template v-if="!hole.behind.length">nothing that is known here: look before drilling</template>
            <template v-for="(thing, n) in hole.behind" :key="thing.label"
              ><template v-if="n">, </template>{{ thing.label }}
              <span class="figure">{{ thing.far === 0 ? 'against it' : length(thing.far) }}</span></template
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="result.holes.length" class="label mt-2">
      An existing grommet first. Before any drill: fuel and brake lines, wiring and airbags on the far side
      looked for by hand. Deburr, paint the bare edge, and seal after. Grommets as usually sold (from memory).
    </p>
    <SaveLinks v-if="result.holes.length" :files />
  </section>
</template>
