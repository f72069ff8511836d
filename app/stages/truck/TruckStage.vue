<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { TRUCK_KINDS, exampleTruck } from '#core/catalog/trucks'
import type { Plan, Truck, TruckKind } from '#core/plan/types'
import type { Quantity } from '#core/quantity/units'

const job = useJob()
const truck = computed(() => job.plan!.truck)
const figure = (id: string) => job.derived!.stages.truck.figures[id]
const set = (label: string, change: (truck: Truck) => void) => job.edit(label, draft => change(draft.truck))
const setJob = (label: string, change: (card: Plan['job']) => void) => job.edit(label, draft => change(draft.job))

/** An axle's weight keeps its left-to-right split. */
function setAxle(axle: 'front' | 'rear', total: number): void {
  set(`${axle === 'front' ? 'Front' : 'Rear'} axle, unladen`, (t) => {
    const [left, right] = axle === 'front' ? (['frontLeft', 'frontRight'] as const) : (['rearLeft', 'rearRight'] as const)
    const before = t.unladen[left] + t.unladen[right]
    const share = before > 0 ? t.unladen[left] / before : 0.5
    t.unladen[left] = total * share
    t.unladen[right] = total * (1 - share)
  })
}
function setKind(kind: TruckKind): void {
  set(`Begin from ${TRUCK_KINDS.find(k => k.id === kind)!.label}`, t => Object.assign(t, exampleTruck(kind)))
}
const exhaustSide = computed(() => {
  const near = truck.value.exhaust.points.filter(p => Math.abs(p.x) < 0.6)
  return near.length === 0 ? 'none' : near.reduce((s, p) => s + p.y, 0) > 0 ? 'left' : 'right'
})
function setExhaust(side: string): void {
  set(side === 'none' ? 'No exhaust' : `Exhaust on the ${side}`, (t) => {
    if (side === 'none') t.exhaust.points = []
    else if (t.exhaust.points.length === 0) {
      const points = exampleTruck(t.kind).exhaust.points
      t.exhaust.points = side === 'right' ? points : points.map(p => ({ ...p, y: -p.y }))
    }
    else t.exhaust.points = t.exhaust.points.map(p => ({ ...p, y: -p.y }))
  })
}

