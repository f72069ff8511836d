<script setup lang="ts">
import { exhaustSide, mountingOf } from '#core/catalog/truckGeometry'
import { TRUCK_KINDS, exampleTruck } from '#core/catalog/trucks'
import { beginFrom } from '#core/jobs/replaced'
import type { Plan, Truck, TruckKind } from '#core/document/types'
import { useTruck } from './useTruck'

/** The kind of truck, the customer, and what is chosen and not measured. */
const { job, truck, set } = useTruck()
const setJob = (label: string, change: (card: Plan['job']) => void) =>
  job.edit(label, (draft) => change(draft.job))

const askFirst = useAskFirst()

/** Moves the exhaust to the other side, removes it, or restores the kind's example. */
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

/** Adds an overload leaf if the kind's example has none. */
const USUAL_OVERLOAD = { contact: 0.06, rate: 30_000 }

interface Choice {
  label: string
  value: string
  options: { value: string; label: string }[]
  take(value: string): void
}
/** A choice: its field, its options in words, and how it is written; `edit` is the name of the change. */
const choice = <T extends string>(
  label: string,
  value: T,
  words: Record<T, string>,
  edit: string,
  write: (t: Truck, chosen: T) => void,
): Choice => ({
  label,
  value,
  options: Object.entries<string>(words).map(([id, word]) => ({ value: id, label: word })),
  take: (chosen) => set(edit, (t) => write(t, chosen as T)),
})
type YesNo = 'true' | 'false'
const yesNo = (
  label: string,
  value: boolean,
  [yes, no]: [string, string],
  edit: string,
  write: (t: Truck, chosen: boolean) => void,
): Choice =>
  choice<YesNo>(label, `${value}`, { false: no, true: yes }, edit, (t, chosen) => write(t, chosen === 'true'))

/** Fields asked only of a leaf pack, or only of a coil. */
function rearChoices({ suspension, coil }: Truck): Choice[] {
  if (suspension.kind === 'leaf')
    return [
      yesNo(
        'Leaf pack',
        suspension.overload !== null,
        ['with an overload leaf', 'one stage'],
        'Leaf pack',
        (t, fitted) => {
          const usual = exampleTruck(t.kind).suspension.overload ?? USUAL_OVERLOAD
          t.suspension.overload = fitted ? usual : null
        },
      ),
    ]
  const place = choice(
    'Helper springs go',
    suspension.helper,
    { inside: 'inside the coils', beside: 'beside them, at the bump stops' },
    'Where the helpers go',
    (t, where) => void (t.suspension.helper = where),
  )
  const hole = choice(
    'Hole for the insert’s stem',
    coil.hole,
    { upper: 'in the upper seat', lower: 'in the lower seat', none: 'none' },
    'Hole for the stem',
    (t, end) => void (t.coil.hole = end),
  )
  return mountingOf(suspension) === 'coil' ? [place, hole] : [place]
}

const choices = computed<Choice[]>(() => {
  const { bed, suspension, tyre, raisedBy } = truck.value
  return [
    {
      label: 'Exhaust beside the rear axle',
      value: exhaustSide(truck.value) ?? 'none',
      options: [
        { value: 'left', label: 'on the left' },
        { value: 'right', label: 'on the right' },
        { value: 'none', label: 'none' },
      ],
      take: setExhaust,
    },
    choice(
      'Bed or body',
      bed.material,
      { steel: 'steel', aluminium: 'aluminium', wood: 'wood' },
      'Body material',
      (t, material) => void (t.bed.material = material),
    ),
    yesNo(
      'Lift and gaps',
      suspension.liftMeasured,
      ['taped with the kit fitted', 'taped before the kit goes on'],
      'When the gaps were taped',
      (t, yes) => void (t.suspension.liftMeasured = yes),
    ),
    yesNo(
      'Wheels at the rear',
      tyre.dual,
      ['dual', 'single'],
      'Wheels at the rear',
      (t, yes) => void (t.tyre.dual = yes),
    ),
    choice(
      'Rear raised by',
      raisedBy,
      {
        frame: 'its frame: axle hangs',
        axle: 'its axle: gap as on the road',
        hoist: 'a hoist: both axles hang',
        not: 'nothing: on its wheels',
        body: 'its body, at the hitch: wheels on the ground',
      },
      'What it is raised by',
      (t, by) => void (t.raisedBy = by),
    ),
    yesNo(
      'Anti-roll',
      suspension.interlinked,
      ['hydraulic, interlinked', 'bar, or none'],
      'Anti-roll',
      (t, yes) => void (t.suspension.interlinked = yes),
    ),
    ...rearChoices(truck.value),
  ]
})
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
      v-for="field in choices"
      :key="field.label"
      :label="field.label"
      :value="field.value"
      :options="field.options"
      @change="field.take"
    />
  </div>
</template>
