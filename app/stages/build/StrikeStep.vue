<script setup lang="ts">
import type { Step } from '#core/build/types'

/** A step that is not done on this truck: struck by name with a reason, and reversible. */
const { step, done } = defineProps<{ step: Step; done: boolean }>()
const job = useJob()
const shop = useShop()
const struck = computed(() => job.plan!.build.struck[step.id])
const asking = ref(false)
watch(
  () => step.id,
  () => (asking.value = false),
)
function strike(reason: string): void {
  job.edit(`Struck: ${step.title}`, (draft) => {
    draft.build.struck[step.id] = { who: shop.person?.name ?? '', at: new Date().toISOString(), reason }
  })
  asking.value = false
}
const takeBack = () =>
  job.edit(`Take back: ${step.title}`, (draft) => Reflect.deleteProperty(draft.build.struck, step.id))
</script>

<template>
  <p v-if="struck" class="label">
    Struck by {{ struck.who }}, {{ shortTime(struck.at) }}: {{ struck.reason }}
    <button type="button" class="no-print underline touch" @click="takeBack">Take back</button>
  </p>
  <button
    v-else-if="!done && !asking"
    type="button"
    class="no-print label underline touch"
    @click="asking = true"
  >
    Not on this truck
  </button>
  <ReasonForm v-else-if="asking" label="Why it is not done" action="Strike it" @reason="strike" />
</template>