interface Row { label: string, quantity: Quantity, min: number, max: number, get(t: Truck): number, put(t: Truck, v: number): void }
const row = (label: string, quantity: Quantity, min: number, max: number, get: Row['get'], put: Row['put']): Row => ({ label, quantity, min, max, get, put })
const GROUPS: { title: string, rows: Row[] }[] = [
  { title: 'Heights and gap', rows: [
    row('Seat gap, unladen', 'length', 0, 1, t => t.seatGap.unladen, (t, v) => { t.seatGap.unladen = v }),
    row('Seat gap, full droop', 'length', 0, 1, t => t.seatGap.droop, (t, v) => { t.seatGap.droop = v }),
    row('Seat gap, on the bump stop', 'length', 0, 1, t => t.seatGap.bump, (t, v) => { t.seatGap.bump = v }),
    row('Fender lip, front left', 'length', 0, 3, t => t.heights.frontLeft, (t, v) => { t.heights.frontLeft = v }),
    row('Fender lip, front right', 'length', 0, 3, t => t.heights.frontRight, (t, v) => { t.heights.frontRight = v }),
    row('Fender lip, rear left', 'length', 0, 3, t => t.heights.rearLeft, (t, v) => { t.heights.rearLeft = v }),
    row('Fender lip, rear right', 'length', 0, 3, t => t.heights.rearRight, (t, v) => { t.heights.rearRight = v }),
    row('Lift kit at the rear', 'length', -0.3, 0.6, t => t.suspension.lift, (t, v) => { t.suspension.lift = v }),
  ] },
  { title: 'Weights, unladen', rows: [
    row('Wheel, front left', 'mass', 0, 20_000, t => t.unladen.frontLeft, (t, v) => { t.unladen.frontLeft = v }),
    row('Wheel, front right', 'mass', 0, 20_000, t => t.unladen.frontRight, (t, v) => { t.unladen.frontRight = v }),
    row('Wheel, rear left', 'mass', 0, 20_000, t => t.unladen.rearLeft, (t, v) => { t.unladen.rearLeft = v }),
    row('Wheel, rear right', 'mass', 0, 20_000, t => t.unladen.rearRight, (t, v) => { t.unladen.rearRight = v }),
  ] },
  { title: 'Ratings, as plated', rows: [
    row('Front axle rating', 'mass', 1, 50_000, t => t.ratings.frontAxle, (t, v) => { t.ratings.frontAxle = v }),
    row('Rear axle rating', 'mass', 1, 50_000, t => t.ratings.rearAxle, (t, v) => { t.ratings.rearAxle = v }),
    row('Gross rating', 'mass', 1, 90_000, t => t.ratings.gross, (t, v) => { t.ratings.gross = v }),
    row('Combination rating', 'mass', 1, 150_000, t => t.ratings.combination ?? 0, (t, v) => { t.ratings.combination = v }),
    row('Ball rating', 'mass', 0, 20_000, t => t.ratings.ball, (t, v) => { t.ratings.ball = v }),
  ] },
  { title: 'Lengths', rows: [
    row('Wheelbase', 'length', 1, 15, t => t.wheelbase, (t, v) => { t.wheelbase = v }),
    row('Rear axle to ball', 'length', 0, 10, t => t.axleToBall, (t, v) => { t.axleToBall = v }),
    row('Front track', 'length', 0.5, 4, t => t.frontTrack, (t, v) => { t.frontTrack = v }),
    row('Rear track', 'length', 0.5, 4, t => t.rearTrack, (t, v) => { t.rearTrack = v }),
    row('Bed front, ahead of rear axle', 'length', -5, 10, t => t.bed.front, (t, v) => { t.bed.front = v }),
    row('Bed end, behind rear axle', 'length', -5, 10, t => -t.bed.rear, (t, v) => { t.bed.rear = -v }),
    row('Bed floor above ground', 'length', 0, 3, t => t.bed.floor, (t, v) => { t.bed.floor = v }),
    row('Bed width', 'length', 0.3, 4, t => t.bed.width, (t, v) => { t.bed.width = v }),
  ] },
  { title: 'Frame and springs', rows: [
    row('Rail spacing, centre to centre', 'length', 0.2, 3, t => t.frame.spacing, (t, v) => { t.frame.spacing = v }),
    row('Rail top above ground', 'length', 0.1, 3, t => t.frame.top, (t, v) => { t.frame.top = v }),
    row('Rail depth', 'length', 0.01, 1, t => t.frame.depth, (t, v) => { t.frame.depth = v }),
    row('Rear rate, a side', 'springRate', 1000, 2_000_000, t => t.suspension.rearRate, (t, v) => { t.suspension.rearRate = v }),
    row('Front rate, a side', 'springRate', 1000, 2_000_000, t => t.suspension.frontRate, (t, v) => { t.suspension.frontRate = v }),
    row('Rear spring base', 'length', 0.2, 3, t => t.suspension.rearSpringBase, (t, v) => { t.suspension.rearSpringBase = v }),
    row('Motion ratio', 'plain', 0.1, 3, t => t.suspension.motionRatio, (t, v) => { t.suspension.motionRatio = v }),
    row('Tyre radius', 'length', 0.1, 1.5, t => t.tyre.radius, (t, v) => { t.tyre.radius = v }),
  ] },
]
GROUPS.push({ title: 'Battery and fuel tank', rows: [
  row('Battery, ahead of rear axle', 'length', -10, 15, t => t.battery.x, (t, v) => { t.battery.x = v }),
  row('Battery, left of centre', 'length', -3, 3, t => t.battery.y, (t, v) => { t.battery.y = v }),
  row('Battery, above ground', 'length', 0, 4, t => t.battery.z, (t, v) => { t.battery.z = v }),
  row('Tank, ahead of rear axle', 'length', -10, 15, t => t.fuelTank.centre.x, (t, v) => { t.fuelTank.centre.x = v }),
  row('Tank, left of centre', 'length', -3, 3, t => t.fuelTank.centre.y, (t, v) => { t.fuelTank.centre.y = v }),
  row('Tank length', 'length', 0, 5, t => t.fuelTank.length, (t, v) => { t.fuelTank.length = v }),
  row('Tank width', 'length', 0, 3, t => t.fuelTank.width, (t, v) => { t.fuelTank.width = v }),
] })
const AXES = [['x', 'ahead of rear axle'], ['y', 'left of centre'], ['z', 'above ground']] as const
/** A new bend half-way between the last two, or at the rear axle where there is none. */
function addBend(): void {
  set('Add a bend of the exhaust', (t) => {
    const [a, b] = t.exhaust.points.slice(-2)
    const at = a && b ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 } : { x: 0, y: -0.3, z: t.frame.top - t.frame.depth }
    t.exhaust.points.splice(Math.max(t.exhaust.points.length - 1, 0), 0, at)
  })
}
const all = GROUPS.flatMap(g => g.rows)
const by = (label: string) => all.find(r => r.label === label)!
</script>

