<script setup lang="ts">
import { handInLeftOvers, mayLose } from '~/keeping/keeping'
import { keepDrafts } from '~/keeping/drafts'

const shop = useShop()
const screen = useScreen()
function warn(event: BeforeUnloadEvent): void {
  if (mayLose()) event.preventDefault()
}
onMounted(() => {
  // Ready once the shop's own units are there, or are known to be out of reach for now.
  void shop.load().finally(() => {
    document.documentElement.dataset.ready = 'yes'
    void handInLeftOvers(() => shop.who)
  })
  addEventListener('beforeunload', warn)
  keepDrafts()
})
watchEffect(() => {
  document.documentElement.dataset.theme = screen.theme
})
</script>

<template>
  <NuxtPage />
  <WhyCard />
</template>
