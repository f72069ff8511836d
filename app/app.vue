<script setup lang="ts">
const shop = useShop()
const screen = useScreen()
onMounted(() => {
  // Ready once the shop's own units are there, or are known to be out of reach for now.
  void shop.load().finally(() => {
    document.documentElement.dataset.ready = 'yes'
  })
})
watchEffect(() => {
  document.documentElement.dataset.theme = screen.theme
})
</script>

<template>
  <NuxtPage />
  <WhyCard />
</template>
