<script setup lang="ts">
import type { Step } from '#core/build/types'
import { otherSide, type OtherSide } from '#core/whatIf/otherSide'
import { showText } from '#core/quantity/units'

/** What was corrected on one side, offered mirrored for the step of the other. */
const { step, side } = defineProps<{ step: Step; side: string }>()
const job = useJob()
const shop = useShop()
const offers = computed(() => otherSide(job.plan!, job.derived!, step))
function wordsOf(offer: OtherSide): string {
  const there = offer.because.join(' and ')
  if (offer.kind === 'solid')
    return `${offer.solid.label}, found on the ${side}: it is here as well${there ? `, beside ${there}` : ''}`
  const aside =
    offer.moved > 0
      ? `, ${showText(offer.moved, 'length', shop.units)} aside${there ? ` because of ${there}` : ''}`
      : ''
  return `Put it where it went on the ${side}, mirrored${aside}`
}
const take = (offer: OtherSide) =>
  job.edit(wordsOf(offer), (draft) => {
    if (offer.kind === 'place') draft.lay.places[offer.part] = offer.at
    else {
      const order = 1 + Math.max(0, ...Object.values(draft.lay.solids).map((one) => one.order))
      draft.lay.solids[`s${crypto.randomUUID().slice(0, 8)}`] = { ...offer.solid, order }
    }
  })
</script>

<template>
  <ul v-if="offers.length" class="no-print space-y-2" aria-label="As on the other side">
    <li v-for="(offer, i) in offers" :key="i">
      <button type="button" class="button quiet touch text-left" @click="take(offer)">
        {{ wordsOf(offer) }}
      </button>
    </li>
  </ul>
</template>
