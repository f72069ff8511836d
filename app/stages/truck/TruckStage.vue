<script setup lang="ts">
import { SURVEY_GROUPS, type SurveyField } from './surveyFields'
import { useTruck } from './useTruck'

const { truck, set } = useTruck()
const type = (field: SurveyField, value: number) => set(field.label, (t) => field.put(t, value))
</script>

<template>
  <div class="space-y-3">
    <TruckPicture />
    <FitView />
    <div class="sheet p-3">
      <TruckAbove :truck="truck">
        <template #default="{ s }">
          <MovableParts :truck="truck" view="above" :place="(p) => ({ x: s.x(p.x), y: s.y(p.y) })" />
        </template>
      </TruckAbove>
    </div>
    <SurveyPanel />
    <TruckBasics />
    <TicketsPanel />
    <div class="sheet px-4 py-2">
      <FoldedPart v-for="(group, i) in SURVEY_GROUPS" :key="group.title" :title="group.title" :open="i === 0">
        <div class="grid grid-cols-2 md:grid-cols-4 gap-3 py-2">
          <NumField
            v-for="field in group.rows"
            :key="field.label"
            :label="field.label"
            :value="field.get(truck)"
            :quantity="field.quantity"
            :min="field.min"
            :max="field.max"
            @change="(v) => type(field, v)"
          />
        </div>
      </FoldedPart>
      <CrossMembers />
      <FoundParts />
      <ExhaustPath />
    </div>
  </div>
</template>
