<script setup lang="ts">
import { STATE_SIGNS } from '#core/catalog/partStates'
import type { PartState } from '#core/document/types'
import { STATE_COLOURS } from './stateColours'

/** The sign of a part's state, in its colour; the words are beside it. */
const { state } = defineProps<{ state: PartState }>()
</script>

<template>
  <span class="figure font-semibold" :style="{ color: STATE_COLOURS[state] }" aria-hidden="true">{{
    STATE_SIGNS[state]
  }}</span>
</template>
