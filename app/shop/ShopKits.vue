<script setup lang="ts">
import { kitWords } from '#core/jobs/kits'
import type { Kit } from '#core/document/types'

/** The shop's kits as they are sold: each is entered once and used whole in a job at Air. */
const shop = useShop()
const chosen = ref<string | null>(null)
const list = computed(() => Object.entries(shop.kits).sort((a, b) => a[1].label.localeCompare(b[1].label)))
const kit = computed(() => (chosen.value ? (shop.kits[chosen.value] ?? null) : null))
const EMPTY: Kit = {
  label: 'New kit',
  number: '',
  make: '',
  price: null,
  springClass: null,
  compressorClass: null,
  blockClass: null,
  tubeClass: null,
  tubeLength: null,
  harness: null,
  parts: {},
  lift: null,
  steps: [],
  fasteners: {},
}
function add(): void {
  const id = `kit-${crypto.randomUUID().slice(0, 8)}`
  shop.edit('Add a kit', ({ kits }) => void (kits[id] = structuredClone(EMPTY)))
  chosen.value = id
}
</script>

<template>
  <section class="sheet p-4" aria-label="Kits">
    <div class="flex flex-wrap items-baseline gap-3">
      <h2>Kits</h2>
      <p class="text-soft text-sm grow">
        A box with its parts, torques and lengths: entered once, taken whole at Air.
      </p>
      <button type="button" class="button" @click="add">Add a kit</button>
    </div>
    <p v-if="!list.length" class="label mt-2">
      None yet. Type one off its own list, or keep what a job buys as one, on its parts list at Air.
    </p>
    <ul v-else class="text-sm mt-2">
      <li
        v-for="[id, k] in list"
        :key="id"
        class="border-b border-line py-1 px-1 flex flex-wrap justify-between gap-3"
        :class="{ 'bg-chosen': chosen === id }"
      >
        <button type="button" class="underline text-left" @click="chosen = chosen === id ? null : id">
          {{ k.label }}</button><span class="text-soft">{{ kitWords(k) || 'nothing in it yet' }}</span
        ><span class="figure">{{ k.price ?? '' }}</span>
      </li>
    </ul>
    <KitEditor v-if="chosen && kit" :key="chosen" :kit-id="chosen" :kit="kit" @gone="chosen = null" />
  </section>
</template>
