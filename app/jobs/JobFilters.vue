<script setup lang="ts">
import { STAGES } from '#core/quantity/figure'

/** Which jobs the list shows, and in which order. */
const { asked } = defineProps<{ asked: Partial<Record<string, string>> }>()
const emit = defineEmits<{ ask: [change: Record<string, string | undefined>] }>()
const shop = useShop()
const SORTS = [
  { value: '', label: 'changed last' },
  { value: 'name', label: 'name' },
  { value: 'customer', label: 'customer' },
  { value: 'check', label: 'next check' },
]
const states = [
  { value: '', label: 'anywhere' },
  ...STAGES.map((stage) => ({ value: stage, label: STAGE_TITLES[stage].name })),
  { value: 'done', label: 'handed over' },
]
const people = computed(() => [
  { value: '', label: 'anybody' },
  ...shop.people.map((p) => ({ value: p.id, label: p.name })),
])
const PICKS = computed(() => [
  { key: 'sort', label: 'Sorted by', options: SORTS },
  { key: 'at', label: 'Stands at', options: states },
  { key: 'who', label: 'Begun by', options: people.value },
])
const CHECKS = [
  { key: 'stopped', label: 'with a Stop' },
  { key: 'archived', label: 'put away' },
]
</script>

<template>
  <div class="flex flex-wrap items-end gap-3 mb-3" role="group" aria-label="Which jobs">
    <PickField
      v-for="pick in PICKS"
      :key="pick.key"
      class="w-36"
      :label="pick.label"
      :value="asked[pick.key] ?? ''"
      :options="pick.options"
      @change="(v) => emit('ask', { [pick.key]: v })"
    />
    <label v-for="check in CHECKS" :key="check.key" class="touch flex items-center gap-1.5 pb-1.5"
      ><input
        type="checkbox"
        class="accent-petrol size-4"
        :checked="asked[check.key] === 'true'"
        @change="
          emit('ask', { [check.key]: ($event.target as HTMLInputElement).checked ? 'true' : undefined })
        "
      />{{ check.label }}</label
    >
  </div>
</template>
