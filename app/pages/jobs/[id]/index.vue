<script setup lang="ts">
definePageMeta({ redirect: (to) => `/jobs/${String(to.params.id)}/load` })
</script>

<template>
  <div />
</template>
