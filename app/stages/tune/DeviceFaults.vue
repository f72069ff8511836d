<script setup lang="ts">
import { TEST_KINDS } from '#core/power/network/meterWalk'
import type { Devices } from '~/devices/useDevices'
import type { MeterAsked, SprayShows } from '#core/devices/types'
import { showText } from '#core/quantity/units'

/** Faults set on the simulated devices, openly or hidden, and the meter and spray bottle to find them. */
const { devices } = defineProps<{ devices: Devices }>()
const { state, opened, ask, attempt, meter, bottle } = devices
const faults = computed(() => opened.value.faults)
const job = useJob()
const shop = useShop()

const picked = ref('')
const seed = ref(1)
const revealed = ref<string[] | null>(null)
async function reveal(): Promise<void> {
  revealed.value = ((await ask({ do: 'reveal' })) as string[] | undefined) ?? null
}
function hide(): void {
  revealed.value = null
  void ask({ do: 'hide', seed: seed.value })
}
function mend(): void {
  revealed.value = null
  void ask({ do: 'mend' })
}

const wiring = computed(() => job.derived!.stages.power.result.wiring)
const kind = ref<MeterAsked['kind']>('volts')
const KINDS = TEST_KINDS.filter((one) => one !== 'works')
const KIND_WORDS = { volts: 'volts against the battery', across: 'volts across', ohms: 'ohms behind a fuse' }
const points = computed(() => {
  if (kind.value === 'volts')
    return Object.entries(wiring.value.points).map(([value, label]) => ({ value, label }))
  return wiring.value.parts
    .filter(({ role }) => kind.value === 'across' || role === 'guard')
    .map(({ id, label }) => ({ value: id, label }))
})
const at = ref('')
const point = computed(() => points.value.find(({ value }) => value === at.value) ?? points.value[0])
const reads = ref('')
async function read(): Promise<void> {
  reads.value = ''
  if (!point.value) return
  const value = await attempt(meter.read({ kind: kind.value, at: point.value.value }))
  if (value === undefined) return
  const shown = showText(value, kind.value === 'ohms' ? 'ohms' : 'voltage', shop.units)
  reads.value = `${point.value.label}: ${shown}`
}

const line = ref('')
const lines = computed(() =>
  Object.entries(job.plan!.air.lines).map(([value, { from, to }]) => ({
    value,
    label: `${job.plan!.air.components[from]?.label} → ${job.plan!.air.components[to]?.label}`,
  })),
)
const shows = ref('')
const SHOWS: Record<SprayShows, string> = { dry: 'dry', foam: 'slow foam', bubble: 'bubbles' }
/** A reading names its line, because another may be chosen by then. */
async function spray(): Promise<void> {
  shows.value = ''
  const sprayed = lines.value.find(({ value }) => value === line.value) ?? lines.value[0]
  if (!sprayed) return
  const both = (['from', 'to'] as const).map((end) => attempt(bottle.spray(sprayed.value, end)))
  const [from, to] = await Promise.all(both)
  if (from === undefined || to === undefined) return
  shows.value = `${sprayed.label}: its beginning ${SHOWS[from]}, its end ${SHOWS[to]}`
}
</script>

<template>
  <section v-if="state" class="sheet p-4 mt-3 no-print" aria-label="What is wrong with the stand-in">
    <FoldedPart title="Make something fail, and find it">
      <div class="flex flex-wrap gap-3 items-end">
        <PickField
          label="What fails"
          :value="picked || (faults[0]?.key ?? '')"
          :options="faults.map(({ key, label }) => ({ value: key, label }))"
          @change="(v) => (picked = v)"
        />
        <button
          type="button"
          class="button quiet"
          @click="ask({ do: 'fault', key: picked || faults[0]!.key })"
        >
          Make it fail
        </button>
        <NumField
          label="Seed"
          :value="seed"
          quantity="count"
          :min="0"
          :max="999999"
          @change="(v) => (seed = v)"
        />
        <button type="button" class="button quiet" @click="hide">Hide one</button>
        <button v-if="state.isHiding" type="button" class="button quiet" @click="reveal">
          Tell what it is
        </button>
        <button type="button" class="button quiet" @click="mend">Mend all</button>
      </div>
      <p class="text-sm mt-2" aria-live="polite">
        <template v-if="revealed">It was: {{ revealed.join(', ') }}.</template>
        <template v-else-if="state.isHiding">Something is wrong; find out what.</template>
        <template v-else-if="state.faults.length">Wrong with it: {{ state.faults.join(', ') }}.</template>
        <template v-else>Nothing is wrong with it.</template>
      </p>
      <div class="flex flex-wrap gap-3 items-end mt-3">
        <PickField
          label="Meter reads"
          :value="kind"
          :options="KINDS.map((value) => ({ value, label: KIND_WORDS[value] }))"
          @change="(v) => (kind = v as MeterAsked['kind'])"
        />
        <PickField label="Held at" :value="point?.value ?? ''" :options="points" @change="(v) => (at = v)" />
        <button type="button" class="button quiet" @click="read">Read the meter</button>
        <p class="figure pb-2" aria-live="polite">{{ reads }}</p>
      </div>
      <div class="flex flex-wrap gap-3 items-end mt-3">
        <PickField
          label="Spray both joints of"
          :value="line || (lines[0]?.value ?? '')"
          :options="lines"
          @change="(v) => (line = v)"
        />
        <button type="button" class="button quiet" @click="spray">Spray</button>
        <p class="pb-2" aria-live="polite">{{ shows }}</p>
      </div>
    </FoldedPart>
  </section>
</template>