<template>
  <div class="space-y-3">
    <div class="sheet p-3">
      <TruckSide :truck="truck" :below="0.42" exhaust>
        <template #default="{ s }">
          <g stroke="var(--soft)" stroke-width="1" fill="none">
            <path :d="`M${s.x(truck.wheelbase)} 150 V270 M${s.x(0)} 150 V270 M${s.x(truck.wheelbase)} 230 H${s.x(0)}`" vector-effect="non-scaling-stroke" />
            <path :d="`M${s.x(-truck.axleToBall)} -300 V270 M${s.x(0)} 230 H${s.x(-truck.axleToBall)}`" vector-effect="non-scaling-stroke" />
          </g>
          <circle :cx="s.x(-truck.axleToBall)" :cy="s.z(0.58)" r="50" fill="var(--ink)" />
          <rect :x="s.x(0) - 70" :y="s.z(truck.frame.top - truck.frame.depth)" width="140" :height="truck.seatGap.unladen * 1000" fill="var(--ochre)" fill-opacity="0.35" stroke="var(--ochre)" stroke-width="1.5" vector-effect="non-scaling-stroke" />
        </template>
        <template #over="{ at, s }">
          <EditFig class="absolute -translate-x-1/2" :style="at(s.x(truck.wheelbase), 20)" label="Front axle, unladen" :value="figure('frontAxle')!.value!" quantity="mass" :min="1" :max="50000" @change="v => setAxle('front', v)" />
          <EditFig class="absolute -translate-x-1/2" :style="at(s.x(0), 20)" label="Rear axle, unladen" :value="figure('rearAxle')!.value!" quantity="mass" :min="1" :max="50000" @change="v => setAxle('rear', v)" />
          <EditFig class="absolute -translate-x-1/2 -translate-y-1/2" :style="at((s.x(truck.wheelbase) + s.x(0)) / 2, 230)" label="Wheelbase" :value="truck.wheelbase" quantity="length" :min="1" :max="15" @change="v => set('Wheelbase', t => { t.wheelbase = v })" />
          <EditFig class="absolute -translate-x-1/2 -translate-y-1/2" :style="at((s.x(0) + s.x(-truck.axleToBall)) / 2, 230)" label="Rear axle to ball" :value="truck.axleToBall" quantity="length" :min="0" :max="10" @change="v => set('Axle to ball', t => { t.axleToBall = v })" />
          <EditFig class="absolute" :style="at(s.x(0) + 110, s.z(truck.frame.top - truck.frame.depth - 0.02))" label="Seat gap, unladen" prefix="gap " :value="truck.seatGap.unladen" quantity="length" :min="0" :max="1" @change="v => set('Seat gap, unladen', t => { t.seatGap.unladen = v })" />
          <EditFig class="absolute -translate-x-1/2 -translate-y-1/2" :style="at(s.x(truck.wheelbase), s.z(truck.heights.frontLeft))" label="Fender lip, front left" prefix="lip " :value="truck.heights.frontLeft" quantity="length" :min="0" :max="3" @change="v => set('Fender lip, front left', t => { t.heights.frontLeft = v })" />
          <EditFig class="absolute -translate-x-1/2 -translate-y-1/2" :style="at(s.x(0), s.z(truck.heights.rearLeft + 0.04))" label="Fender lip, rear left" prefix="lip " :value="truck.heights.rearLeft" quantity="length" :min="0" :max="3" @change="v => set('Fender lip, rear left', t => { t.heights.rearLeft = v })" />
        </template>
      </TruckSide>
    </div>
    <div class="sheet p-4 grid gap-3 sm:grid-cols-3">
      <PickField label="Begin from" :value="truck.kind" :options="TRUCK_KINDS.map(k => ({ value: k.id, label: k.label }))" @change="v => setKind(v as TruckKind)" />
      <TextField label="Job" :value="job.plan!.job.name" required @change="v => setJob('Name the job', c => { c.name = v })" />
      <TextField label="Job number" :value="job.plan!.job.number" :max="40" @change="v => setJob('Job number', c => { c.number = v })" />
      <TextField label="Customer" :value="job.plan!.job.customer" @change="v => setJob('Customer', c => { c.customer = v })" />
      <TextField label="Truck, as the owner calls it" :value="job.plan!.job.vehicle" @change="v => setJob('Vehicle', c => { c.vehicle = v })" />
      <PickField label="Driver sits" :value="job.plan!.job.drivingSide" :options="[{ value: 'left', label: 'on the left' }, { value: 'right', label: 'on the right' }]" @change="v => setJob('Driving side', c => { c.drivingSide = v as 'left' | 'right' })" />
      <PickField label="Exhaust beside the rear axle" :value="exhaustSide" :options="[{ value: 'left', label: 'on the left' }, { value: 'right', label: 'on the right' }, { value: 'none', label: 'none' }]" @change="setExhaust" />
      <PickField label="Bed or body" :value="truck.bed.material" :options="[{ value: 'steel', label: 'steel' }, { value: 'aluminium', label: 'aluminium' }, { value: 'wood', label: 'wood' }]" @change="v => set('Body material', t => { t.bed.material = v as Truck['bed']['material'] })" />
      <div><p class="label">Helper spring as installed</p><p class="mt-1"><Fig :figure="figure('springHeight')" /> unladen, <Fig :figure="figure('droopHeight')" /> at droop</p></div>
    </div>
    <div class="sheet p-3"><TruckAbove :truck="truck" /></div>
    <div class="sheet px-4 py-2">
      <details v-for="(group, i) in GROUPS" :key="group.title" :open="i === 0" class="border-b last:border-0 border-line py-2">
        <summary class="font-head font-semibold py-1.5">{{ group.title }}</summary>
        <div class="grid grid-cols-2 md:grid-cols-4 gap-3 py-2">
          <NumField v-for="r in group.rows" :key="r.label" :label="r.label" :value="r.get(truck)" :quantity="r.quantity" :min="r.min" :max="r.max" @change="v => set(r.label, t => by(r.label).put(t, v))" />
        </div>
      </details>
      <details class="border-b border-line py-2">
        <summary class="font-head font-semibold py-1.5">Cross-members</summary>
        <div class="grid grid-cols-2 md:grid-cols-4 gap-3 py-2 items-end">
          <div v-for="(x, i) in truck.frame.crossMembers" :key="i" class="flex items-end gap-1">
            <NumField class="grow" :label="`Cross-member ${i + 1}, ahead of rear axle`" :value="x" quantity="length" :min="-10" :max="15" @change="v => set('Move a cross-member', t => { t.frame.crossMembers[i] = v })" />
            <button type="button" class="touch p-1.5" :aria-label="`Take away cross-member ${i + 1}`" @click="set('Take a cross-member away', t => t.frame.crossMembers.splice(i, 1))"><Trash2 :size="16" aria-hidden="true" /></button>
          </div>
          <button type="button" class="button quiet" @click="set('Add a cross-member', t => t.frame.crossMembers.push(0.5))"><Plus :size="16" aria-hidden="true" />Cross-member</button>
        </div>
      </details>
      <details class="py-2">
        <summary class="font-head font-semibold py-1.5">Exhaust path, front to tail</summary>
        <div v-for="(p, i) in truck.exhaust.points" :key="i" class="grid grid-cols-[1fr_1fr_1fr_auto] gap-3 py-1 items-end">
          <NumField v-for="[axis, words] in AXES" :key="axis" :label="`Bend ${i + 1}, ${words}`" :value="p[axis]" quantity="length" :min="-10" :max="15" @change="v => set('Move a bend of the exhaust', t => { t.exhaust.points[i]![axis] = v })" />
          <button type="button" class="touch p-1.5" :aria-label="`Take away bend ${i + 1}`" @click="set('Take a bend away', t => t.exhaust.points.splice(i, 1))"><Trash2 :size="16" aria-hidden="true" /></button>
        </div>
        <div class="flex gap-3 items-end py-2">
          <button type="button" class="button quiet" @click="addBend"><Plus :size="16" aria-hidden="true" />Bend</button>
          <NumField label="Pipe radius" class="w-40" :value="truck.exhaust.radius" quantity="length" :min="0" :max="0.3" @change="v => set('Pipe radius', t => { t.exhaust.radius = v })" />
        </div>
      </details>
    </div>
  </div>
</template>
