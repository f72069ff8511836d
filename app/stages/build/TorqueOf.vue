<script setup lang="ts">
import { FASTENINGS } from '#core/catalog/fastenings'
import { typedFastener } from '#core/build/fasteners'
import type { Joint } from '#core/build/joint'
import { showText } from '#core/quantity/units'

/** How tight a joint is made: its torque from the kit's sheet, or that nobody has entered it yet. */
const { joint, large = false } = defineProps<{ joint: Joint; large?: boolean }>()
const job = useJob()
const shop = useShop()
const kind = computed(() => FASTENINGS[joint.fastening])
const typed = computed(() => typedFastener(job.plan!.build, joint.fastening))
</script>

<template>
  <p v-if="!kind.usual">
    <span class="font-semibold">{{ joint.label }}</span><br /><span class="label"
      >{{ kind.label }}: {{ kind.until }}</span
    >
  </p>
  <p v-else-if="typed">
    <span class="figure whitespace-nowrap" :class="large ? 'text-[min(2.25rem,11vw)]' : ''">{{
      showText(typed.torque, 'torque', shop.units)
    }}</span><br /><span class="label"
      >{{ joint.label }}, {{ typed.thread }} {{ typed.grade
      }}{{ typed.from === 'sheet' ? ', off the kit’s sheet' : ', as usual: the kit’s sheet rules' }}</span
    >
  </p>
  <p v-else>
    <span class="font-semibold text-ochre-deep">Torque off the kit’s sheet</span><br /><span class="label"
      >{{ joint.label }}: not typed yet</span
    >
  </p>
</template>
