<script setup lang="ts">
import { CONDITION_WORDS, isPlateDate, isSecondHand, isThere, STATE_WORDS } from '#core/catalog/partStates'
import {
  CONDITIONS,
  FAILED_BY,
  PART_STATES,
  type Component,
  type Condition,
  type FailedBy,
  type PartState,
} from '#core/document/types'

/** What this job does with a part, and how it was found if it is not new. */
const { partId, part } = defineProps<{ partId: string; part: Component }>()
const job = useJob()
const change = (label: string, to: (c: Component) => void) =>
  job.edit(label, (d) => to(d.air.components[partId]!))
const FAILED_WORDS: Record<FailedBy, string> = {
  unknown: 'nobody knows yet',
  rubbed: 'rubbed',
  wet: 'got wet',
  backwards: 'fitted backwards',
  age: 'old age',
}
const options = <T extends string>(ids: readonly T[], words: Record<T, string>) =>
  ids.map((value) => ({ value, label: words[value] }))
/** Figures read from a part that is not new, because its class only gives usual values. */
const ASKED: Partial<Record<Component['kind'], { id: string; label: string }[]>> = {
  relief: [{ id: 'set', label: 'Opens at, as stamped' }],
  pressureSwitch: [
    { id: 'cutIn', label: 'Comes in at, as stamped or read' },
    { id: 'cutOut', label: 'Cuts out at, as stamped or read' },
  ],
}
const forget = (id: string, label: string) => change(label, (c) => void Reflect.deleteProperty(c.sheet, id))
const askedOf = computed(() => ASKED[part.kind] ?? [])
const notADate = (text: string) =>
  text.trim() === '' || isPlateDate(text)
    ? ''
    : `“${text}” is no date. Type the year stamped on the plate, such as 2019 or 05/2019.`
/** “Take out and close up” takes a part out of the circuit. */
const states = options(
  PART_STATES.filter((state) => state !== 'out'),
  STATE_WORDS,
)
const isLookedAt = computed(() => isSecondHand(part) || isThere(part.state))
const setState = (state: PartState) =>
  change('What becomes of a part', (c) => {
    c.state = state
    if (isThere(state)) c.used = false
    if (state !== 'kept') c.moved = false
  })
</script>

<template>
  <div class="mt-3">
    <div class="grid grid-cols-2 md:grid-cols-4 gap-3 items-end">
      <PickField
        label="What becomes of it"
        :value="part.state"
        :options="states"
        @change="(v) => setState(v as PartState)"
      />
      <PickField
        v-if="part.state === 'kept'"
        label="Where it stays"
        :value="part.moved ? 'moved' : 'there'"
        :options="[
          { value: 'there', label: 'where it is' },
          { value: 'moved', label: 'goes to another place' },
        ]"
        @change="(v) => change('Whether a part is moved', (c) => void (c.moved = v === 'moved'))"
      />
      <PickField
        v-if="part.state === 'new'"
        label="Comes from"
        :value="part.used ? 'used' : 'box'"
        :options="[
          { value: 'box', label: 'the box' },
          { value: 'used', label: 'another truck' },
        ]"
        @change="(v) => change('Where a part comes from', (c) => void (c.used = v === 'used'))"
      />
      <template v-if="isLookedAt">
        <PickField
          label="Condition, looked at"
          :value="part.found.condition"
          :options="options(CONDITIONS, CONDITION_WORDS)"
          @change="(v) => change('Condition of a part', (c) => void (c.found.condition = v as Condition))"
        />
        <PickField
          v-if="part.found.condition === 'failed'"
          label="Why it failed"
          :value="part.found.failedBy"
          :options="options(FAILED_BY, FAILED_WORDS)"
          @change="(v) => change('Why a part failed', (c) => void (c.found.failedBy = v as FailedBy))"
        />
        <NumField
          label="Fitted in (year)"
          :value="part.found.year"
          quantity="count"
          :min="1900"
          :max="2200"
          @change="(v) => change('Year a part was fitted', (c) => void (c.found.year = v))"
        />
        <template v-if="isSecondHand(part)">
          <NumField
            v-if="part.kind === 'tank' || part.kind === 'spring'"
            :label="part.kind === 'tank' ? 'Rated, on its plate' : 'Most it may be filled to, on its plate'"
            :value="part.found.rating"
            quantity="pressure"
            :min="1000"
            :max="1e7"
            may-be-empty
            @change="(v) => change('Rating on a plate', (c) => void (c.found.rating = v))"
            @clear="change('Rating on a plate', (c) => void (c.found.rating = null))"
          />
          <TextField
            v-if="part.kind === 'tank'"
            label="Date, on its plate"
            :value="part.found.dated"
            :max="40"
            :unfit="notADate"
            @change="(v) => change('Date on a plate', (c) => void (c.found.dated = v))"
          />
          <NumField
            v-for="{ id, label } in askedOf"
            :key="id"
            :label="label"
            :value="part.sheet[id] ?? null"
            quantity="pressure"
            :min="0"
            :max="1e7"
            may-be-empty
            @change="(v) => change(label, (c) => void (c.sheet[id] = v))"
            @clear="forget(id, label)"
          />
        </template>
      </template>
    </div>
    <PhotoRow v-if="isLookedAt" :subject="`part:${partId}`" :of="part.label" small class="mt-2" />
  </div>
</template>
