<script setup lang="ts">
import { runSummary } from '#core/air/run/runText'
import { showText } from '#core/quantity/units'
import TruckSide from '~/pictures/TruckSide.vue'
import type { Player } from './player'

/** Every reading at the shown moment, the attitude of the truck, and the events up to it. */
const { player } = defineProps<{ player: Player }>()
const job = useJob()
const shop = useShop()
const { ran, row, value } = player
const time = computed(() => row.value?.[0] ?? 0)
/** The heights are solved to less than this; a smaller difference between left and right is not shown, m. */
const LEAN_TOLD = 0.004
const readings = computed(() =>
  ran.value && row.value
    ? ran.value.result.columns
        .map((c, i) => ({ ...c, value: row.value![i]! }))
        .filter(
          (c) =>
            ['pressure', 'length', 'temperature', 'current'].includes(c.quantity) &&
            (c.id !== 'current' || ran.value!.result.columns.some((x) => x.id.endsWith('.temperature'))),
        )
    : [],
)
const outcome = computed(() =>
  ran.value?.whole && ran.value.scenario ? runSummary(ran.value.scenario, ran.value.whole, shop.units) : [],
)
const happened = computed(
  () => ran.value?.result.events.filter((e) => e.t <= time.value + 1e-9).slice(-6) ?? [],
)
/** How far front and rear are below their empty heights. */
const sag = computed(() => {
  const [front, rear] = [value('sag-front'), value('sag-rear')]
  return front === null || rear === null ? undefined : { front, rear }
})
const lean = computed(() => {
  const [left, right] = [value('height-left'), value('height-right')]
  return left === null || right === null ? null : left - right
})
</script>

<template>
  <div class="grid gap-4 md:grid-cols-2 mt-2">
    <table class="text-sm self-start w-full" aria-label="Readings at this place">
      <tbody>
        <tr v-for="c in readings" :key="c.id" class="border-b border-line">
          <th scope="row" class="text-left font-normal py-px">{{ c.label }}</th>
          <td class="figure text-right">
            {{ showText(c.value, c.quantity, shop.units, c.quantity === 'pressure' ? 1 : undefined) }}
          </td>
        </tr>
      </tbody>
    </table>
    <div class="text-sm">
      <figure v-if="sag" class="mb-2" aria-label="How the truck stands">
        <TruckSide :truck="job.plan!.truck" :sag="sag" :below="0.05" />
        <figcaption class="label">
          Rear {{ showText(Math.abs(sag.rear), 'length', shop.units) }}
          {{ sag.rear > 0 ? 'under' : 'over' }} its empty height<template
            v-if="lean !== null && Math.abs(lean) > LEAN_TOLD"
            >, {{ showText(Math.abs(lean), 'length', shop.units) }} higher on the
            {{ lean > 0 ? 'left' : 'right' }}</template
          >.
        </figcaption>
      </figure>
      <ul>
        <li v-for="line in outcome" :key="line">{{ line }}</li>
      </ul>
      <ul v-if="happened.length" class="label mt-2" aria-label="What has happened">
        <li v-for="(e, i) in happened" :key="i">{{ showText(e.t, 'time', shop.units) }}: {{ e.text }}</li>
      </ul>
    </div>
  </div>
</template>
