<script setup lang="ts">
import { BLADE_FUSES, wireSizes } from '#core/catalog/electrical'
import { BREAKER_RATINGS, JOINT_SCHOOLS, LINK_RATINGS, RELAY_RATINGS } from '#core/catalog/wiring'
import { WIRE_JOINTS, type EarthSaid, type WireJoint } from '#core/document/types'
import { offeredFor } from '#core/power/operations'
import { colourFor, isWire, sourceOf, type WirePart } from '#core/power/wires'
import { sizeLabel } from '#core/power/tables'
import { showText } from '#core/quantity/units'
import { YES_NO, usePower } from './usePower'

/** The part or wire chosen on the drawing: what it is, its data, and the operations on it. */
const { job, shop, screen, power, result, set, chosen, problem, run, setEarth, setWire } = usePower()
const router = useRouter()
const offered = computed(() =>
  chosen.value ? offeredFor(chosen.value.id, power.value, result.value.wiring) : [],
)
const wire = computed<WirePart | null>(() => (chosen.value && isWire(chosen.value) ? chosen.value : null))
const row = computed(() => result.value.rows.find(({ id }) => id === chosen.value?.id) ?? null)
const said = computed(() => (chosen.value ? power.value.wires[chosen.value.id] : undefined))
const earth = computed(() => (chosen.value?.role === 'earth' ? chosen.value : null))
const earthSaid = computed(() => (earth.value ? power.value.earths[earth.value.of] : undefined))
const putIn = computed(() => (chosen.value ? power.value.inWire[chosen.value.id] : undefined))
/** What feeds a consumer, in words. */
const SOURCES = {
  battery: 'from the battery',
  second: 'from the second battery',
  ignition: 'with the key on',
  feed: 'from the compressor’s feed',
}
const source = computed(() => {
  const part = chosen.value
  if (!part || !['user', 'coil', 'motor'].includes(part.role)) return null
  return sourceOf(result.value.wiring, part.role === 'motor' ? 'fuse' : part.id)
})
const now = computed(() => result.value.solved.compressor)
const volts = computed(() => {
  const part = chosen.value
  return part ? now.value.volts[part.a]! - now.value.volts[part.b]! : 0
})
const sizes = computed(() => {
  const list = wireSizes(shop.units.wire).map((s) => ({ value: String(s.area), label: s.label }))
  const own = said.value?.area ?? null
  const known = own === null || list.some((s) => Math.abs(Number(s.value) - own) < 1e-12)
  return [
    { value: '', label: 'As proposed' },
    ...list,
    ...(known ? [] : [{ value: String(own), label: sizeLabel(own, shop.units.wire) }]),
  ]
})
const joints = [
  { value: '', label: 'As the job' },
  ...WIRE_JOINTS.map((joint) => ({ value: joint, label: JOINT_SCHOOLS[joint].label })),
]
const SURFACES = [
  { value: 'bare', label: 'bright bare metal' },
  { value: 'painted', label: 'painted or coated' },
  { value: 'hinged', label: 'a hinged panel' },
  { value: 'bonded', label: 'bonded to the frame by a strap' },
]
const ratings = computed(() => {
  const kind = putIn.value?.kind
  const list =
    kind === 'breaker'
      ? BREAKER_RATINGS
      : kind === 'link'
        ? LINK_RATINGS
        : kind === 'switch'
          ? RELAY_RATINGS
          : BLADE_FUSES
  return [{ value: '', label: 'As proposed' }, ...list.map((r) => ({ value: String(r), label: `${r} A` }))]
})
const relays = [
  { value: '', label: 'As proposed' },
  ...RELAY_RATINGS.map((r) => ({ value: String(r), label: `${r} A` })),
]
const numberOr = (value: string) => (value === '' ? null : Number(value))
function showInLay(route: string): void {
  screen.lead('lay', route)
  void router.push(`/jobs/${job.id}/lay#runs`)
}
</script>

