<script setup lang="ts">
import { FLAT_LAYERS, useLayLayers } from './useLayLayers'

/** Which layers the flat views show. */
const { shown } = useLayLayers()
</script>

<template>
  <fieldset class="flex flex-wrap gap-x-4 gap-y-1 text-sm no-print">
    <legend class="sr-only">Shown</legend>
    <label v-for="layer in FLAT_LAYERS" :key="layer.id" class="touch inline-flex items-center gap-1.5">
      <input v-model="shown[layer.id]" type="checkbox" class="accent-petrol size-6 shrink-0" />{{
        layer.label
      }}
    </label>
  </fieldset>
</template>
