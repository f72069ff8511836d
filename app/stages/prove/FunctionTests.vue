<script setup lang="ts">
import { diagnose, doubtOf, readingsThatStand, seenVerdict } from '#core/derive/diagnosis'
import type { FunctionTest, Sight } from '#core/derive/functionTests'
import { input, type Figure } from '#core/quantity/figure'
import { showText, type Quantity } from '#core/quantity/units'
import { useFunctions } from './useFunctions'

/** Every function tried in order: what to press, what is to be expected, what was read; and what is wrong where it differs. */
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
const verdictOf = (id: string) => verdicts.value.find((v) => v.id === id)?.is
const CLASS = { 'as expected': 'text-petrol', odd: 'text-ochre-deep', wrong: 'text-brick' }
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
const text = (value: number, quantity: Quantity) => showText(value, quantity, shop.units)
const expected = (test: FunctionTest, { label, value, quantity }: Sight): Figure => ({
  label: `${test.label}: ${label.toLowerCase()}, to expect`,
  value,
  quantity,
  formula: 'a run of this job’s circuit and wiring, pressed as told',
  inputs: [input('Pressed', test.press), input('As expected within', 2 * doubtOf(quantity, value), quantity)],
  source: 'Simulated; gauge and meter within what is usual (from memory)',
})
function write(test: FunctionTest, { id }: Sight, value: number): void {
  job.edit('Function reading', (draft) => {
    const who = shop.person?.name ?? ''
    draft.prove.functions[id] = { value, who, at: new Date().toISOString(), of: test.press }
  })
}
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
      <li v-for="test in tests" :key="test.id" class="border-t border-line py-2">
        <p class="font-head font-semibold">{{ test.label }}</p>
        <p class="text-sm">{{ test.press }}</p>
        <div class="grid gap-3 grid-cols-2 md:grid-cols-4 mt-1">
          <div v-for="sight in test.sights" :key="sight.id">
            <NumField
              :label="`${sight.label}, read`"
              :value="seen[sight.id] ?? null"
              :quantity="sight.quantity"
              :min="-1e6"
              :max="1e8"
              @change="(v) => write(test, sight, v)"
            />
            <p class="text-sm mt-0.5">
              <span class="label">expect</span> <Fig :figure="expected(test, sight)" />
              <template v-if="verdictOf(sight.id)">
                <strong class="ml-2" :class="CLASS[verdictOf(sight.id)!]">{{ verdictOf(sight.id) }}</strong>
                <button
                  type="button"
                  class="underline touch ml-2 no-print"
                  :aria-label="`Take away: ${test.label}, ${sight.label}`"
                  @click="clear(sight.id)"
                >
                  clear
                </button>
              </template>
            </p>
          </div>
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
            {{ labelOf(why.id) }}: read {{ text(why.seen, why.quantity) }}; this would show
            {{ text(why.would, why.quantity) }}, sound {{ text(why.sound, why.quantity) }}.
          </p>
        </li>
      </ol>
      <p v-if="diagnosis?.next" class="mt-2 text-sm font-semibold">
        Read next: {{ labelOf(diagnosis.next.id) }}.
        {{ text(diagnosis.next.first, diagnosis.next.quantity) }} speaks for the first,
        {{ text(diagnosis.next.second, diagnosis.next.quantity) }} for the other.
      </p>
      <p v-else-if="shown.length && shown[0]!.labels.length > 1" class="mt-2 text-sm">
        These tests do not part them: walk the meter at Power, or soap the joints.
      </p>
    </div>
  </section>
</template>
