<script setup lang="ts">
import { JOINT_SCHOOLS } from '#core/catalog/wiring'
import {
  ISOLATORS,
  LAMP_FEEDS,
  SUPPRESSIONS,
  TAP_SIDES,
  WAKES,
  WIRE_JOINTS,
  type PowerPlan,
} from '#core/document/types'
import { fitSecondBattery, takeSecondBatteryOut } from '#core/power/operations'
import { YES_NO, usePower } from './usePower'

/** Schools of wiring on which the trade disagrees, and what each costs; batteries and the tap. */
const { power, result, set, run, problem } = usePower()
const options = <T extends string>(list: readonly T[], words: Record<T, string>) =>
  list.map((value) => ({ value, label: words[value] }))
const WAKE_WORDS = { ignition: 'with the key on', constant: 'always', loose: 'hangs loose' }
const LAMP_WORDS = { dash: 'dash lighting', ignition: 'key on', constant: 'battery' }
const COIL_WORDS = { none: 'nothing', resistor: 'a resistor', diode: 'a diode' }
const TAP_WORDS = { fused: 'behind its fuse', live: 'before its fuse' }
const ISOLATOR_WORDS = { relay: 'relay, engine running', switch: 'switch, by hand' }
const has = (id: string) => result.value.wiring.parts.some((part) => part.id === id)
const hasLamps = computed(() => result.value.wiring.parts.some(({ id }) => /^lamp-(?!fuse)/.test(id)))
const joint = computed(() => JOINT_SCHOOLS[power.value.joint])
const set2 = <K extends keyof PowerPlan>(label: string, key: K, value: PowerPlan[K]) =>
  set(label, (p) => void (p[key] = value))
const setTap = (label: string, change: Partial<PowerPlan['tap']>) =>
  set(label, (p) => void Object.assign(p.tap, change))
const KNOWN = [{ value: '', label: 'not looked at yet' }, ...YES_NO]
const knownValue = (value: boolean | null) => (value === null ? '' : value ? 'yes' : 'no')
</script>

<template>
  <section class="sheet p-4" aria-label="How it is wired">
    <div class="grid gap-3 grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
      <PickField
        label="Joints"
        :value="power.joint"
        :options="WIRE_JOINTS.map((value) => ({ value, label: JOINT_SCHOOLS[value].label }))"
        @change="(v) => set2('Joints', 'joint', v as PowerPlan['joint'])"
      />
      <NumField
        v-if="has('fuse')"
        label="Main fuse from the battery"
        data-subject="fuseReach"
        :value="power.fuseReach"
        quantity="length"
        :min="0.01"
        :max="20"
        @change="(v) => set2('Where the main fuse sits', 'fuseReach', v)"
      />
      <NumField
        v-if="has('motor-2')"
        label="The second compressor starts later by"
        data-subject="staging"
        :value="power.staging"
        quantity="time"
        :min="0"
        :max="600"
        @change="(v) => set2('Delay of the second compressor', 'staging', v)"
      />
      <PickField
        v-if="has('coil')"
        label="Across the relay’s coil"
        data-subject="coil"
        :value="power.suppression"
        :options="options(SUPPRESSIONS, COIL_WORDS)"
        @change="(v) => set2('Across the coil', 'suppression', v as PowerPlan['suppression'])"
      />
      <PickField
        v-if="has('wake')"
        label="The block is woken"
        data-subject="wake"
        :value="power.wake"
        :options="options(WAKES, WAKE_WORDS)"
        @change="(v) => set2('Wake wire', 'wake', v as PowerPlan['wake'])"
      />
      <PickField
        v-if="hasLamps"
        label="Lamps of the gauge from"
        :value="power.lamps"
        :options="options(LAMP_FEEDS, LAMP_WORDS)"
        @change="(v) => set2('Feed of the lamps', 'lamps', v as PowerPlan['lamps'])"
      />
      <template v-if="has('small-fuse')">
        <PickField
          label="Fuse box tapped"
          data-subject="tap"
          :value="power.tap.side"
          :options="options(TAP_SIDES, TAP_WORDS)"
          @change="(v) => setTap('Tap', { side: v as PowerPlan['tap']['side'] })"
        />
        <PickField
          v-if="power.tap.side === 'live'"
          label="The tap has a fuse at once"
          :value="power.tap.ownFuse ? 'yes' : 'no'"
          :options="YES_NO"
          @change="(v) => setTap('Fuse of the tap', { ownFuse: v === 'yes' })"
        />
        <TextField
          label="The tapped circuit also feeds"
          :value="power.tap.alsoFeeds"
          placeholder="not looked at yet"
          :max="200"
          @change="(v) => setTap('What the tapped circuit feeds', { alsoFeeds: v })"
        />
        <PickField
          label="It holds while cranking"
          :value="knownValue(power.tap.holdsCranking)"
          :options="KNOWN"
          @change="(v) => setTap('Tap while cranking', { holdsCranking: v === '' ? null : v === 'yes' })"
        />
      </template>
      <NumField
        label="Battery rests at, of its full charge"
        :value="power.charge"
        quantity="ratio"
        :min="0"
        :max="1"
        @change="(v) => set2('Charge of the battery', 'charge', v)"
      />
      <template v-if="power.secondBattery">
        <NumField
          label="Second battery"
          :value="power.secondBattery.capacity"
          quantity="charge"
          :min="3600"
          :max="3600000"
          @change="(v) => set('Second battery', (p) => void (p.secondBattery!.capacity = v))"
        />
        <PickField
          label="Joined by"
          :value="power.secondBattery.isolator"
          :options="options(ISOLATORS, ISOLATOR_WORDS)"
          @change="
            (v) => set('Isolator', (p) => void (p.secondBattery!.isolator = v as (typeof ISOLATORS)[number]))
          "
        />
        <PickField
          label="A link at both ends of their wire"
          data-subject="tie"
          :value="power.secondBattery.fusedBothEnds ? 'yes' : 'no'"
          :options="YES_NO"
          @change="
            (v) =>
              set('Links between the batteries', (p) => void (p.secondBattery!.fusedBothEnds = v === 'yes'))
          "
        />
      </template>
    </div>
    <div class="flex flex-wrap gap-2 mt-3">
      <button
        v-if="!power.secondBattery"
        type="button"
        class="button quiet text-sm"
        @click="run({ id: 'second', label: 'Fit a second battery', run: fitSecondBattery })"
      >
        Fit a second battery
      </button>
      <button
        v-else
        type="button"
        class="button quiet text-sm"
        @click="run({ id: 'no-second', label: 'Take the second battery out', run: takeSecondBatteryOut })"
      >
        Take the second battery out
      </button>
    </div>
    <p v-if="problem" class="text-brick mt-2" role="alert">{{ problem }}</p>
    <p class="label mt-3">
      {{ joint.label }}: {{ joint.what }} Local codes and the part’s own sheet rule; airbag wiring is nobody’s
      tap. Battery off before work on the battery or near pillar trims.
    </p>
  </section>
  <PlugsAndColours class="mt-3" />
</template>
