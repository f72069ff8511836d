<script setup lang="ts">
import { diagnose, readingsThatStand, seenVerdict } from '#core/prove/diagnosis'
import { clearOf, type FunctionTest } from '#core/prove/functions'
import { showText } from '#core/quantity/units'
import { useDevices } from '~/devices/useDevices'
import { useFunctions } from './useFunctions'

/**
 * Every function tried in order: what to press, what to expect, what was read; and what is wrong if they
 * differ.
 */
const job = useJob()
const shop = useShop()
const functions = useFunctions()
const { tests, runs, total, count, running, problem, isOld } = functions

const seen = computed(() => readingsThatStand(tests.value, job.plan!.prove.functions))
const verdicts = computed(() =>
  tests.value.flatMap(({ sights }) =>
    sights.flatMap((sight) => {
      const value = seen.value[sight.id]
      return value === undefined ? [] : [{ id: sight.id, is: seenVerdict(sight, value) }]
    }),
  ),
)
const wrong = computed(() => verdicts.value.filter(({ is }) => is !== 'as expected').length)
const summary = computed(() => {
  const of = tests.value.reduce((sum, { sights }) => sum + sights.length, 0)
  const done = verdicts.value.length
  if (done === 0) return 'Nothing was read yet: what works is not known.'
  const rest = done < of ? ` ${of - done} are not read yet.` : ''
  return wrong.value === 0
    ? `${done} readings as expected.${rest}`
    : `${wrong.value} of ${done} readings are not as expected.${rest}`
})
const sightOf = (id: string) => tests.value.flatMap(({ sights }) => sights).find((s) => s.id === id)
function text(id: string, value: number): string {
  const sight = sightOf(id)
  return sight?.words?.[value] ?? showText(value, sight?.quantity ?? 'plain', shop.units)
}
/** The readings of a test, saved at once. */
function write({ press }: FunctionTest, readings: Record<string, number>): void {
  job.edit('Function reading', (draft) => {
    const by = { who: shop.person?.name ?? '', at: new Date().toISOString(), of: press }
    for (const [id, value] of Object.entries(readings)) draft.prove.functions[id] = { value, ...by }
  })
}
/** The test at hand: the first of which nothing is read yet. */
const atHand = computed(
  () => tests.value.find(({ sights }) => sights.every(({ id }) => seen.value[id] === undefined))?.id,
)
const firstFill = computed(() => job.derived!.stages.air.figures.firstFill)
const devices = useDevices()
/** What the devices’ own gauge and meter read during a test just pressed: pressures, current, volts. */
async function readDevices(test: FunctionTest): Promise<void> {
  const { state, meter, attempt } = devices
  if (!state.value) return
  const { gauge, amps } = state.value
  const across = (at: string) => attempt(meter.read({ kind: 'across', at }))
  const reads: Record<string, () => number | null | Promise<number | undefined>> = {
    left: () => gauge.left,
    right: () => gauge.right,
    tank: () => gauge.tank,
    amps: () => amps,
    drain: () => amps,
    volts: () => across('motor'),
    earth: () => across('earth'),
  }
  const readings: Record<string, number> = {}
  for (const { id } of test.sights) {
    const value = await reads[id.split(':').at(-1)!]?.()
    if (typeof value === 'number') readings[id] = Math.abs(value)
  }
  write(test, readings)
}
/** What was opened after a test was read, in words; empty if its readings still count. */
const openedSince = (test: FunctionTest) =>
  job.derived!.stages.prove.result.opened.tests.find(({ id }) => id.startsWith(`${test.id}:`))?.opening.what
const clear = (id: string) =>
  job.edit('Take a reading away', (draft) => void Reflect.deleteProperty(draft.prove.functions, id))

const diagnosis = computed(() =>
  runs.value.length > 0 ? diagnose({ tests: tests.value, runs: runs.value }, seen.value) : null,
)
const labelOf = (id: string) => {
  const test = tests.value.find(({ sights }) => sights.some((s) => s.id === id))
  const sight = test?.sights.find((s) => s.id === id)
  return test && sight ? `${test.label}, ${sight.label.toLowerCase()}` : id
}
const shown = computed(() => diagnosis.value?.suspects.filter(({ share }) => share >= 0.01).slice(0, 5) ?? [])
const percent = (share: number) => `${Math.round(share * 100)} %`
</script>

