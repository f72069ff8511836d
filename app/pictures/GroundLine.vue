<script setup lang="ts">
/** The ground across a picture. */
defineProps<{ box: { x: number; width: number } }>()
</script>

<template>
  <line
    :x1="box.x"
    :x2="box.x + box.width"
    y1="0"
    y2="0"
    stroke="var(--steel-edge)"
    stroke-width="1.5"
    vector-effect="non-scaling-stroke"
  />
</template>
