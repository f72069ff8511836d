<script setup lang="ts">
import { gaugeOfSide } from '#core/document/appendReading'
import type { AirPath, Reading } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { useDevices } from '~/devices/useDevices'

/** The simulated gauge, thermometer and barometer: a reading taken at a press, or logged by the server. */
const { side, testId } = defineProps<{ side: AirPath; testId: string }>()
/** A reading with the devices' own time, s: they may run faster than the clock. */
const emit = defineEmits<{
  read: [reading: Pick<Reading, 'pressure' | 'temperature' | 'barometer'>, at: number]
}>()
const job = useJob()
const shop = useShop()
const { state, away } = useDevices()
const gauge = computed(() => state.value?.gauge ?? null)
const pressure = computed(() => (gauge.value ? gaugeOfSide(side, gauge.value) : null))
function take(): void {
  if (!gauge.value || pressure.value === null) return
  const { temperature, barometer } = gauge.value
  emit('read', { pressure: pressure.value, temperature, barometer }, state.value!.t)
}

const EVERY = [
  { value: '60', label: 'every minute' },
  { value: '600', label: 'every ten minutes' },
  { value: '3600', label: 'every hour' },
]
const every = ref(60)
/** The server's own log of this job: it continues with no page open. */
const log = shallowRef<{ test: string; every: number; taken: number; away: string } | null>(null)
const isMine = computed(() => log.value?.test === testId)
const problem = ref('')
async function call(options: { method?: 'POST' | 'DELETE'; body?: object } = {}): Promise<void> {
  problem.value = ''
  try {
    const answer = await callApi<{ log: typeof log.value }>(`/api/jobs/${job.id}/gauge`, options)
    log.value = answer.log
  } catch (error) {
    problem.value = (error as Error).message
  }
}
async function start(): Promise<void> {
  // The server logs only into a test that it has, so the test is saved first.
  await job.save()
  await call({ method: 'POST', body: { test: testId, every: every.value } })
}
const LOOK_EVERY = 3000
const timer = setInterval(() => log.value && void call(), LOOK_EVERY)
onMounted(() => void call())
onScopeDispose(() => clearInterval(timer))
</script>

<template>
  <section class="border border-line rounded p-3 mt-3" aria-label="The stand-in’s gauge">
    <p v-if="away" class="label" aria-live="polite">{{ away }}</p>
    <p v-else-if="pressure === null" class="label">This circuit has no tank to read.</p>
    <div v-else class="flex flex-wrap gap-3 items-end">
      <p class="figure text-2xl">{{ showText(pressure, 'pressure', shop.units) }}</p>
      <p class="label pb-1">{{ showText(gauge!.temperature, 'temperature', shop.units) }}</p>
      <button type="button" class="button touch" @click="take">Take this reading</button>
    </div>
    <div class="flex flex-wrap gap-3 items-end mt-2">
      <p v-if="log && !isMine" class="text-sm w-full" aria-live="polite">
        The server logs into “{{ job.plan!.prove.holds[log.test]?.label ?? 'another test' }}”: begun here,
        that ends.
      </p>
      <template v-if="log && isMine">
        <p class="text-sm pb-1" aria-live="polite">
          {{ log.away || `The server logs it: ${log.taken} taken so far. This page may be closed.` }}
        </p>
        <button type="button" class="button quiet" @click="call({ method: 'DELETE' })">Stop logging</button>
      </template>
      <template v-else>
        <PickField
          label="The server takes one"
          :value="String(every)"
          :options="EVERY"
          @change="(v) => void (every = Number(v))"
        />
        <button type="button" class="button quiet" @click="start">Log it</button>
      </template>
    </div>
    <p v-if="problem" class="text-brick" role="alert">{{ problem }}</p>
  </section>
</template>
