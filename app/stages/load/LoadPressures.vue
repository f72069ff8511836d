<script setup lang="ts">
import type { School } from '#core/document/types'
import type { LimitedBy } from '#core/load/types'
import type { Sampled } from '#core/load/uncertainty'
import { useHaul } from './useHaul'

/** The pressures that bring the truck to the target height, and how it then stands and rides. */
const { sampled } = defineProps<{ sampled: Pick<Sampled, 'left' | 'right'> | null }>()
const { job, shop, haul, result, figure, text, set } = useHaul()
const rangeOf = (side: 'left' | 'right') => sampled?.[side] ?? figure(side)?.range
const surge = computed(() => figure('surgeAxle'))
const isShopHabit = computed(
  () => haul.value?.target.school === shop.target.school && haul.value.target.share === shop.target.share,
)

const SCHOOLS: { value: School; label: string }[] = [
  { value: 'level', label: 'Unladen rear height' },
  { value: 'share', label: 'Some of the sag left in' },
  { value: 'rake', label: 'Unladen rake, front to rear' },
]
const LIMITS: Record<NonNullable<LimitedBy>, string> = {
  minPressure: 'held at the minimum',
  maxPressure: 'over the spring’s limit',
  maxLoad: 'over the spring’s load',
  height: 'outside its height range',
}
/** Two pressures closer than this are shown as the same, Pa. */
const SAME = 1000
const subjects = computed(() => ['left', 'right', 'lamps'].map((id) => `${job.haulId}:${id}`).join(' '))
/** The text under each dial. */
const under = computed(() => {
  const { left, right } = result.value!
  const differ = left.pressure - right.pressure
  const against = `${text(Math.abs(differ), 'pressure')} ${differ < 0 ? 'more' : 'less'} than left`
  const one = job.derived!.stages.air.result.teed ? 'teed, one pressure' : 'within limits'
  return {
    left: left.limitedBy ? LIMITS[left.limitedBy] : one,
    right: right.limitedBy ? LIMITS[right.limitedBy] : Math.abs(differ) < SAME ? 'same as left' : against,
  }
})
</script>

<template>
  <div class="sheet p-4 grid gap-4 sm:grid-cols-[1fr_1fr_1.2fr]" :data-subject="subjects">
    <GaugeDial
      :figure="figure('left')"
      side="left"
      :under="under.left"
      :range="rangeOf('left')"
      class="mx-auto"
    />
    <GaugeDial
      :figure="figure('right')"
      side="right"
      :under="under.right"
      :range="rangeOf('right')"
      class="mx-auto"
    />
    <div>
      <fieldset>
        <legend class="font-head font-semibold mb-1.5">Bring it to</legend>
        <label v-for="school in SCHOOLS" :key="school.value" class="touch flex items-center gap-2 py-0.5"
          ><input
            type="radio"
            name="school"
            class="accent-petrol size-4"
            :value="school.value"
            :checked="haul!.target.school === school.value"
            @change="set(`Bring it to: ${school.label}`, (h) => void (h.target.school = school.value))"
          />{{ school.label }}</label
        >
      </fieldset>
      <div v-if="haul!.target.school === 'share'" class="flex items-center gap-2 mt-1">
        <NumField
          label="Sag left in"
          class="w-28"
          :value="haul!.target.share"
          quantity="ratio"
          :digits="0"
          :min="0"
          :max="1"
          @change="(v) => set('Sag left in', (h) => void (h.target.share = v))"
        />
      </div>
      <button
        v-if="!isShopHabit"
        type="button"
        class="no-print underline text-sm mt-1 touch min-h-[24px]"
        @click="shop.setTarget(haul!.target)"
      >
        Make this the shop’s habit for new hauls
      </button>
      <p v-else class="no-print label mt-1">The shop’s habit for new hauls.</p>
    </div>
    <dl
      class="sm:col-span-3 text-sm grid grid-cols-[auto_1fr] lg:grid-cols-[auto_1fr_auto_1fr] gap-x-3 border-t border-line pt-2"
    >
      <dt class="text-soft">Sag with no air</dt>
      <dd>
        <Fig :figure="figure('sagLeft')" /> left, <Fig :figure="figure('sagRight')" /> right,
        <Fig :figure="figure('sagFront')" /> front
      </dd>
      <dt class="text-soft">Headlamps now</dt>
      <dd><Fig :figure="figure('pitchAfter')" plus />, were <Fig :figure="figure('pitchBefore')" plus /></dd>
      <dt class="text-soft">Beam at 7.6 m</dt>
      <dd><Fig :figure="figure('riseAfter')" plus />, was <Fig :figure="figure('riseBefore')" plus /></dd>
      <dt class="text-soft">Steel springs carry</dt>
      <dd><Fig :figure="figure('steelShare')" :digits="0" /></dd>
      <template v-if="figure('frequency')">
        <dt class="text-soft">Ride rate, a side</dt>
        <dd>
          <Fig :figure="figure('rideRate')" />, <Fig :figure="figure('frequency')" />, empty
          <Fig :figure="figure('frequencyEmpty')" /><template v-if="figure('frequencyMixed')"
            >, empty with this left in <Fig :figure="figure('frequencyMixed')"
          /></template>
        </dd>
        <dt class="text-soft">In roll</dt>
        <dd><Fig :figure="figure('rollSeparate')" /> separate, <Fig :figure="figure('rollTeed')" /> teed</dd>
        <dt class="text-soft">Leans left</dt>
        <dd>
          <Fig :figure="figure('leanSeparate')" plus /> separate,
          <Fig :figure="figure('leanTeed')" plus /> teed
        </dd>
        <dt class="text-soft">Springs stand</dt>
        <dd><Fig :figure="figure('springLeft')" />, <Fig :figure="figure('springRight')" /></dd>
      </template>
      <dt class="text-soft">Front axle, any pressure</dt>
      <dd><Fig :figure="figure('frontChange')" plus /></dd>
      <template v-if="figure('barsFront')"
        ><dt class="text-soft">Spring bars</dt>
        <dd>
          <Fig :figure="figure('barsFront')" plus /> front, <Fig :figure="figure('barsRear')" plus /> rear
        </dd></template
      >
      <template v-if="surge"
        ><dt class="text-soft">Liquid surge</dt>
        <dd>
          ± <Fig :figure="surge" /> between axles, ± <Fig :figure="figure('surgeSide')" /> sides
        </dd></template
      >
    </dl>
  </div>
</template>
