<script setup lang="ts">
/** A table that scrolls sideways where it is too wide; on a phone each row is a card. What is said of it is its own. */
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
