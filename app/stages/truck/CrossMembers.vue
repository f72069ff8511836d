<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { focusIn } from '~/shell/drawers'
import { AXLE_WAYS } from '#core/quantity/ways'
import { useTruck } from './useTruck'

const { truck, set } = useTruck()
function add(): void {
  set('Add a cross-member', (t) => t.frame.crossMembers.push(0.5))
  void focusIn(`[data-subject="member-${truck.value.frame.crossMembers.length - 1}"]`)
}
</script>

<template>
  <section class="sheet p-4" aria-label="Cross-members">
    <h2 class="mb-1">Cross-members</h2>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(14rem,1fr))] gap-3 py-2 items-end">
      <div
        v-for="(x, i) in truck.frame.crossMembers"
        :key="i"
        class="flex items-end gap-1"
        :data-subject="`member-${i}`"
      >
        <SideField
          class="grow"
          :label="`Cross-member ${i + 1}, from the rear axle`"
          :value="x"
          quantity="length"
          :ways="AXLE_WAYS"
          :min="-10"
          :max="15"
          @change="(v) => set('Move a cross-member', (t) => void (t.frame.crossMembers[i] = v))"
        />
        <TakeAway
          :label="`Take away cross-member ${i + 1}`"
          @click="set('Take a cross-member away', (t) => t.frame.crossMembers.splice(i, 1))"
        />
      </div>
      <button type="button" class="button quiet" @click="add">
        <Plus :size="16" aria-hidden="true" />Cross-member
      </button>
    </div>
  </section>
</template>
