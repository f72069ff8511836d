<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { TUBES } from '#core/catalog/tubes'
import { ordered, type ShelfCoil } from '#core/document/types'
import { KEEP_OVER } from '#core/lay/tubes'
import { showText } from '#core/quantity/units'
import { classOptions } from '~/stages/air/classOptions'
import { useLay } from './useLay'

/** Which coil each line is cut from: the kit's, and those on the shelf. */
const shop = useShop()
const { plan, result, set } = useLay()
const coils = computed(() => ordered(plan.value.lay.coils))
const run = (metres: number) => showText(metres, 'run', shop.units)
const CUT_OFF_COILS = TUBES.filter((tube) => !tube.stock)
const options = (tube: string) => classOptions(CUT_OFF_COILS, plan.value.air.classes, 'tube', tube)
function add(): void {
  const order = Math.max(0, ...coils.value.map(([, c]) => c.order)) + 1
  const id = `c${crypto.randomUUID().slice(0, 8)}`
  const tube = result.value.tubes[0]?.tube ?? plan.value.air.tubeClass
  set('Add a coil', (lay) => {
    lay.coils[id] = { tube, length: 15, count: 1, order }
  })
}
const change = (id: string, label: string, write: (coil: ShelfCoil) => void) =>
  set(label, (lay) => write(lay.coils[id]!))
const remove = (id: string) => set('Take a coil away', (lay) => Reflect.deleteProperty(lay.coils, id))
const nameOf = (line: string) => {
  const at = result.value.cuts.findIndex((c) => c.id === line)
  const cut = result.value.cuts[at]!
  return `${at + 1} (${cut.fromLabel} → ${cut.toLabel}, ${run(cut.cut)})`
}
</script>

<template>
  <section class="sheet p-4 mt-3" aria-label="From which coil">
    <h2 class="mb-1">From which coil</h2>
    <p v-if="!result.tubes.length" class="label">
      No line of this circuit is cut off a coil: hoses with their ends on are bought in their lengths.
    </p>
    <div
      v-for="tube in result.tubes"
      :key="tube.tube"
      class="py-2 border-t border-line first-of-type:border-0"
    >
      <h3>{{ tube.label }}</h3>
      <p v-if="tube.plan === null" class="label">
        {{ run(tube.wanted) }} in {{ tube.lines.length }} pieces. No coil of it is written down, so whether
        there is enough is not known.
      </p>
      <p v-else-if="'short' in tube.plan" class="text-sm">
        The coils are too short: no piece is left for
        {{ tube.plan.short.map((i) => nameOf(tube.lines[i]!)).join('; ') }}.
      </p>
      <template v-else>
        <table v-cards class="w-full text-sm">
          <thead class="sr-only">
            <tr>
              <th>Coil</th>
              <th>Pieces in order</th>
              <th>Left over</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(cut, i) in tube.plan.cuts" :key="i" class="border-b border-line">
              <th scope="row" class="py-1 text-left font-normal whitespace-nowrap pr-4">
                <span class="figure">{{ run(tube.coils[cut.coil]!.length) }}</span>
                {{ tube.coils[cut.coil]!.label }}
              </th>
              <td class="py-1">{{ cut.pieces.map((p) => nameOf(tube.lines[p]!)).join(', ') }}</td>
              <td class="py-1 pl-4 whitespace-nowrap">
                <span class="figure">{{ run(cut.offcut) }}</span> left{{
                  cut.offcut > KEEP_OVER ? ', keep it' : ''
                }}
              </td>
            </tr>
          </tbody>
        </table>
        <p class="label mt-1">
          {{ tube.plan.cuts.length === 1 ? '1 coil' : `${tube.plan.cuts.length} coils` }},
          {{
            tube.plan.best
              ? 'the fewest there can be'
              : 'perhaps not the fewest: there are too many pieces to try all'
          }}. Cut each coil in the order shown, longest first.
        </p>
      </template>
    </div>
    <div
      v-for="([id, c], i) in coils"
      :key="id"
      class="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-3 py-2 border-t border-line items-end"
    >
      <PickField
        :label="`Tube of coil ${i + 1}`"
        :value="c.tube"
        :options="options(c.tube)"
        @change="(v) => change(id, 'Tube of a coil', (x) => void (x.tube = v))"
      />
      <NumField
        :label="`Length of coil ${i + 1}`"
        :value="c.length"
        quantity="run"
        :min="0.01"
        :max="1000"
        @change="(v) => change(id, 'Length of a coil', (x) => void (x.length = v))"
      />
      <NumField
        :label="`How many of coil ${i + 1}`"
        :value="c.count"
        quantity="count"
        :min="1"
        :max="100"
        @change="(v) => change(id, 'How many coils', (x) => void (x.count = Math.round(v)))"
      />
      <TakeAway class="justify-self-start" :label="`Take away coil ${i + 1}`" @click="remove(id)" />
    </div>
    <button type="button" class="button quiet mt-2 no-print" @click="add">
      <Plus :size="16" aria-hidden="true" />Coil on the shelf
    </button>
  </section>
</template>
