<script setup lang="ts">
/**
 * A table that scrolls sideways if it is too wide. On a phone each row is a card. Attributes go to the table.
 */
defineOptions({ inheritAttrs: false })
</script>

<template>
  <!-- Wider by the ring of a field that has the focus, which would be cut at the edge. -->
  <div class="relative overflow-x-auto mt-2 -mx-1.5 px-1.5 pb-1.5">
    <table v-cards class="w-full text-sm" v-bind="$attrs">
      <slot />
    </table>
  </div>
</template>
