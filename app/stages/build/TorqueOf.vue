<script setup lang="ts">
import { FASTENERS, typedFastener } from '#core/build/fasteners'
import type { FastenerId } from '#core/build/types'
import { showText } from '#core/quantity/units'

/** The torque of a step's fasteners from the kit's sheet, or that nobody has entered it yet. */
const { fastener, large = false } = defineProps<{ fastener: FastenerId; large?: boolean }>()
const job = useJob()
const shop = useShop()
const typed = computed(() => typedFastener(job.plan!.build, fastener))
</script>

<template>
  <p v-if="typed">
    <span class="figure" :class="large ? 'text-4xl' : ''">{{
      showText(typed.torque, 'torque', shop.units)
    }}</span><br /><span class="label"
      >{{ FASTENERS[fastener].label }}, {{ typed.thread }} {{ typed.grade
      }}{{ typed.from === 'sheet' ? ', off the kit’s sheet' : ', as usual: the kit’s sheet rules' }}</span
    >
  </p>
  <p v-else>
    <span class="font-semibold text-ochre-deep">Torque off the kit’s sheet</span><br /><span class="label"
      >{{ FASTENERS[fastener].label }}: not typed yet</span
    >
  </p>
</template>
