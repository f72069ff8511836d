<script setup lang="ts">
const shop = useShop()
const screen = useScreen()
onMounted(() => {
  void shop.load()
  document.documentElement.dataset.ready = 'yes'
})
watchEffect(() => {
  document.documentElement.dataset.theme = screen.theme
})
</script>

<template>
  <NuxtPage />
  <WhyCard />
</template>
