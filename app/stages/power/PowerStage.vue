<script setup lang="ts">
import { BLADE_FUSES, wireSizes } from '#core/catalog/electrical'
import type { PowerPlan } from '#core/document/types'
import { unwiredText } from '#core/power/unwired'
import { showText } from '#core/quantity/units'
import { withLive } from '../stageDrawers'

const job = useJob()
const shop = useShop()
const power = computed(() => job.plan!.power)
const stage = computed(() => job.derived!.stages.power)
const set = (label: string, change: (power: PowerPlan) => void) =>
  job.edit(label, (draft) => change(draft.power))

const sizes = computed(() => {
  const own = power.value.wireArea
  const list = wireSizes(shop.units.wire).map((s) => ({ value: String(s.area), label: s.label }))
  const known = own === null || list.some((s) => Math.abs(Number(s.value) - own) < 1e-12)
  const other = known
    ? []
    : [...wireSizes('AWG'), ...wireSizes('mm²')]
        .filter((s) => Math.abs(s.area - own!) < 1e-12)
        .map((s) => ({ value: String(s.area), label: s.label }))
  return [
    { value: '', label: 'As proposed' },
    ...list,
    ...(known
      ? []
      : other.length
        ? other
        : [{ value: String(own), label: `${(own! * 1e6).toFixed(2)} mm²` }]),
  ]
})
/** What the runs of Air's circuit take from the battery, for the haul shown. */
const taken = computed(() =>
  ['amps', 'charge', 'hottest', 'rest'].flatMap(
    (what) => job.answers?.figures[`${job.haulId}.${what}`] ?? [],
  ),
)
const MeterWalk = laterComponent(() => import('./MeterWalk.vue'))
/** Whether anything of the circuit is on wires. */
const isWired = computed(() => {
  const { powered } = stage.value.result
  return powered || job.derived!.stages.air.result.electric.length > 0
})
const VIEWS = [{ id: 'wiring', title: 'Wiring' }]
const drawers = computed(() => {
  const { drop, ampacity } = stage.value.figures
  const all = withLive('power', {
    wiring: drop && `${showText(drop.value, drop.quantity, shop.units)} lost`,
    carries: ampacity && showText(ampacity.value, ampacity.quantity, shop.units),
    meter: String(Object.keys(power.value.readings).length),
  })
  const shown = stage.value.result.powered ? ['wiring', 'carries'] : []
  return all.filter(({ id }) => shown.includes(id) || (id === 'meter' && isWired.value))
})
const yesNo = [
  { value: 'yes', label: 'yes' },
  { value: 'no', label: 'no' },
]
</script>

<template>
  <DrawerBench stage="power" :drawers="drawers" :views="VIEWS">
    <template #view-wiring>
      <div v-if="!stage.result.powered" class="sheet p-5">
        {{ unwiredText(job.derived!.stages.air.result.supplied) }}
      </div>
      <div v-else class="sheet p-3">
        <WiringPicture
          :figures="stage.figures"
          :has-block="job.derived!.stages.air.result.block !== null"
          :earth="power.earth"
        />
        <LineLegend :codes="['feed', 'earth']" />
      </div>
    </template>
    <template v-if="isWired" #meter><MeterWalk /></template>
    <template v-if="stage.result.powered" #wiring>
      <div class="sheet p-4 grid gap-3 grid-cols-2 sm:grid-cols-4">
        <PickField
          label="Wire"
          data-subject="wire wiring"
          :value="
            power.wireArea === null
              ? ''
              : (sizes.find((s) => s.value !== '' && Math.abs(Number(s.value) - power.wireArea!) < 1e-12)
                  ?.value ?? '')
          "
          :options="sizes"
          @change="(v) => set('Wire size', (p) => void (p.wireArea = v === '' ? null : Number(v)))"
        />
        <PickField
          label="Fuse"
          data-subject="fuse"
          :value="power.fuse === null ? '' : String(power.fuse)"
          :options="[
            { value: '', label: 'As proposed' },
            ...BLADE_FUSES.map((f) => ({ value: String(f), label: `${f} A` })),
          ]"
          @change="(v) => set('Fuse', (p) => void (p.fuse = v === '' ? null : Number(v)))"
        />
        <PickField
          label="Earth"
          data-subject="earth"
          :value="power.earth"
          :options="[
            { value: 'battery', label: 'back to the battery' },
            { value: 'frame', label: 'steel frame' },
            { value: 'body', label: 'bed or body' },
          ]"
          @change="(v) => set('Earth', (p) => void (p.earth = v as PowerPlan['earth']))"
        />
        <NumField
          label="Drop allowed"
          :value="power.maxDrop"
          quantity="ratio"
          :min="0.005"
          :max="0.2"
          @change="(v) => set('Drop allowed', (p) => void (p.maxDrop = v))"
        />
        <NumField
          label="Supply"
          :value="power.systemVoltage"
          quantity="voltage"
          :min="6"
          :max="50"
          @change="(v) => set('Supply voltage', (p) => void (p.systemVoltage = v))"
        />
        <NumField
          label="Battery"
          :value="power.batteryCapacity"
          quantity="charge"
          :min="3600"
          :max="3600000"
          @change="(v) => set('Battery', (p) => void (p.batteryCapacity = v))"
        />
        <NumField
          label="Conductor at"
          :value="power.conductorTemperature"
          quantity="temperature"
          :min="233"
          :max="400"
          @change="(v) => set('Conductor temperature', (p) => void (p.conductorTemperature = v))"
        />
        <NumField
          label="Live conductors together"
          :value="power.bundle"
          quantity="count"
          :min="1"
          :max="30"
          @change="(v) => set('Bundle', (p) => void (p.bundle = Math.round(v)))"
        />
        <PickField
          label="Through the engine space"
          :value="power.engineSpace ? 'yes' : 'no'"
          :options="yesNo"
          @change="(v) => set('Engine space', (p) => void (p.engineSpace = v === 'yes'))"
        />
      </div>
    </template>
    <template v-if="stage.result.powered" #carries>
      <div class="sheet p-4 text-sm">
        <dl class="grid grid-cols-2 sm:grid-cols-4 gap-3">
          <div>
            <dt class="label">Wire may carry</dt>
            <dd><Fig :figure="stage.figures.ampacity" /></dd>
          </div>
          <div>
            <dt class="label">Continuous</dt>
            <dd><Fig :figure="stage.figures.continuous" /></dd>
          </div>
          <div>
            <dt class="label">Length, one way</dt>
            <dd><Fig :figure="stage.figures.oneWay" /></dd>
          </div>
          <div>
            <dt class="label">Stand-by life</dt>
            <dd><Fig v-if="stage.figures.standby" :figure="stage.figures.standby" /><span v-else>—</span></dd>
          </div>
        </dl>
        <dl
          v-if="taken.length"
          class="grid grid-cols-2 sm:grid-cols-4 gap-3 mt-3 border-t border-line pt-3"
          aria-label="What a run takes"
        >
          <div v-for="f in taken" :key="f.label">
            <dt class="label">{{ f.label }}</dt>
            <dd><Fig :figure="f" /></dd>
          </div>
        </dl>
        <p class="label mt-3">
          {{ stage.result.fuseWhy }} Crimped, adhesive-lined heat-shrink joints; insulation-displacement taps
          only for light signal loads in a dry cab. Local codes and the part’s own sheet rule.
        </p>
      </div>
    </template>
  </DrawerBench>
</template>
