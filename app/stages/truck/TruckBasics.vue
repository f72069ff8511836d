<script setup lang="ts">
import { exhaustSide } from '#core/catalog/truckGeometry'
import { TRUCK_KINDS, exampleTruck } from '#core/catalog/trucks'
import { beginFrom } from '#core/derive/replaced'
import type { Plan, Truck, TruckKind } from '#core/document/types'
import { useTruck } from './useTruck'

/** What kind of truck and whose job it is, and what is chosen rather than measured. */
const { job, truck, set } = useTruck()
const setJob = (label: string, change: (card: Plan['job']) => void) =>
  job.edit(label, (draft) => change(draft.job))

const askFirst = useAskFirst()

/** The exhaust to the other side, away, or back as the kind's example has it. */
function setExhaust(side: string): void {
  set(side === 'none' ? 'No exhaust' : `Exhaust on the ${side}`, (t) => {
    const mirrored = (points: Truck['exhaust']['points']) => points.map((p) => ({ ...p, y: -p.y }))
    if (side === 'none') t.exhaust.points = []
    else if (t.exhaust.points.length > 0) t.exhaust.points = mirrored(t.exhaust.points)
    else {
      const { points } = exampleTruck(t.kind).exhaust
      t.exhaust.points = side === 'right' ? points : mirrored(points)
    }
  })
}

/** An overload leaf where the kind's example has none. */
const USUAL_OVERLOAD = { contact: 0.06, rate: 30_000 }
function setOverload(fitted: boolean): void {
  set('Leaf pack', (t) => {
    const usual = exampleTruck(t.kind).suspension.overload ?? USUAL_OVERLOAD
    t.suspension.overload = fitted ? usual : null
  })
}
</script>

<template>
  <div class="sheet p-4 grid gap-3 sm:grid-cols-3">
    <PickField
      label="Begin from"
      :value="truck.kind"
      :options="TRUCK_KINDS.map((k) => ({ value: k.id, label: k.label }))"
      @change="(v) => askFirst(beginFrom(v as TruckKind))"
    />
    <TextField
      label="Job"
      :value="job.plan!.job.name"
      required
      @change="(v) => setJob('Name the job', (c) => void (c.name = v))"
    />
    <TextField
      label="Job number"
      :value="job.plan!.job.number"
      :max="40"
      @change="(v) => setJob('Job number', (c) => void (c.number = v))"
    />
    <TextField
      label="Customer"
      :value="job.plan!.job.customer"
      @change="(v) => setJob('Customer', (c) => void (c.customer = v))"
    />
    <TextField
      label="Truck, as the owner calls it"
      :value="job.plan!.job.vehicle"
      @change="(v) => setJob('Vehicle', (c) => void (c.vehicle = v))"
    />
    <PickField
      label="Driver sits"
      :value="job.plan!.job.drivingSide"
      :options="[
        { value: 'left', label: 'on the left' },
        { value: 'right', label: 'on the right' },
      ]"
      @change="(v) => setJob('Driving side', (c) => void (c.drivingSide = v as 'left' | 'right'))"
    />
    <NumField
      label="Works at, above the sea"
      quantity="run"
      :digits="0"
      :min="-500"
      :max="6000"
      :value="job.plan!.job.altitude"
      @change="(v) => setJob('Height above the sea', (c) => void (c.altitude = v))"
    />
    <PickField
      label="Exhaust beside the rear axle"
      :value="exhaustSide(truck) ?? 'none'"
      :options="[
        { value: 'left', label: 'on the left' },
        { value: 'right', label: 'on the right' },
        { value: 'none', label: 'none' },
      ]"
      @change="setExhaust"
    />
    <PickField
      label="Bed or body"
      :value="truck.bed.material"
      :options="[
        { value: 'steel', label: 'steel' },
        { value: 'aluminium', label: 'aluminium' },
        { value: 'wood', label: 'wood' },
      ]"
      @change="(v) => set('Body material', (t) => void (t.bed.material = v as Truck['bed']['material']))"
    />
    <PickField
      label="Lift and gaps"
      :value="String(truck.suspension.liftMeasured)"
      :options="[
        { value: 'true', label: 'taped with the kit fitted' },
        { value: 'false', label: 'taped before the kit goes on' },
      ]"
      @change="(v) => set('When the gaps were taped', (t) => void (t.suspension.liftMeasured = v === 'true'))"
    />
    <PickField
      label="Wheels at the rear"
      :value="String(truck.tyre.dual)"
      :options="[
        { value: 'false', label: 'single' },
        { value: 'true', label: 'dual' },
      ]"
      @change="(v) => set('Wheels at the rear', (t) => void (t.tyre.dual = v === 'true'))"
    />
    <PickField
      label="Rear raised by"
      :value="truck.raisedBy"
      :options="[
        { value: 'frame', label: 'its frame: axle hangs' },
        { value: 'axle', label: 'its axle: gap as on the road' },
        { value: 'hoist', label: 'a hoist: both axles hang' },
        { value: 'not', label: 'nothing: on its wheels' },
      ]"
      @change="(v) => set('What it is raised by', (t) => void (t.raisedBy = v as Truck['raisedBy']))"
    />
    <PickField
      label="Anti-roll"
      :value="String(truck.suspension.interlinked)"
      :options="[
        { value: 'false', label: 'bar, or none' },
        { value: 'true', label: 'hydraulic, interlinked' },
      ]"
      @change="(v) => set('Anti-roll', (t) => void (t.suspension.interlinked = v === 'true'))"
    />
    <PickField
      v-if="truck.suspension.kind === 'coil'"
      label="Hole for the insert’s stem"
      :value="truck.coil.hole"
      :options="[
        { value: 'upper', label: 'in the upper seat' },
        { value: 'lower', label: 'in the lower seat' },
        { value: 'none', label: 'none' },
      ]"
      @change="(v) => set('Hole for the stem', (t) => void (t.coil.hole = v as Truck['coil']['hole']))"
    />
    <PickField
      v-else
      label="Leaf pack"
      :value="String(truck.suspension.overload !== null)"
      :options="[
        { value: 'true', label: 'with an overload leaf' },
        { value: 'false', label: 'one stage' },
      ]"
      @change="(v) => setOverload(v === 'true')"
    />
  </div>
</template>
