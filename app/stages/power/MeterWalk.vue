<script setup lang="ts">
import {
  faultText,
  hypothesesOf,
  isExplained,
  nextTest,
  rankFaults,
  readingDoubt,
  testsOf,
  testText,
  type MeterTest,
  type TestKind,
} from '#core/power/network/meterWalk'
import { showText, type Quantity } from '#core/quantity/units'

/**
 * A walk with the meter: what to read next, what it should show, and which fault is likeliest from what it
 * shows.
 */
const job = useJob()
const shop = useShop()
const wiring = computed(() => job.derived!.stages.power.result.wiring)
const tests = computed(() => testsOf(wiring.value))
const hypotheses = computed(() => hypothesesOf(wiring.value, tests.value))
const kept = computed(() => job.plan!.power.readings)
const readings = computed(() => Object.entries(kept.value).map(([test, value]) => ({ test, value })))
const ranked = computed(() => rankFaults(hypotheses.value, tests.value, readings.value))
const next = computed(() => nextTest(hypotheses.value, ranked.value, tests.value, readings.value))

const QUANTITY: Record<Exclude<TestKind, 'works'>, Quantity> = {
  volts: 'voltage',
  across: 'voltage',
  ohms: 'ohms',
}
/** The test picked by hand; otherwise the one that tells most. */
const picked = ref('')
const asked = computed(() => tests.value.find(({ id }) => id === picked.value) ?? next.value)
const options = computed(() => [
  { value: '', label: 'What tells most' },
  ...tests.value.map((test) => ({ value: test.id, label: testText(test) })),
])
const shown = (test: MeterTest, value: number): string => {
  if (test.kind === 'works') return value >= 0.5 ? 'works' : 'does not work'
  return showText(value, QUANTITY[test.kind], shop.units)
}
/** What the meter shows if nothing is wrong, and how far the reading may be off. */
function expected(test: MeterTest): string {
  const value = hypotheses.value[0]!.values[tests.value.indexOf(test)]!
  if (test.kind === 'works') return shown(test, value)
  const band = 2 * readingDoubt(test.kind, value)
  return `${shown(test, value)} ± ${showText(band, QUANTITY[test.kind], shop.units)}`
}
function write(test: MeterTest, value: number): void {
  job.edit('Reading of the meter', (d) => void (d.power.readings[test.id] = value))
  picked.value = ''
}
const takeBack = (id: string) =>
  job.edit('Take a reading back', (d) => void Reflect.deleteProperty(d.power.readings, id))
const startAgain = () => job.edit('Start the walk again', (d) => void (d.power.readings = {}))
const taken = computed(() =>
  readings.value.flatMap(({ test: id, value }) => {
    const test = tests.value.find((t) => t.id === id)
    return test ? [{ test, value }] : []
  }),
)
const WORTH_SAYING = 0.02
const likely = computed(() => ranked.value.filter(({ share }) => share >= WORTH_SAYING).slice(0, 6))
const percent = (share: number) => showText(share, 'ratio', shop.units, 0)
</script>

<template>
  <section class="sheet p-4" aria-label="Meter walk">
    <h2 class="mb-1">Meter walk</h2>
    <p class="label mb-3">
      Black lead on the battery’s negative. Wheels chocked, nobody near the springs, the fuse pulled before a
      wire is opened. One fault at a time is looked for; lengths are Lay’s, parts as is usual of their kind.
      What sensors tell, and data between devices, is not in it.
    </p>
    <div class="grid gap-3 grid-cols-[repeat(auto-fill,minmax(16rem,1fr))] items-end">
      <PickField label="Read" :value="picked" :options="options" @change="(v) => void (picked = v)" />
      <template v-if="asked">
        <p class="text-sm" aria-live="polite">
          <b>{{ testText(asked) }}.</b> With nothing wrong:
          <span class="figure">{{ expected(asked) }}</span>
        </p>
        <div v-if="asked.kind === 'works'" class="flex gap-2">
          <button type="button" class="button quiet" @click="write(asked, 1)">It works</button>
          <button type="button" class="button quiet" @click="write(asked, 0)">It does not</button>
        </div>
        <NumField
          v-else
          :key="asked.id"
          label="The meter shows"
          :value="null"
          :quantity="QUANTITY[asked.kind]"
          :min="-1000"
          :max="100000"
          @change="(v) => asked && write(asked, v)"
        />
      </template>
      <p v-else class="text-sm">All that is left shows alike on the meter: look at what is named first.</p>
    </div>
    <div class="grid gap-6 mt-4 lg:grid-cols-2">
      <div>
        <h3 class="mb-1">Likeliest</h3>
        <p v-if="!isExplained(ranked)" class="text-sm mb-1" role="alert">
          No single fault explains all that was read: more than one thing is wrong, or a reading is. Take the
          readings again one by one.
        </p>
        <p v-if="!taken.length" class="label mb-1">Nothing is read yet: only how often each is met.</p>
        <ol class="text-sm">
          <li
            v-for="{ fault, share } in likely"
            :key="faultText(fault, wiring)"
            class="flex justify-between gap-3 border-b border-line py-1"
          >
            <span>{{ faultText(fault, wiring) }}</span>
            <span class="figure">{{ percent(share) }}</span>
          </li>
        </ol>
      </div>
      <div>
        <h3 class="mb-1">Read so far</h3>
        <p v-if="!taken.length" class="label">Nothing.</p>
        <ul class="text-sm">
          <li v-for="{ test, value } in taken" :key="test.id" class="border-b border-line py-1">
            {{ testText(test) }}: <span class="figure">{{ shown(test, value) }}</span>
            <span class="label"> (should be {{ expected(test) }})</span>
            <button
              type="button"
              class="underline touch ml-1"
              :aria-label="`Take back: ${testText(test)}`"
              @click="takeBack(test.id)"
            >
              take back
            </button>
          </li>
        </ul>
        <button v-if="taken.length" type="button" class="underline touch text-sm mt-1" @click="startAgain">
          Start again
        </button>
      </div>
    </div>
  </section>
</template>
