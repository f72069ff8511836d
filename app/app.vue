<script setup lang="ts">
import { handInLeftOvers, mayLose } from '~/keeping/keeping'
import { keepDrafts } from '~/keeping/drafts'
import { defineAsyncComponent } from 'vue'

/** Comes a moment after the page, so that it is there when the connection is not. */
const loadWhy = () => import('~/shell/WhyCard.vue')
const WhyAsked = defineAsyncComponent(loadWhy)
const MOMENT = 5000

const shop = useShop()
const screen = useScreen()
/** A field that is being typed in is left before its page is, so that what it holds is an edit. */
const leaveField = () => (document.activeElement as HTMLElement | null)?.blur()
useRouter().beforeEach((to, from) => {
  if (to.path !== from.path) leaveField()
})
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
