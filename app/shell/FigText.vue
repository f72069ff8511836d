<script setup lang="ts">
import { showText, type Quantity } from '#core/quantity/units'

/** A figure of the plan itself in the shop's unit: as typed, so there is no "why?" to it. */
defineProps<{ value: number | null; quantity: Quantity; digits?: number }>()
const shop = useShop()
</script>

<template>
  <span class="figure">{{ showText(value, quantity, shop.units, digits) }}</span>
</template>
