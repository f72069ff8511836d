<script setup lang="ts">
import type { CertifiedRatings } from '#core/document/types'
import { useTruck } from './useTruck'

/** Ratings raised by a certified upgrade: before and after, and the document for it. */
const { truck, set } = useTruck()
const certified = computed(() => truck.value.ratings.certified)
const RATINGS = [
  { id: 'frontAxle', label: 'Front axle, certified' },
  { id: 'rearAxle', label: 'Rear axle, certified' },
  { id: 'gross', label: 'Gross, certified' },
] as const
function begin(): void {
  set('Ratings raised by certificate', (t) => {
    const { frontAxle, rearAxle, gross } = t.ratings
    t.ratings.certified = { frontAxle, rearAxle, gross, paper: '' }
  })
}
const change = (label: string, write: (of: CertifiedRatings) => void) =>
  set(label, (t) => write(t.ratings.certified!))
</script>

<template>
  <section class="sheet p-4" aria-label="Certified upgrade">
    <h2 class="mb-1">Certified upgrade</h2>
    <template v-if="certified">
      <div class="grid grid-cols-[repeat(auto-fill,minmax(11.5rem,1fr))] gap-3">
        <NumField
          v-for="r in RATINGS"
          :key="r.id"
          :label="r.label"
          :value="certified[r.id]"
          quantity="mass"
          :min="1"
          :max="90_000"
          @change="(v) => change(r.label, (of) => void (of[r.id] = v))"
        />
        <TextField
          class="sm:col-span-2"
          label="Paper that certifies it, and where it is kept"
          :value="certified.paper"
          :max="200"
          @change="(v) => change('Paper of the upgrade', (of) => void (of.paper = v))"
        />
      </div>
      <button
        type="button"
        class="underline text-sm mt-2 touch no-print"
        @click="set('Back to the plate', (t) => void (t.ratings.certified = null))"
      >
        take it back: the plate alone
      </button>
    </template>
    <template v-else>
      <p class="label mb-2">
        The plate rules. Springs never raise a rating; only a certified upgrade with its paper does.
      </p>
      <button type="button" class="button quiet no-print" @click="begin">It was upgraded, with paper</button>
    </template>
  </section>
</template>
