<script setup lang="ts">
import { Plus, Trash2 } from '@lucide/vue'
import { TRUCK_KINDS, exampleTruck } from '#core/catalog/trucks'
import { ordered, type Plan, type Truck, type TruckKind } from '#core/document/types'
import type { Quantity } from '#core/quantity/units'

const job = useJob()
const truck = computed(() => job.plan!.truck)
const figure = (id: string) => job.derived!.stages.truck.figures[id]
const set = (label: string, change: (truck: Truck) => void) => job.edit(label, (draft) => change(draft.truck))
const setJob = (label: string, change: (card: Plan['job']) => void) =>
  job.edit(label, (draft) => change(draft.job))

/** What is typed is no longer unknown: a weight comes off a scale, a gap off a tape, a rate off a sheet. */
const weighed = (t: Truck, axle: 'front' | 'rear') => {
  const known = t.survey[`${axle}Axle`]
  if (known.how === 'unknown') t.survey[`${axle}Axle`] = { how: 'scale', tolerance: null }
}
const taped = (t: Truck) => {
  if (t.survey.gap.how === 'unknown') t.survey.gap = { how: 'tape', tolerance: null }
}
/** An axle's weight keeps its left-to-right split. */
function setAxle(axle: 'front' | 'rear', total: number): void {
  set(`${axle === 'front' ? 'Front' : 'Rear'} axle, unladen`, (t) => {
    const [left, right] =
      axle === 'front' ? (['frontLeft', 'frontRight'] as const) : (['rearLeft', 'rearRight'] as const)
    const before = t.unladen[left] + t.unladen[right]
    const share = before > 0 ? t.unladen[left] / before : 0.5
    t.unladen[left] = total * share
    t.unladen[right] = total * (1 - share)
    weighed(t, axle)
  })
}
function setKind(kind: TruckKind): void {
  set(`Begin from ${TRUCK_KINDS.find((k) => k.id === kind)!.label}`, (t) =>
    Object.assign(t, exampleTruck(kind)),
  )
}
const exhaustSide = computed(() => {
  const near = truck.value.exhaust.points.filter((p) => Math.abs(p.x) < 0.6)
  return near.length === 0 ? 'none' : near.reduce((s, p) => s + p.y, 0) > 0 ? 'left' : 'right'
})
function setExhaust(side: string): void {
  set(side === 'none' ? 'No exhaust' : `Exhaust on the ${side}`, (t) => {
    if (side === 'none') t.exhaust.points = []
    else if (t.exhaust.points.length === 0) {
      const points = exampleTruck(t.kind).exhaust.points
      t.exhaust.points = side === 'right' ? points : points.map((p) => ({ ...p, y: -p.y }))
    } else t.exhaust.points = t.exhaust.points.map((p) => ({ ...p, y: -p.y }))
  })
}

