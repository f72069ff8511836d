<script setup lang="ts">
import type { AirPath, Reading } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { useDevices } from '~/devices/useDevices'

/** The stand-in's gauge, thermometer and barometer: a reading taken at a press, or again and again while this is open. */
const { side } = defineProps<{ side: AirPath }>()
/** A reading with the devices' own time, s: they may run faster than the clock. */
const emit = defineEmits<{ read: [reading: Omit<Reading, 't'>, at: number] }>()
const shop = useShop()
const { state, away } = useDevices()
const gauge = computed(() => state.value?.gauge ?? null)
const pressure = computed(() => {
  if (!gauge.value) return null
  const { left, right, tank } = gauge.value
  if (side === 'supply') return tank
  return side === 'left' ? left : side === 'right' ? right : (left + right) / 2
})
function take(): void {
  if (!gauge.value || pressure.value === null) return
  const { temperature, barometer } = gauge.value
  emit('read', { pressure: pressure.value, temperature, barometer }, state.value!.t)
}
const EVERY = [
  { value: '0', label: 'only when pressed' },
  { value: '60', label: 'every minute' },
  { value: '600', label: 'every ten minutes' },
  { value: '3600', label: 'every hour' },
]
const every = ref(0)
let timer: ReturnType<typeof setInterval> | undefined
watch(every, (seconds) => {
  clearInterval(timer)
  if (seconds > 0) timer = setInterval(take, seconds * 1000)
})
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
      <PickField
        label="And again"
        :value="String(every)"
        :options="EVERY"
        @change="(v) => void (every = Number(v))"
      />
    </div>
    <p class="label mt-1">Readings are taken as long as this stands open on this page.</p>
  </section>
</template>
