<script setup lang="ts">
import { classIdOf, partOf } from '#core/air/parts/parts'
import { fittingsOf } from '#core/air/circuit/fittings'
import { inKit, kitLacks, partsCost } from '#core/air/circuit/kit'
import { isAllNew } from '#core/air/circuit/states'
import { KINDS } from '#core/catalog/kinds'
import { isBought, STATE_WORDS } from '#core/catalog/partStates'
import { kitOfJob } from '#core/jobs/kits'

/** Every part of the circuit with its class, the maker's number and the price. */
const emit = defineEmits<{ choose: [id: string] }>()
const job = useJob()
const shop = useShop()
const air = computed(() => job.plan!.air)
const parts = computed(() =>
  Object.entries(air.value.components).map(([id, c]) => ({
    id,
    label: c.label,
    own: [c.own.number, c.own.make].filter(Boolean).join(', '),
    state: c.state,
    price: isBought(c) && !inside.value.has(id) ? c.own.price : null,
    inside: inside.value.has(id),
    class: classIdOf(air.value, id) ? partOf(air.value, id).label : KINDS[c.kind].label,
  })),
)
/** Joints made in this job. */
const fittings = computed(() => fittingsOf(air.value))
/** Heat shields planned at Lay: they are bought and fitted like any part. */
const shields = computed(() => job.derived!.stages.lay.result.shields)
/** Parts that the kit contains, and parts bought besides. */
const inside = computed(() => inKit(air.value))
const lacks = computed(() => kitLacks(air.value))
function keepAsKit(): void {
  const kit = kitOfJob(job.plan!, job.derived!.stages.lay)
  shop.edit('Add a kit as in this job', (s) => void (s.kits[`kit-${crypto.randomUUID().slice(0, 8)}`] = kit))
  kept.value = `Kept as “${kit.label}” among the shop’s kits: type its price, and what of it its box really holds.`
}
const kept = ref('')
/** The state of each part is shown if something existed before or is left for later. */
const signed = computed(() => !isAllNew(air.value))
const total = computed(() => partsCost(air.value))
</script>

<template>
  <div class="sheet p-4">
    <h2 class="mb-1">Parts</h2>
    <p v-if="air.kit" class="text-sm pb-1" data-kit>
      Kit: {{ air.kit.label }}<template v-if="air.kit.number"> · {{ air.kit.number }}</template
      ><template v-if="air.kit.price !== null">
        · <span class="figure">{{ air.kit.price }}</span></template
      >{{ lacks.length ? '.' : '. Everything planned is in it.' }}
    </p>
    <ul class="text-sm">
      <li
        v-for="part in parts"
        :key="part.id"
        class="border-b border-line last:border-0 py-1 flex justify-between gap-3"
      >
        <span
          ><template v-if="signed"><StateSign :state="part.state" />{{ ' ' }}</template>
          <button type="button" class="underline text-left" @click="emit('choose', part.id)">
            {{ part.label }}
          </button>
          <span v-if="signed" class="label"> {{ STATE_WORDS[part.state] }}</span></span
        ><span class="text-soft text-right"
          >{{ part.class }}<template v-if="part.own"> · {{ part.own }}</template
          ><template v-if="part.inside"> · in the kit</template
          ><template v-if="part.price !== null">
            · <span class="figure">{{ part.price }}</span></template
          ></span
        >
      </li>
      <li
        v-for="shield in shields"
        :key="shield.id"
        class="border-b border-line last:border-0 py-1 flex justify-between gap-3"
      >
        <NuxtLink :to="`/jobs/${job.id}/lay`" class="underline">Heat shield</NuxtLink
        ><span class="text-soft text-right">for the {{ shield.guards }}</span>
      </li>
    </ul>
    <template v-if="fittings.length">
      <h3 class="text-sm mt-2">Fittings</h3>
      <ul class="text-sm">
        <li
          v-for="f in fittings"
          :key="`${f.label}${f.on}`"
          class="border-b border-line last:border-0 py-1 flex justify-between gap-3"
        >
          <span>{{ f.label }}</span><span class="text-soft text-right"
            >{{ f.on ? `on ${f.on}` : f.kind === 'adapter' ? 'between' : 'port to port' }} ·
            <span class="figure">{{ f.count }}</span></span
          >
        </li>
      </ul>
    </template>
    <p v-if="total > 0" class="text-sm mt-1 flex justify-between">
      <span>{{ signed ? 'Prices of what is bought, typed so far' : 'Prices typed so far' }}</span><span
        class="figure"
        >{{ Math.round(total * 100) / 100 }}</span
      >
    </p>
    <p class="label mt-1 no-print">
      <NuxtLink to="/parts" class="underline">The shop’s own parts and kits</NuxtLink>: real parts’ figures,
      numbers and prices. What is bought for this job comes often together?
      <button type="button" class="underline" @click="keepAsKit">Keep it as a kit</button>
    </p>
    <p v-if="kept" class="text-sm font-semibold" aria-live="polite">{{ kept }}</p>
  </div>
</template>
