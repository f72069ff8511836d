<script setup lang="ts">
import { NumField, SideField } from '#components'
import { isGuessed } from '#core/truck/guessed'
import { SUBJECT_OF, groupTitled, type SurveyField } from '#core/truck/surveyFields'
import { useTruck } from './useTruck'

/** The measured figures of one group of the survey. */
const { group } = defineProps<{ group: string }>()
const { truck, set } = useTruck()
const rows = computed(() => groupTitled(group).rows)
/** A figure with its side beside it needs more room. */
const sided = computed(() => rows.value.some((field) => field.ways))
const type = (field: SurveyField, value: number) => set(field.label, (t) => field.put(t, value))
</script>

<template>
  <section class="sheet p-4" :aria-label="group">
    <h2 class="mb-1">{{ group }}</h2>
    <div
      class="grid gap-3"
      :class="
        sided
          ? 'grid-cols-[repeat(auto-fill,minmax(15rem,1fr))]'
          : 'grid-cols-[repeat(auto-fill,minmax(11.5rem,1fr))]'
      "
    >
      <component
        :is="field.ways ? SideField : NumField"
        v-for="field in rows"
        :key="field.label"
        :label="field.label"
        :value="field.get(truck)"
        :quantity="field.quantity"
        :min="field.min"
        :max="field.max"
        :ways="field.ways"
        :guess="isGuessed(truck, field.label)"
        :data-subject="SUBJECT_OF[field.label]"
        @change="(v: number) => type(field, v)"
      />
    </div>
  </section>
</template>
