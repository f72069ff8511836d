<script setup lang="ts">
import type { FigureSpec } from '#core/catalog/kinds'

/** Input for a figure of a part: a number, or a choice where the answer is yes or no. */
const { spec, value } = defineProps<{ spec: FigureSpec; value: number | null }>()
const emit = defineEmits<{ change: [value: number] }>()
</script>

<template>
  <PickField
    v-if="spec.words"
    :label="spec.label"
    :value="String(value ?? 0)"
    :options="spec.words.map((label, i) => ({ value: String(i), label }))"
    @change="(v) => emit('change', Number(v))"
  />
  <NumField
    v-else
    :label="spec.label"
    :value="value"
    :quantity="spec.quantity"
    :min="spec.min"
    :max="spec.max"
    @change="(v) => emit('change', v)"
  />
</template>