<template>
  <section class="sheet p-4" aria-label="Functions" data-subject="functions">
    <p class="text-sm max-w-prose">
      In this order, on level ground, nothing aboard, nobody near the springs. Stop where a gauge passes the
      spring’s limit.
      <template v-if="firstFill">
        The first fill of all goes to <Fig :figure="firstFill" />, left, then right, hands clear.
      </template>
    </p>
    <p v-if="tests.length || running" class="label mt-1" aria-live="polite">
      {{ tests.length ? summary : 'What is to be expected is worked out …' }}
    </p>
    <p v-else class="mt-2">
      <button type="button" class="button" @click="functions.expect">Work out what is to be expected</button>
    </p>
    <p v-if="problem" class="text-brick" role="alert">{{ problem }}</p>
    <p v-if="tests.length && isOld && !running" class="text-sm text-brick" role="alert">
      The plan has changed since.
      <button type="button" class="underline touch" @click="functions.expect">Work it out again</button>
    </p>
    <ol class="mt-2">
      <li
        v-for="test in tests"
        :key="test.id"
        class="border-t border-line py-2"
        :class="{ 'border-2 border-petrol rounded px-3': test.id === atHand }"
        :aria-current="test.id === atHand ? 'step' : undefined"
      >
        <p class="font-head font-semibold" :class="{ 'text-xl': test.id === atHand }">{{ test.label }}</p>
        <p v-if="clearOf(test)" class="border-l-4 border-brick pl-2 font-semibold">{{ clearOf(test) }}</p>
        <p :class="test.id === atHand ? 'text-lg' : 'text-sm'">{{ test.press }}</p>
        <p v-if="openedSince(test)" class="text-sm text-brick font-semibold">
          Opened since: {{ openedSince(test) }}. Try it again.
        </p>
        <button
          v-if="devices.state.value"
          type="button"
          class="underline touch text-sm no-print"
          :aria-label="`Read the stand-in now: ${test.label}`"
          @click="readDevices(test)"
        >
          Read the stand-in now
        </button>
        <div class="grid gap-3 grid-cols-2 md:grid-cols-4 mt-1">
          <FunctionSight
            v-for="sight in test.sights"
            :key="sight.id"
            :sight="sight"
            :test="test.label"
            :press="test.press"
            :value="seen[sight.id] ?? null"
            @read="(v) => write(test, { [sight.id]: v })"
            @clear="clear(sight.id)"
          />
        </div>
      </li>
    </ol>
    <div v-if="tests.length" class="border-t border-line pt-3 mt-1" role="group" aria-label="What it may be">
      <div class="flex flex-wrap gap-3 items-center">
        <button v-if="running" type="button" class="button quiet" @click="functions.stop">
          Stop after {{ count }} of {{ total }}
        </button>
        <button
          v-else
          type="button"
          class="button"
          :disabled="Object.keys(seen).length === 0"
          @click="functions.runFaults"
        >
          What may it be?
        </button>
        <p class="label">
          Every fault of this circuit and wiring is run through the same tests and compared.
        </p>
      </div>
      <p v-if="diagnosis && shown.length && !diagnosis.fits" class="mt-2 text-sm text-brick" role="alert">
        None of these fits what was read well: it may be something else, two faults at once, or a misread
        gauge.
      </p>
      <p v-if="diagnosis && runs.length < total" class="mt-2 text-sm text-brick" role="alert">
        {{ total - runs.length }} of {{ total }} could not be run and are not among these.
      </p>
      <ol v-if="shown.length" class="mt-2 space-y-2">
        <li v-for="suspect in shown" :key="suspect.labels[0]" class="border border-line rounded p-2">
          <p class="font-head font-semibold">
            <span class="figure mr-2">{{ percent(suspect.share) }}</span>{{ suspect.labels[0] }}
          </p>
          <details v-if="suspect.labels.length > 1" class="text-sm">
            <summary class="touch">
              or one of {{ suspect.labels.length - 1 }} that show themselves alike
            </summary>
            <p v-for="label in suspect.labels.slice(1)" :key="label">{{ label }}</p>
          </details>
          <p v-for="why in suspect.because" :key="why.id" class="text-sm">
            {{ labelOf(why.id) }}: read {{ text(why.id, why.seen) }}; this would show
            {{ text(why.id, why.would) }}, sound {{ text(why.id, why.sound) }}.
          </p>
        </li>
      </ol>
      <p v-if="diagnosis?.next" class="mt-2 text-sm font-semibold">
        Read next: {{ labelOf(diagnosis.next.id) }}.
        {{ text(diagnosis.next.id, diagnosis.next.first) }} speaks for the first,
        {{ text(diagnosis.next.id, diagnosis.next.second) }} for the other.
      </p>
      <p v-else-if="shown.length && shown[0]!.labels.length > 1" class="mt-2 text-sm">
        These tests do not part them: walk the meter at Power, or soap the joints.
      </p>
    </div>
  </section>
</template>