<template>
  <section
    class="sheet p-4"
    :class="{ 'no-print': !chosen }"
    aria-label="Chosen part or wire"
    :data-subject="chosen?.id"
  >
    <p v-if="!chosen" class="label">
      Press a part or a wire on the drawing: what you can do with it appears here.
    </p>
    <template v-else>
      <div class="flex flex-wrap gap-x-3 gap-y-1 items-baseline">
        <h2>{{ row ? `${row.mark} ${chosen.label}` : chosen.label }}</h2>
        <p class="label">
          <template v-if="row"
            >{{ row.ends[0].at }} → {{ row.ends[1].at }} · {{ row.colour }} ·
            {{ showText(row.length, 'run', shop.units) }}{{ row.laid ? '' : ', not laid: a usual length' }} ·
          </template>
          <template v-if="source">fed {{ SOURCES[source] }} · </template>
          <template v-if="chosen.role === 'contact' && chosen.carries !== null"
            >carries up to {{ showText(chosen.carries, 'current', shop.units) }} ·
          </template>
          <template v-if="chosen.role === 'guard'"
            >{{ showText(chosen.rating, 'current', shop.units) }} ·
          </template>
          compressor running: {{ showText(Math.abs(now.amps[chosen.id] ?? 0), 'current', shop.units) }},
          {{ showText(volts, 'voltage', shop.units) }} across
        </p>
        <button type="button" class="button quiet text-sm ml-auto" @click="screen.subject = null">
          Close
        </button>
      </div>
      <div v-if="wire" class="grid gap-3 grid-cols-2 md:grid-cols-4 mt-2">
        <PickField
          v-if="wire.id !== 'feed'"
          label="Size of this wire"
          :value="
            said?.area == null
              ? ''
              : (sizes.find((s) => s.value && Math.abs(Number(s.value) - said!.area!) < 1e-12)?.value ?? '')
          "
          :options="sizes"
          @change="(v) => setWire(wire!.id, 'Size of a wire', { area: numberOr(v) })"
        />
        <TextField
          label="Mark on it"
          :value="said?.label ?? ''"
          :placeholder="row?.mark ?? ''"
          :max="40"
          @change="(v) => setWire(wire!.id, 'Mark of a wire', { label: v.trim() || null })"
        />
        <TextField
          label="Colour"
          :value="said?.colour ?? ''"
          :placeholder="colourFor(wire.wire.for, power)"
          :max="30"
          @change="(v) => setWire(wire!.id, 'Colour of a wire', { colour: v.trim().toLowerCase() || null })"
        />
        <PickField
          label="Its joints"
          :value="said?.joint ?? ''"
          :options="joints"
          @change="(v) => setWire(wire!.id, 'Joints of a wire', { joint: (v || null) as WireJoint | null })"
        />
        <PickField
          v-if="earth && (earth.at === 'frame' || earth.at === 'body')"
          label="Screwed to"
          :value="earthSaid?.surface ?? 'bare'"
          :options="SURFACES"
          @change="
            (v) => setEarth(earth!.of, 'What an earth is screwed to', { surface: v as EarthSaid['surface'] })
          "
        />
        <PickField
          v-if="earth"
          label="Its screw holds something else too"
          :value="earthSaid?.shared ? 'yes' : 'no'"
          :options="YES_NO"
          @change="(v) => setEarth(earth!.of, 'Screw of an earth', { shared: v === 'yes' })"
        />
      </div>
      <div v-if="putIn || chosen.id === 'relay'" class="grid gap-3 grid-cols-2 md:grid-cols-4 mt-2">
        <PickField
          v-if="putIn"
          label="Rated"
          :value="putIn.rating === null ? '' : String(putIn.rating)"
          :options="ratings"
          @change="(v) => set('Rating of a part', (p) => void (p.inWire[chosen!.id]!.rating = numberOr(v)))"
        />
        <PickField
          v-if="chosen.id === 'relay' && chosen.role === 'contact' && chosen.carries !== null"
          label="Relay rated"
          :value="power.relayRating === null ? '' : String(power.relayRating)"
          :options="relays"
          @change="(v) => set('Relay', (p) => void (p.relayRating = numberOr(v)))"
        />
      </div>
      <p v-if="problem" class="text-brick mt-2" role="alert">{{ problem }}</p>
      <div class="flex flex-wrap gap-2 mt-3">
        <button v-for="o in offered" :key="o.id" type="button" class="button quiet text-sm" @click="run(o)">
          {{ o.label }}
        </button>
        <button v-if="row?.route" type="button" class="button quiet text-sm" @click="showInLay(row.route)">
          Show it at Lay
        </button>
      </div>
    </template>
  </section>
</template>
