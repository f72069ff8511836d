<script setup lang="ts">
import type { Point } from '#core/document/types'
import { AXLE_WAYS, CENTRE_WAYS } from '#core/quantity/ways'

/** Position on the truck: from the rear axle, from the centre line, above the ground. */
const { of, at } = defineProps<{ of: string; at: Point }>()
const emit = defineEmits<{ move: [value: number, axis: 'x' | 'y' | 'z'] }>()
</script>

<template>
  <SideField
    :label="`${of}, from the rear axle`"
    :value="at.x"
    quantity="length"
    :ways="AXLE_WAYS"
    :min="-10"
    :max="20"
    @change="(v) => emit('move', v, 'x')"
  />
  <SideField
    :label="`${of}, from the centre line`"
    :value="at.y"
    quantity="length"
    :ways="CENTRE_WAYS"
    :min="-3"
    :max="3"
    @change="(v) => emit('move', v, 'y')"
  />
  <NumField
    :label="`${of}, above ground`"
    :value="at.z"
    quantity="length"
    :min="0"
    :max="4"
    @change="(v) => emit('move', v, 'z')"
  />
</template>