const lineOf = (t: Truck) => t.brakeLine ?? { x: -0.15, y: t.seat - 0.09, z: t.tyre.radius + t.axle.tube }
const mirrored = (at: Truck['battery']) => ({ ...at, y: -at.y })
/** The spare wheel, put under the tail when the truck had none. */
function spareOf(t: Truck) {
  t.spare ??= {
    centre: { x: t.frame.rear + t.tyre.radius + 0.1, y: 0, z: t.frame.top - t.frame.depth - 0.04 },
    radius: t.tyre.radius,
    width: t.tyre.width,
  }
  return t.spare
}
interface Row {
  label: string
  quantity: Quantity
  min: number
  max: number
  get(t: Truck): number | null
  put(t: Truck, v: number): void
}
const row = (
  label: string,
  quantity: Quantity,
  min: number,
  max: number,
  get: Row['get'],
  put: Row['put'],
): Row => ({ label, quantity, min, max, get, put })
const GROUPS: { title: string; rows: Row[] }[] = [
  {
    title: 'Heights and gap',
    rows: [
      row(
        'Seat gap, unladen',
        'length',
        0,
        1,
        (t) => t.seatGap.unladen,
        (t, v) => {
          t.seatGap.unladen = v
          taped(t)
        },
      ),
      row(
        'Seat gap, full droop',
        'length',
        0,
        1,
        (t) => t.seatGap.droop,
        (t, v) => {
          t.seatGap.droop = v
          taped(t)
        },
      ),
      row(
        'Seat gap, on the bump stop',
        'length',
        0,
        1,
        (t) => t.seatGap.bump,
        (t, v) => {
          t.seatGap.bump = v
          taped(t)
        },
      ),
      row(
        'Fender lip, front left',
        'length',
        0,
        3,
        (t) => t.heights.frontLeft,
        (t, v) => {
          t.heights.frontLeft = v
        },
      ),
      row(
        'Fender lip, front right',
        'length',
        0,
        3,
        (t) => t.heights.frontRight,
        (t, v) => {
          t.heights.frontRight = v
        },
      ),
      row(
        'Fender lip, rear left',
        'length',
        0,
        3,
        (t) => t.heights.rearLeft,
        (t, v) => {
          t.heights.rearLeft = v
        },
      ),
      row(
        'Fender lip, rear right',
        'length',
        0,
        3,
        (t) => t.heights.rearRight,
        (t, v) => {
          t.heights.rearRight = v
        },
      ),
      row(
        'Lift at the rear (drop below 0)',
        'length',
        -0.3,
        0.6,
        (t) => t.suspension.lift,
        (t, v) => {
          t.suspension.lift = v
        },
      ),
      row(
        'Lift at the front',
        'length',
        -0.3,
        0.6,
        (t) => t.suspension.frontLift,
        (t, v) => {
          t.suspension.frontLift = v
        },
      ),
      row(
        'Axle wedge',
        'angle',
        -0.3,
        0.3,
        (t) => t.suspension.wedge,
        (t, v) => {
          t.suspension.wedge = v
        },
      ),
    ],
  },
  {
    title: 'Weights, unladen',
    rows: [
      row(
        'Wheel, front left',
        'mass',
        0,
        20_000,
        (t) => t.unladen.frontLeft,
        (t, v) => {
          t.unladen.frontLeft = v
          weighed(t, 'front')
        },
      ),
      row(
        'Wheel, front right',
        'mass',
        0,
        20_000,
        (t) => t.unladen.frontRight,
        (t, v) => {
          t.unladen.frontRight = v
          weighed(t, 'front')
        },
      ),
      row(
        'Wheel, rear left',
        'mass',
        0,
        20_000,
        (t) => t.unladen.rearLeft,
        (t, v) => {
          t.unladen.rearLeft = v
          weighed(t, 'rear')
        },
      ),
      row(
        'Wheel, rear right',
        'mass',
        0,
        20_000,
        (t) => t.unladen.rearRight,
        (t, v) => {
          t.unladen.rearRight = v
          weighed(t, 'rear')
        },
      ),
    ],
  },
  {
    title: 'Ratings, as plated',
    rows: [
      row(
        'Front axle rating',
        'mass',
        1,
        50_000,
        (t) => t.ratings.frontAxle,
        (t, v) => {
          t.ratings.frontAxle = v
        },
      ),
      row(
        'Rear axle rating',
        'mass',
        1,
        50_000,
        (t) => t.ratings.rearAxle,
        (t, v) => {
          t.ratings.rearAxle = v
        },
      ),
      row(
        'Gross rating',
        'mass',
        1,
        90_000,
        (t) => t.ratings.gross,
        (t, v) => {
          t.ratings.gross = v
        },
      ),
      row(
        'Combination rating',
        'mass',
        1,
        150_000,
        (t) => t.ratings.combination,
        (t, v) => {
          t.ratings.combination = v
        },
      ),
      row(
        'Ball rating',
        'mass',
        0,
        20_000,
        (t) => t.ratings.ball,
        (t, v) => {
          t.ratings.ball = v
        },
      ),
      row(
        'Bed hitch rating',
        'mass',
        0,
        50_000,
        (t) => t.ratings.bedHitch,
        (t, v) => {
          t.ratings.bedHitch = v
        },
      ),
      row(
        'One tyre',
        'mass',
        1,
        20_000,
        (t) => t.ratings.tyre,
        (t, v) => {
          t.ratings.tyre = v
        },
      ),
    ],
  },
  {
    title: 'Lengths',
    rows: [
      row(
        'Wheelbase',
        'length',
        1,
        15,
        (t) => t.wheelbase,
        (t, v) => {
          t.wheelbase = v
        },
      ),
      row(
        'Rear axle to ball',
        'length',
        0,
        10,
        (t) => t.axleToBall,
        (t, v) => {
          t.axleToBall = v
        },
      ),
      row(
        'Ball above ground',
        'length',
        0,
        3,
        (t) => t.ballHeight,
        (t, v) => {
          t.ballHeight = v
        },
      ),
      row(
        'Bed hitch, ahead of rear axle',
        'length',
        -5,
        5,
        (t) => t.bedHitch,
        (t, v) => {
          t.bedHitch = v
        },
      ),
      row(
        'Front track',
        'length',
        0.5,
        4,
        (t) => t.frontTrack,
        (t, v) => {
          t.frontTrack = v
        },
      ),
      row(
        'Rear track',
        'length',
        0.5,
        4,
        (t) => t.rearTrack,
        (t, v) => {
          t.rearTrack = v
        },
      ),
      row(
        'Bed front, ahead of rear axle',
        'length',
        -5,
        10,
        (t) => t.bed.front,
        (t, v) => {
          t.bed.front = v
        },
      ),
      row(
        'Bed end, behind rear axle',
        'length',
        -5,
        10,
        (t) => -t.bed.rear,
        (t, v) => {
          t.bed.rear = -v
        },
      ),
      row(
        'Bed floor above ground',
        'length',
        0,
        3,
        (t) => t.bed.floor,
        (t, v) => {
          t.bed.floor = v
        },
      ),
      row(
        'Bed width',
        'length',
        0.3,
        4,
        (t) => t.bed.width,
        (t, v) => {
          t.bed.width = v
        },
      ),
    ],
  },
  {
    title: 'Frame and springs',
    rows: [
      row(
        'Rail spacing, centre to centre',
        'length',
        0.2,
        3,
        (t) => t.frame.spacing,
        (t, v) => {
          t.frame.spacing = v
        },
      ),
      row(
        'Rail top above ground',
        'length',
        0.1,
        3,
        (t) => t.frame.top,
        (t, v) => {
          t.frame.top = v
        },
      ),
      row(
        'Rail depth',
        'length',
        0.01,
        1,
        (t) => t.frame.depth,
        (t, v) => {
          t.frame.depth = v
        },
      ),
      row(
        'Rear rate, a side',
        'springRate',
        1000,
        2_000_000,
        (t) => t.suspension.rearRate,
        (t, v) => {
          t.suspension.rearRate = v
          t.survey.rearRate = { how: 'sheet', tolerance: null }
        },
      ),
      row(
        'Front rate, a side',
        'springRate',
        1000,
        2_000_000,
        (t) => t.suspension.frontRate,
        (t, v) => {
          t.suspension.frontRate = v
        },
      ),
      row(
        'Rear spring base',
        'length',
        0.2,
        3,
        (t) => t.suspension.rearSpringBase,
        (t, v) => {
          t.suspension.rearSpringBase = v
        },
      ),
      row(
        'Rail rise over the rear axle',
        'length',
        0,
        0.6,
        (t) => t.frame.kickUp,
        (t, v) => {
          t.frame.kickUp = v
        },
      ),
      row(
        'Overload leaf touches after',
        'length',
        0,
        0.5,
        (t) => t.suspension.overload?.contact ?? null,
        (t, v) => {
          t.suspension.overload = { rate: t.suspension.overload?.rate ?? 0, contact: v }
        },
      ),
      row(
        'Overload leaf adds, a side',
        'springRate',
        0,
        2_000_000,
        (t) => t.suspension.overload?.rate ?? null,
        (t, v) => {
          t.suspension.overload = { contact: t.suspension.overload?.contact ?? 0, rate: v }
        },
      ),
      row(
        'Bump stop rate',
        'springRate',
        1000,
        5_000_000,
        (t) => t.suspension.stopRate,
        (t, v) => {
          t.suspension.stopRate = v
        },
      ),
      row(
        'Front bump stop gap',
        'length',
        0,
        0.5,
        (t) => t.suspension.frontStopGap,
        (t, v) => {
          t.suspension.frontStopGap = v
        },
      ),
      row(
        'Front anti-roll bar',
        'rollStiffness',
        0,
        500_000,
        (t) => t.suspension.frontAntiRoll,
        (t, v) => {
          t.suspension.frontAntiRoll = v
        },
      ),
      row(
        'Rear anti-roll bar',
        'rollStiffness',
        0,
        500_000,
        (t) => t.suspension.rearAntiRoll,
        (t, v) => {
          t.suspension.rearAntiRoll = v
        },
      ),
      row(
        'Motion ratio',
        'plain',
        0.1,
        3,
        (t) => t.suspension.motionRatio,
        (t, v) => {
          t.suspension.motionRatio = v
        },
      ),
      row(
        'Spring seat from the centre',
        'length',
        0.1,
        3,
        (t) => t.seat,
        (t, v) => {
          t.seat = v
        },
      ),
      row(
        'Tyre width',
        'length',
        0.05,
        1,
        (t) => t.tyre.width,
        (t, v) => {
          t.tyre.width = v
        },
      ),
      row(
        'Tyre radius',
        'length',
        0.1,
        1.5,
        (t) => t.tyre.radius,
        (t, v) => {
          t.tyre.radius = v
        },
      ),
    ],
  },
]
GROUPS.push({
  title: 'Beside the springs',
  rows: [
    row(
      'Inner fender from the centre',
      'length',
      0.1,
      3,
      (t) => t.innerFender?.y ?? null,
      (t, v) => {
        t.innerFender = { y: v, bottom: t.innerFender?.bottom ?? t.tyre.radius * 1.5 }
      },
    ),
    row(
      'Its lower edge above ground',
      'length',
      0,
      3,
      (t) => t.innerFender?.bottom ?? null,
      (t, v) => {
        t.innerFender = { bottom: v, y: t.innerFender?.y ?? t.rearTrack / 2 }
      },
    ),
    row(
      'Brake line, ahead of rear axle',
      'length',
      -2,
      2,
      (t) => t.brakeLine?.x ?? null,
      (t, v) => {
        t.brakeLine = { ...lineOf(t), x: v }
      },
    ),
    row(
      'Brake line, from the centre',
      'length',
      0,
      2,
      (t) => t.brakeLine?.y ?? null,
      (t, v) => {
        t.brakeLine = { ...lineOf(t), y: v }
      },
    ),
    row(
      'Brake line, above ground',
      'length',
      0,
      2,
      (t) => t.brakeLine?.z ?? null,
      (t, v) => {
        t.brakeLine = { ...lineOf(t), z: v }
      },
    ),
    row(
      'Inside of the coil, across',
      'length',
      0.02,
      0.6,
      (t) => t.coil.inner,
      (t, v) => {
        t.coil.inner = v
      },
    ),
    row(
      'Inside of the coil, free height',
      'length',
      0.02,
      1,
      (t) => t.coil.gap,
      (t, v) => {
        t.coil.gap = v
      },
    ),
    row(
      'Differential, radius',
      'length',
      0.02,
      0.5,
      (t) => t.axle.differential,
      (t, v) => {
        t.axle.differential = v
      },
    ),
    row(
      'Differential, left of centre',
      'length',
      -1,
      1,
      (t) => t.axle.offset,
      (t, v) => {
        t.axle.offset = v
      },
    ),
    row(
      'Axle tube, radius',
      'length',
      0.01,
      0.2,
      (t) => t.axle.tube,
      (t, v) => {
        t.axle.tube = v
      },
    ),
    row(
      'Drive shaft, radius',
      'length',
      0,
      0.2,
      (t) => t.driveShaft,
      (t, v) => {
        t.driveShaft = v
      },
    ),
  ],
})
GROUPS.push({
  title: 'Batteries, fuel tank and spare wheel',
  rows: [
    row(
      'Battery, ahead of rear axle',
      'length',
      -10,
      15,
      (t) => t.battery.x,
      (t, v) => {
        t.battery.x = v
      },
    ),
    row(
      'Battery, left of centre',
      'length',
      -3,
      3,
      (t) => t.battery.y,
      (t, v) => {
        t.battery.y = v
      },
    ),
    row(
      'Battery, above ground',
      'length',
      0,
      4,
      (t) => t.battery.z,
      (t, v) => {
        t.battery.z = v
      },
    ),
    row(
      'Second battery, ahead of rear axle',
      'length',
      -10,
      15,
      (t) => t.secondBattery?.x ?? null,
      (t, v) => {
        t.secondBattery = { ...(t.secondBattery ?? mirrored(t.battery)), x: v }
      },
    ),
    row(
      'Second battery, left of centre',
      'length',
      -3,
      3,
      (t) => t.secondBattery?.y ?? null,
      (t, v) => {
        t.secondBattery = { ...(t.secondBattery ?? mirrored(t.battery)), y: v }
      },
    ),
    row(
      'Spare wheel, ahead of rear axle',
      'length',
      -10,
      15,
      (t) => t.spare?.centre.x ?? null,
      (t, v) => {
        spareOf(t).centre.x = v
      },
    ),
    row(
      'Spare wheel, above ground',
      'length',
      0,
      4,
      (t) => t.spare?.centre.z ?? null,
      (t, v) => {
        spareOf(t).centre.z = v
      },
    ),
    row(
      'Tank, ahead of rear axle',
      'length',
      -10,
      15,
      (t) => t.fuelTank.centre.x,
      (t, v) => {
        t.fuelTank.centre.x = v
      },
    ),
    row(
      'Tank, left of centre',
      'length',
      -3,
      3,
      (t) => t.fuelTank.centre.y,
      (t, v) => {
        t.fuelTank.centre.y = v
      },
    ),
    row(
      'Tank length',
      'length',
      0,
      5,
      (t) => t.fuelTank.length,
      (t, v) => {
        t.fuelTank.length = v
      },
    ),
    row(
      'Tank width',
      'length',
      0,
      3,
      (t) => t.fuelTank.width,
      (t, v) => {
        t.fuelTank.width = v
      },
    ),
  ],
})
const AXES = [
  ['x', 'ahead of rear axle'],
  ['y', 'left of centre'],
  ['z', 'above ground'],
] as const
function removeFound(id: string): void {
  set(`Take away ${truck.value.existing[id]!.label}`, (t) => Reflect.deleteProperty(t.existing, id))
}
function addFound(): void {
  set('Add something found', (t) => {
    t.existing[`x${crypto.randomUUID().slice(0, 8)}`] = {
      label: 'Air tank',
      kind: 'air',
      at: { x: 0.9, y: t.frame.spacing / 4, z: t.frame.top - t.frame.depth },
      order: Math.max(0, ...Object.values(t.existing).map((p) => p.order)) + 1,
    }
  })
}
/** A new bend half-way between the last two, or at the rear axle where there is none. */
function addBend(): void {
  set('Add a bend of the exhaust', (t) => {
    const [a, b] = t.exhaust.points.slice(-2)
    const at =
      a && b
        ? { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 }
        : { x: 0, y: -0.3, z: t.frame.top - t.frame.depth }
    t.exhaust.points.splice(Math.max(t.exhaust.points.length - 1, 0), 0, at)
  })
}
const all = GROUPS.flatMap((g) => g.rows)
const by = (label: string) => all.find((r) => r.label === label)!
</script>

