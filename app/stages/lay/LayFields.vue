<script setup lang="ts">
import { useLay } from './useLay'

/** The same places as figures, with slack, harness and heat shields. */
const job = useJob()
const screen = useScreen()
const { plan, result, parts, set, put } = useLay()
const chosen = computed(
  () =>
    parts.value.find((p) => p.id === screen.subject && p.kind !== 'spring') ??
    parts.value.find((p) => p.kind === 'compressor') ??
    parts.value.find((p) => p.kind === 'handFill'),
)
const move = (axis: 'x' | 'y' | 'z', v: number) =>
  chosen.value && put(chosen.value.id, chosen.value.label, { ...chosen.value.place, [axis]: v })
const letGo = (id: string, label: string) =>
  set(`Let go of ${label}`, (lay) => Reflect.deleteProperty(lay.places, id))
</script>

<template>
  <div
    class="sheet p-4 grid gap-3 grid-cols-[repeat(auto-fill,minmax(13.5rem,1fr))]"
    :data-subject="chosen?.id"
  >
    <PickField
      label="Part"
      :value="chosen?.id ?? ''"
      :options="parts.filter((p) => p.kind !== 'spring').map((p) => ({ value: p.id, label: p.label }))"
      @change="(v) => void (screen.subject = v)"
    />
    <PlaceFields v-if="chosen" :of="chosen.label" :at="chosen.place" @move="(v, axis) => move(axis, v)" />
    <HowItStands v-if="chosen" :of="chosen.id" />
    <NearPart v-if="chosen" :of="chosen.id" />
    <p v-if="chosen && plan.lay.places[chosen.id]" class="text-sm col-span-full">
      Put there by hand.
      <button type="button" class="underline touch" @click="letGo(chosen.id, chosen.label)">
        Let go of it: stand where it is proposed
      </button>
    </p>
    <NumField
      label="Slack left at each spring"
      :value="plan.lay.slackAtSpring"
      quantity="length"
      :min="0"
      :max="3"
      @change="(v) => set('Slack at the spring', (l) => void (l.slackAtSpring = v))"
    />
    <template v-if="result.feed !== null">
      <NumField
        label="Harness in the kit"
        :value="plan.lay.harnessLength ?? job.derived!.stages.air.result.compressor?.harness ?? 0"
        quantity="run"
        :min="0"
        :max="50"
        @change="(v) => set('Harness length', (l) => void (l.harnessLength = v))"
      />
      <NumField
        label="Extended by"
        :value="plan.lay.harnessExtension"
        quantity="run"
        :min="0"
        :max="50"
        @change="(v) => set('Harness extension', (l) => void (l.harnessExtension = v))"
      />
    </template>
    <NumField
      label="Runs come out longer by"
      :value="plan.lay.allowance"
      quantity="ratio"
      :min="-0.5"
      :max="1"
      @change="(v) => set('Allowance on runs', (l) => void (l.allowance = v))"
    />
    <p
      v-for="[id] in Object.entries(plan.lay.shields).filter(([, on]) => on)"
      :key="id"
      class="text-sm self-end"
    >
      Heat shield at {{ plan.air.components[id]?.label.toLowerCase() ?? 'a line' }}
      <button
        type="button"
        class="underline touch"
        @click="set('Take the heat shield away', (l) => void (l.shields[id] = false))"
      >
        take away
      </button>
    </p>
  </div>
</template>
