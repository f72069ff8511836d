<script setup lang="ts">
import { nextStep } from '#core/jobs/outlook'

/** A job opened again lands on its next step. */
const route = useRoute()
const router = useRouter()
const job = useJob()
const screen = useScreen()
let isLeft = false
onBeforeUnmount(() => (isLeft = true))
onMounted(async () => {
  const id = String(route.params.id)
  try {
    await job.open(id)
    // Somebody who went elsewhere meanwhile stays there.
    if (isLeft) return
    const { stage, subject, drawer } = nextStep(job.plan!, job.derived!)
    screen.lead(stage, subject)
    await router.replace({ path: `/jobs/${id}/${stage}`, hash: drawer ? `#${drawer}` : '' })
  } catch {
    // The stage's own page says what is wrong, and offers what the browser keeps.
    await router.replace(`/jobs/${id}/load`)
  }
})
</script>

<template>
  <p class="label p-4" role="status">Opening the job …</p>
</template>