<template>
  <div class="space-y-3">
    <div class="sheet p-3">
      <TruckSide :truck="truck" :below="0.42" exhaust>
        <template #default="{ s }">
          <g stroke="var(--soft)" stroke-width="1" fill="none">
            <path
              :d="`M${s.x(truck.wheelbase)} 150 V270 M${s.x(0)} 150 V270 M${s.x(truck.wheelbase)} 230 H${s.x(0)}`"
              vector-effect="non-scaling-stroke"
            />
            <path
              :d="`M${s.x(-truck.axleToBall)} -300 V270 M${s.x(0)} 230 H${s.x(-truck.axleToBall)}`"
              vector-effect="non-scaling-stroke"
            />
          </g>
          <circle :cx="s.x(-truck.axleToBall)" :cy="s.z(truck.ballHeight)" r="50" fill="var(--ink)" />
          <path
            v-if="truck.bedHitch !== null"
            :d="`M${s.x(truck.bedHitch) - 90} ${s.z(truck.bed.floor)} h180 l-50 -90 h-80 z`"
            fill="var(--ink)"
            fill-opacity="0.8"
          />
          <MovableParts :truck="truck" view="side" :place="(p) => ({ x: s.x(p.x), y: s.z(p.z) })" />
          <rect
            :x="s.x(0) - 70"
            :y="s.z(truck.frame.top + truck.frame.kickUp - truck.frame.depth)"
            width="140"
            :height="truck.seatGap.unladen * 1000"
            fill="var(--ochre)"
            fill-opacity="0.35"
            stroke="var(--ochre)"
            stroke-width="1.5"
            vector-effect="non-scaling-stroke"
          />
        </template>
        <template #over="{ at, s }">
          <EditFig
            class="absolute -translate-x-1/2"
            :style="at(s.x(truck.wheelbase), 20)"
            label="Front axle, unladen"
            :value="figure('frontAxle')!.value!"
            quantity="mass"
            :min="1"
            :max="50000"
            @change="(v) => setAxle('front', v)"
          />
          <EditFig
            class="absolute -translate-x-1/2"
            :style="at(s.x(0), 20)"
            label="Rear axle, unladen"
            :value="figure('rearAxle')!.value!"
            quantity="mass"
            :min="1"
            :max="50000"
            @change="(v) => setAxle('rear', v)"
          />
          <EditFig
            class="absolute -translate-x-1/2 -translate-y-1/2"
            :style="at((s.x(truck.wheelbase) + s.x(0)) / 2, 230)"
            label="Wheelbase"
            :value="truck.wheelbase"
            quantity="length"
            :min="1"
            :max="15"
            @change="
              (v) =>
                set('Wheelbase', (t) => {
                  t.wheelbase = v
                })
            "
          />
          <EditFig
            class="absolute -translate-x-1/2 -translate-y-1/2"
            :style="at((s.x(0) + s.x(-truck.axleToBall)) / 2, 230)"
            label="Rear axle to ball"
            :value="truck.axleToBall"
            quantity="length"
            :min="0"
            :max="10"
            @change="
              (v) =>
                set('Axle to ball', (t) => {
                  t.axleToBall = v
                })
            "
          />
          <EditFig
            class="absolute"
            :style="at(s.x(0) + 110, s.z(0.3))"
            label="Seat gap, unladen"
            prefix="gap "
            :value="truck.seatGap.unladen"
            quantity="length"
            :min="0"
            :max="1"
            @change="
              (v) =>
                set('Seat gap, unladen', (t) => {
                  t.seatGap.unladen = v
                  taped(t)
                })
            "
          />
          <EditFig
            class="absolute -translate-x-1/2 -translate-y-1/2"
            :style="at(s.x(truck.wheelbase - 0.55), s.z(truck.heights.frontLeft))"
            label="Fender lip, front left"
            prefix="lip "
            :value="truck.heights.frontLeft"
            quantity="length"
            :min="0"
            :max="3"
            @change="
              (v) =>
                set('Fender lip, front left', (t) => {
                  t.heights.frontLeft = v
                })
            "
          />
          <EditFig
            class="absolute -translate-x-1/2 -translate-y-1/2"
            :style="at(s.x(0), s.z(truck.heights.rearLeft + 0.04))"
            label="Fender lip, rear left"
            prefix="lip "
            :value="truck.heights.rearLeft"
            quantity="length"
            :min="0"
            :max="3"
            @change="
              (v) =>
                set('Fender lip, rear left', (t) => {
                  t.heights.rearLeft = v
                })
            "
          />
        </template>
      </TruckSide>
    </div>
    <FitView />
    <div class="sheet p-3">
      <TruckAbove :truck="truck"
        ><template #default="{ s }"
          ><MovableParts
            :truck="truck"
            view="above"
            :place="(p) => ({ x: s.x(p.x), y: s.y(p.y) })" /></template
      ></TruckAbove>
    </div>
    <SurveyPanel />
    <div class="sheet p-4 grid gap-3 sm:grid-cols-3">
      <PickField
        label="Begin from"
        :value="truck.kind"
        :options="TRUCK_KINDS.map((k) => ({ value: k.id, label: k.label }))"
        @change="(v) => setKind(v as TruckKind)"
      />
      <TextField
        label="Job"
        :value="job.plan!.job.name"
        required
        @change="
          (v) =>
            setJob('Name the job', (c) => {
              c.name = v
            })
        "
      />
      <TextField
        label="Job number"
        :value="job.plan!.job.number"
        :max="40"
        @change="
          (v) =>
            setJob('Job number', (c) => {
              c.number = v
            })
        "
      />
      <TextField
        label="Customer"
        :value="job.plan!.job.customer"
        @change="
          (v) =>
            setJob('Customer', (c) => {
              c.customer = v
            })
        "
      />
      <TextField
        label="Truck, as the owner calls it"
        :value="job.plan!.job.vehicle"
        @change="
          (v) =>
            setJob('Vehicle', (c) => {
              c.vehicle = v
            })
        "
      />
      <PickField
        label="Driver sits"
        :value="job.plan!.job.drivingSide"
        :options="[
          { value: 'left', label: 'on the left' },
          { value: 'right', label: 'on the right' },
        ]"
        @change="
          (v) =>
            setJob('Driving side', (c) => {
              c.drivingSide = v as 'left' | 'right'
            })
        "
      />
      <PickField
        label="Exhaust beside the rear axle"
        :value="exhaustSide"
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
        @change="
          (v) =>
            set('Body material', (t) => {
              t.bed.material = v as Truck['bed']['material']
            })
        "
      />
      <PickField
        label="Lift and gaps"
        :value="String(truck.suspension.liftMeasured)"
        :options="[
          { value: 'true', label: 'taped with the kit fitted' },
          { value: 'false', label: 'taped before the kit goes on' },
        ]"
        @change="
          (v) =>
            set('When the gaps were taped', (t) => {
              t.suspension.liftMeasured = v === 'true'
            })
        "
      />
      <PickField
        label="Wheels at the rear"
        :value="String(truck.tyre.dual)"
        :options="[
          { value: 'false', label: 'single' },
          { value: 'true', label: 'dual' },
        ]"
        @change="
          (v) =>
            set('Wheels at the rear', (t) => {
              t.tyre.dual = v === 'true'
            })
        "
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
        @change="
          (v) =>
            set('Hole for the stem', (t) => {
              t.coil.hole = v as Truck['coil']['hole']
            })
        "
      />
      <PickField
        v-else
        label="Leaf pack"
        :value="String(truck.suspension.overload !== null)"
        :options="[
          { value: 'true', label: 'with an overload leaf' },
          { value: 'false', label: 'one stage' },
        ]"
        @change="
          (v) =>
            set('Leaf pack', (t) => {
              t.suspension.overload =
                v === 'true'
                  ? (exampleTruck(t.kind).suspension.overload ?? { contact: 0.06, rate: 30000 })
                  : null
            })
        "
      />
    </div>
    <TicketsPanel />
    <div class="sheet px-4 py-2">
      <FoldedPart v-for="(group, i) in GROUPS" :key="group.title" :title="group.title" :open="i === 0">
        <div class="grid grid-cols-2 md:grid-cols-4 gap-3 py-2">
          <NumField
            v-for="r in group.rows"
            :key="r.label"
            :label="r.label"
            :value="r.get(truck)"
            :quantity="r.quantity"
            :min="r.min"
            :max="r.max"
            @change="(v) => set(r.label, (t) => by(r.label).put(t, v))"
          />
        </div>
      </FoldedPart>
      <FoldedPart title="Cross-members">
        <div class="grid grid-cols-2 md:grid-cols-4 gap-3 py-2 items-end">
          <div v-for="(x, i) in truck.frame.crossMembers" :key="i" class="flex items-end gap-1">
            <NumField
              class="grow"
              :label="`Cross-member ${i + 1}, ahead of rear axle`"
              :value="x"
              quantity="length"
              :min="-10"
              :max="15"
              @change="
                (v) =>
                  set('Move a cross-member', (t) => {
                    t.frame.crossMembers[i] = v
                  })
              "
            />
            <button
              type="button"
              class="touch p-1.5"
              :aria-label="`Take away cross-member ${i + 1}`"
              @click="set('Take a cross-member away', (t) => t.frame.crossMembers.splice(i, 1))"
            >
              <Trash2 :size="16" aria-hidden="true" />
            </button>
          </div>
          <button
            type="button"
            class="button quiet"
            @click="set('Add a cross-member', (t) => t.frame.crossMembers.push(0.5))"
          >
            <Plus :size="16" aria-hidden="true" />Cross-member
          </button>
        </div>
      </FoldedPart>
      <FoldedPart title="Found under there: air parts, switches">
        <div
          v-for="[id, part] in ordered(truck.existing)"
          :key="id"
          class="grid grid-cols-2 md:grid-cols-[1.6fr_1fr_1fr_1fr_1fr_auto] gap-3 py-1 items-end"
        >
          <TextField
            label="What"
            :value="part.label"
            :max="80"
            @change="
              (v) =>
                set('Name what was found', (t) => {
                  t.existing[id]!.label = v
                })
            "
          />
          <PickField
            label="Kind"
            :value="part.kind"
            :options="[
              { value: 'air', label: 'air part' },
              { value: 'switch', label: 'switch' },
              { value: 'other', label: 'other' },
            ]"
            @change="
              (v) =>
                set('Kind of what was found', (t) => {
                  t.existing[id]!.kind = v as 'air'
                })
            "
          />
          <NumField
            v-for="[axis, words] in AXES"
            :key="axis"
            :label="`${part.label}, ${words}`"
            :value="part.at[axis]"
            quantity="length"
            :min="-10"
            :max="15"
            @change="
              (v) =>
                set(`Place of ${part.label}`, (t) => {
                  t.existing[id]!.at[axis] = v
                })
            "
          />
          <button
            type="button"
            class="touch p-1.5"
            :aria-label="`Take away ${part.label}`"
            @click="removeFound(id)"
          >
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </div>
        <button type="button" class="button quiet mt-2" @click="addFound">
          <Plus :size="16" aria-hidden="true" />Something found
        </button>
      </FoldedPart>
      <FoldedPart title="Exhaust path, front to tail">
        <div
          v-for="(p, i) in truck.exhaust.points"
          :key="i"
          class="grid grid-cols-[1fr_1fr_1fr_auto] gap-3 py-1 items-end"
        >
          <NumField
            v-for="[axis, words] in AXES"
            :key="axis"
            :label="`Bend ${i + 1}, ${words}`"
            :value="p[axis]"
            quantity="length"
            :min="-10"
            :max="15"
            @change="
              (v) =>
                set('Move a bend of the exhaust', (t) => {
                  t.exhaust.points[i]![axis] = v
                })
            "
          />
          <button
            type="button"
            class="touch p-1.5"
            :aria-label="`Take away bend ${i + 1}`"
            @click="set('Take a bend away', (t) => t.exhaust.points.splice(i, 1))"
          >
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </div>
        <div class="flex gap-3 items-end py-2">
          <button type="button" class="button quiet" @click="addBend">
            <Plus :size="16" aria-hidden="true" />Bend
          </button>
          <NumField
            label="Pipe radius"
            class="w-40"
            :value="truck.exhaust.radius"
            quantity="length"
            :min="0"
            :max="0.3"
            @change="
              (v) =>
                set('Pipe radius', (t) => {
                  t.exhaust.radius = v
                })
            "
          />
        </div>
      </FoldedPart>
    </div>
  </div>
</template>
