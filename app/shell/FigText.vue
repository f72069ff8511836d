<script setup lang="ts">
import { showText, type Quantity } from '#core/quantity/units'

/** A figure of the plan itself in the shop's unit. It was typed, so it has no "why?". */
defineProps<{ value: number | null; quantity: Quantity; digits?: number }>()
const shop = useShop()
</script>

<template>
  <span class="figure">{{ showText(value, quantity, shop.units, digits) }}</span>
</template>
