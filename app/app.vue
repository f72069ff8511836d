<script setup lang="ts">
import { handInLeftOvers, mayLose } from '~/keeping/keeping'
import { keepDrafts } from '~/keeping/drafts'
import { defineAsyncComponent } from 'vue'

/** Loaded a moment after the page, so that it is available without a connection. */
const loadWhy = () => import('~/shell/WhyCard.vue')
const WhyAsked = defineAsyncComponent(loadWhy)
const MOMENT = 5000

const shop = useShop()
const screen = useScreen()
/** A focused field is left before its page is, so that its text becomes an edit. */
const leaveField = () => (document.activeElement as HTMLElement | null)?.blur()
useRouter().beforeEach((to, from) => {
  if (to.path !== from.path) leaveField()
})
function warn(event: BeforeUnloadEvent): void {
  if (mayLose()) event.preventDefault()
}
onMounted(() => {
  // Ready once the shop's units are loaded, or are known to be out of reach for now.
  void shop.load().finally(() => {
    document.documentElement.dataset.ready = 'yes'
    void handInLeftOvers(() => shop.who)
  })
  addEventListener('beforeunload', warn)
  addEventListener('pagehide', leaveField)
  void keepDrafts()
  setTimeout(() => void loadWhy().catch(() => {}), MOMENT)
})
watchEffect(() => {
  document.documentElement.dataset.theme = screen.theme
})
</script>

<template>
  <NuxtPage />
  <WhyAsked v-if="screen.asked" />
</template>
