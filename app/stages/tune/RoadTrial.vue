<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { newReading } from '#core/document/newHaul'
import { ordered, SIDES, TRIAL_FAULTS, type TrialReading } from '#core/document/types'
import { show, showText, toSi, unitFor } from '#core/quantity/units'
import { SET_ASIDE } from '#core/tune/trialRules'
import { focusIn } from '~/shell/drawers'

/** Pressures driven with, and the lips then measured: they correct the spring's area and the steel's rate. */
const job = useJob()
const shop = useShop()
const stage = computed(() => job.derived!.stages.tune)
const spring = computed(() => job.derived!.stages.air.result.spring)
const teed = computed(() => job.derived!.stages.air.result.teed)
const readings = computed(() => ordered(job.plan!.tune.trials))
/** Size of one change between two readings, in the shop's own unit. */
const STEPS = { psi: 5, bar: 0.3, kPa: 30 }
const step = computed(() => toSi(STEPS[shop.units.pressure], unitFor('pressure', shop.units)))
const stepText = computed(() => showText(step.value, 'pressure', shop.units))

function add(label: string, reading: Parameters<typeof newReading>[1]): void {
  const order = Math.max(0, ...readings.value.map(([, t]) => t.order)) + 1
  const id = `r${crypto.randomUUID().slice(0, 8)}`
  job.edit(label, (draft) => {
    draft.tune.trials[id] = newReading(order, reading)
  })
  void focusIn(`[data-trial="${id}"]`)
}
/** The first reading of a haul is at its preset. */
function begin(): void {
  const preset = stage.value.result.presets[job.haulId]
  const least = spring.value?.minPressure ?? 0
  const haul = preset ? job.haulId : null
  add('Add a reading', { haul, known: 0, left: preset?.left ?? least, right: preset?.right ?? least })
}
function again(by: number): void {
  const [, last] = readings.value.at(-1)!
  const to = (p: number) => Math.max(p + by, 0)
  add(by > 0 ? 'Add a reading with more' : 'Add a reading with less', {
    haul: last.haul,
    known: last.known,
    left: to(last.left),
    right: to(last.right),
  })
}
const set = (id: string, label: string, change: (reading: TrialReading) => void) =>
  job.edit(label, (draft) => change(draft.tune.trials[id]!))
function pressure(id: string, side: 'left' | 'right', value: number): void {
  set(id, 'Pressure of a reading', (t) => {
    t[side] = value
    if (teed.value) t.left = t.right = value
  })
}
/** Teed springs share one pressure. */
const sides = computed(() => (teed.value ? (['left'] as const) : SIDES))
const LIPS = [
  { lip: 'lipLeft', label: 'Lip left' },
  { lip: 'lipRight', label: 'Lip right' },
] as const
function remove(id: string): void {
  job.edit('Take a reading away', (draft) => Reflect.deleteProperty(draft.tune.trials, id))
}
const lipsOf = (id: string, of: 'planned' | 'corrected') =>
  (stage.value.result.trial?.lips ?? []).filter((lip) => lip.id === id).map((lip) => lip[of])
/** Left and right with one unit. */
function lipsText(id: string, of: 'planned' | 'corrected'): string {
  const lips = lipsOf(id, of)
  const bare = lips.slice(0, -1).map((lip) => show(lip, 'length', shop.units).text)
  return [...bare, ...lips.slice(-1).map((lip) => showText(lip, 'length', shop.units))].join(' · ')
}
/** What the plan says about a reading. */
function planText(id: string, { setAside }: TrialReading): string {
  const had = lipsText(id, 'planned')
  if (had) return `the plan had ${had}, now ${lipsText(id, 'corrected')}`
  return setAside ? 'not counted' : 'not taped'
}
/** What was wrong with a reading: it is then kept, but not counted. */
const faults = [
  { value: '' as const, label: 'counts' },
  ...TRIAL_FAULTS.map((value) => ({ value, label: SET_ASIDE[value] })),
]
const hauls = useHaulChoices('nothing aboard')
</script>

<template>
  <section class="sheet p-4" aria-label="Road trial" data-subject="trial">
    <p class="text-sm mb-2 max-w-prose">
      Set the planned pressure, drive a few streets, stop on level ground, tape both rear lips. Then a little
      more or less, drive, tape again. Nobody near the springs while air goes in; never over
      {{ showText(spring?.maxPressure ?? null, 'pressure', shop.units) }}.
    </p>
    <div class="flex flex-wrap gap-2 mb-2 no-print">
      <button type="button" class="button" @click="begin">
        <Plus :size="16" aria-hidden="true" />Add a reading
      </button>
      <template v-if="readings.length">
        <button type="button" class="button quiet" @click="again(step)">
          The same with {{ stepText }} more
        </button>
        <button type="button" class="button quiet" @click="again(-step)">
          The same with {{ stepText }} less
        </button>
      </template>
    </div>
    <p v-if="!readings.length" class="label">
      No reading yet: pressures rest on the survey and the spring’s class alone.
    </p>
    <ol v-else>
      <li
        v-for="([id, t], i) in readings"
        :key="id"
        class="border-t border-line py-2 grid gap-x-3 gap-y-1 grid-cols-2 sm:grid-cols-4 items-end"
        :data-trial="id"
        :data-subject="id"
      >
        <div class="col-span-full flex items-center gap-3">
          <p class="font-head font-semibold">Reading {{ i + 1 }}</p>
          <p class="grow text-sm">{{ planText(id, t) }}</p>
          <TakeAway :label="`Take away reading ${i + 1}`" @click="remove(id)" />
        </div>
        <PickField
          :label="`Aboard at reading ${i + 1}`"
          :value="t.haul ?? ''"
          :options="hauls"
          @change="(v) => set(id, 'What was aboard', (x) => void (x.haul = v || null))"
        />
        <NumField
          :label="`Known load at reading ${i + 1}`"
          :value="t.known"
          quantity="mass"
          :min="0"
          :max="5000"
          @change="(v) => set(id, 'Known load over the axle', (x) => void (x.known = v))"
        />
        <NumField
          v-for="side in sides"
          :key="side"
          :label="`Reading ${i + 1}, ${teed ? 'both' : side}`"
          :value="t[side]"
          quantity="pressure"
          :min="0"
          :max="3e6"
          @change="(v) => pressure(id, side, v)"
        />
        <NumField
          v-for="{ lip, label } in LIPS"
          :key="lip"
          :label="`${label} at reading ${i + 1}`"
          :value="t[lip]"
          quantity="length"
          :min="0.05"
          :max="5"
          @change="(v) => set(id, label, (x) => void (x[lip] = v))"
        />
        <PickField
          class="col-span-2"
          :label="`Whether reading ${i + 1} counts`"
          :value="t.setAside ?? ''"
          :options="faults"
          @change="
            (v) =>
              set(
                id,
                'Whether a reading counts',
                (x) => void (x.setAside = (v || null) as TrialReading['setAside']),
              )
          "
        />
      </li>
    </ol>
    <dl v-if="stage.result.trial" class="grid gap-x-4 gap-y-1 sm:grid-cols-3 mt-3 text-sm">
      <div>
        <dt class="label">Spring’s area, of what was planned</dt>
        <dd><Fig :figure="stage.figures['trial.area']!" /></dd>
      </div>
      <div>
        <dt class="label">Suspension rate, of the survey</dt>
        <dd><Fig :figure="stage.figures['trial.rate']!" /></dd>
      </div>
      <div>
        <dt class="label">Left unexplained</dt>
        <dd><Fig :figure="stage.figures['trial.leftOver']!" /></dd>
      </div>
    </dl>
  </section>
</template>
