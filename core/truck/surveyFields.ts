import type { Point, Truck } from '../document/types'
import type { Quantity } from '../quantity/units'
import { AXLE_WAYS, CENTRE_WAYS, LIFT_WAYS, OUT_WAYS } from '../quantity/ways'
import { gapTaped, motionTaped, offSheet, plated, taped, weighed } from './survey'

/** Every measured figure of the survey as a field: its name, limits, and place in the plan. */
export interface SurveyField {
  label: string
  quantity: Quantity
  min: number
  max: number
  /** Words for its two directions, if it has any. */
  ways?: readonly [string, string]
  get(t: Truck): number | null
  put(t: Truck, v: number): void
}

interface Place {
  get(t: Truck): number | null
  put(t: Truck, v: number): void
}

/** Fields for the keys of one part of the truck. */
const part =
  <P>(of: (t: Truck) => P) =>
  <K extends keyof P>(key: K): Place => ({
    get: (t) => of(t)[key] as number | null,
    put: (t, v) => {
      of(t)[key] = v as P[K]
    },
  })
const whole = part((t) => t)
const seatGap = part((t) => t.seatGap)
const lips = part((t) => t.heights)
const suspension = part((t) => t.suspension)
const wheels = part((t) => t.unladen)
const ratings = part((t) => t.ratings)
const bed = part((t) => t.bed)
const frame = part((t) => t.frame)
const tyre = part((t) => t.tyre)
const coil = part((t) => t.coil)
const upperSeat = part((t) => t.seats.upper)
const lowerSeat = part((t) => t.seats.lower)
const axle = part((t) => t.axle)
const battery = part((t) => t.battery)
const fuelTank = part((t) => t.fuelTank)
const fuelTankAt = part((t) => t.fuelTank.centre)
const weighedFront = (t: Truck) => weighed(t, 'front')
const weighedRear = (t: Truck) => weighed(t, 'rear')

/** Words for the two directions of a figure, by its name. */
const WAYS_OF: [RegExp, readonly [string, string]][] = [
  [/from the rear axle$/, AXLE_WAYS],
  [/from the centre line$/, CENTRE_WAYS],
  [/^Lift /, LIFT_WAYS],
  [/ seat, fore or aft$/, AXLE_WAYS],
  [/ seat, out or in$/, OUT_WAYS],
]
/** @param typed what typing the figure records about how it is known */
const row = (
  label: string,
  quantity: Quantity,
  [min, max]: readonly [number, number],
  place: Place,
  typed?: (t: Truck) => void,
): SurveyField => ({
  label,
  quantity,
  min,
  max,
  ways: WAYS_OF.find(([name]) => name.test(label))?.[1],
  get: place.get,
  put: (t, v) => {
    place.put(t, v)
    typed?.(t)
  },
})

/** Position of the brake line beside the spring, as proposed until it is measured. */
const brakeLineOf = (t: Truck): Point =>
  t.brakeLine ?? { x: -0.15, y: t.seat - 0.09, z: t.tyre.radius + t.axle.tube }
const mirrored = (place: Point): Point => ({ ...place, y: -place.y })
/** The spare wheel; placed under the tail if the truck had none. */
function spareOf(t: Truck) {
  t.spare ??= {
    centre: { x: t.frame.rear + t.tyre.radius + 0.1, y: 0, z: t.frame.top - t.frame.depth - 0.04 },
    radius: t.tyre.radius,
    width: t.tyre.width,
  }
  return t.spare
}

export const SURVEY_GROUPS: readonly { title: string; rows: SurveyField[] }[] = [
  {
    title: 'Heights and gap',
    rows: [
      row('Seat gap, unladen', 'length', [0, 1], { get: seatGap('unladen').get, put: gapTaped }),
      row('Seat gap, full droop', 'length', [0, 1], seatGap('droop'), taped),
      row('Seat gap, on the bump stop', 'length', [0, 1], seatGap('bump'), taped),
      row('Fender lip, front left', 'length', [0, 3], lips('frontLeft')),
      row('Fender lip, front right', 'length', [0, 3], lips('frontRight')),
      row('Fender lip, rear left', 'length', [0, 3], lips('rearLeft')),
      row('Fender lip, rear right', 'length', [0, 3], lips('rearRight')),
      row('Lift at the rear', 'length', [-0.3, 0.6], suspension('lift')),
      row('Lift at the front', 'length', [-0.3, 0.6], suspension('frontLift')),
      row('Axle wedge', 'angle', [-0.3, 0.3], suspension('wedge')),
      row('Bump stop cut by', 'length', [0, 0.3], suspension('stopCut')),
    ],
  },
  {
    title: 'Weights, unladen',
    rows: [
      row('Wheel, front left', 'mass', [0, 20_000], wheels('frontLeft'), weighedFront),
      row('Wheel, front right', 'mass', [0, 20_000], wheels('frontRight'), weighedFront),
      row('Wheel, rear left', 'mass', [0, 20_000], wheels('rearLeft'), weighedRear),
      row('Wheel, rear right', 'mass', [0, 20_000], wheels('rearRight'), weighedRear),
    ],
  },
  {
    title: 'Ratings, as plated',
    rows: [
      row('Front axle rating', 'mass', [1, 50_000], ratings('frontAxle'), plated),
      row('Rear axle rating', 'mass', [1, 50_000], ratings('rearAxle'), plated),
      row('Gross rating', 'mass', [1, 90_000], ratings('gross'), plated),
      row('Combination rating', 'mass', [1, 150_000], ratings('combination'), plated),
      row('Ball rating', 'mass', [0, 20_000], ratings('ball'), plated),
      row('Bed hitch rating', 'mass', [0, 50_000], ratings('bedHitch'), plated),
      row('One tyre', 'mass', [1, 20_000], ratings('tyre')),
    ],
  },
  {
    title: 'Lengths',
    rows: [
      row('Wheelbase', 'length', [1, 15], whole('wheelbase')),
      row('Rear axle to ball', 'length', [0, 10], whole('axleToBall')),
      row('Ball above ground', 'length', [0, 3], whole('ballHeight')),
      row('Bed hitch, from the rear axle', 'length', [-5, 5], whole('bedHitch')),
      row('Front track', 'length', [0.5, 4], whole('frontTrack')),
      row('Rear track', 'length', [0.5, 4], whole('rearTrack')),
      row('Bed front, from the rear axle', 'length', [-5, 10], bed('front')),
      row('Bed end, behind rear axle', 'length', [-5, 10], {
        get: (t) => -t.bed.rear,
        put: (t, v) => {
          t.bed.rear = -v
        },
      }),
      row('Bed floor above ground', 'length', [0, 3], bed('floor')),
      row('Bed width', 'length', [0.3, 4], bed('width')),
    ],
  },
  {
    title: 'Frame and springs',
    rows: [
      row('Rail spacing, centre to centre', 'length', [0.2, 3], frame('spacing')),
      row('Rail top above ground', 'length', [0.1, 3], frame('top')),
      row('Rail depth', 'length', [0.01, 1], frame('depth')),
      row('Rear rate, a side', 'springRate', [1000, 2_000_000], suspension('rearRate'), offSheet),
      row('Front rate, a side', 'springRate', [1000, 2_000_000], suspension('frontRate')),
      row('Rear spring base', 'length', [0.2, 3], suspension('rearSpringBase')),
      row('Rail rise over the rear axle', 'length', [0, 0.6], frame('kickUp')),
      row('Overload leaf touches after', 'length', [0, 0.5], {
        get: (t) => t.suspension.overload?.contact ?? null,
        put: (t, v) => {
          t.suspension.overload = { rate: t.suspension.overload?.rate ?? 0, contact: v }
        },
      }),
      row('Overload leaf adds, a side', 'springRate', [0, 2_000_000], {
        get: (t) => t.suspension.overload?.rate ?? null,
        put: (t, v) => {
          t.suspension.overload = { contact: t.suspension.overload?.contact ?? 0, rate: v }
        },
      }),
      row('Bump stop rate', 'springRate', [1000, 5_000_000], suspension('stopRate')),
      row('Front bump stop gap', 'length', [0, 0.5], suspension('frontStopGap')),
      row('Front anti-roll bar', 'rollStiffness', [0, 500_000], suspension('frontAntiRoll')),
      row('Rear anti-roll bar', 'rollStiffness', [0, 500_000], suspension('rearAntiRoll')),
      row('Motion ratio', 'plain', [0.1, 3], suspension('motionRatio'), motionTaped),
      row('Spring seat from the centre', 'length', [0.1, 3], whole('seat')),
      row('Tyre width', 'length', [0.05, 1], tyre('width')),
      row('Tyre radius', 'length', [0.1, 1.5], tyre('radius')),
    ],
  },
  {
    title: 'Beside the springs',
    rows: [
      row('Upper seat, fore or aft', 'length', [-0.5, 0.5], upperSeat('x')),
      row('Upper seat, out or in', 'length', [-0.5, 0.5], upperSeat('y')),
      row('Lower seat, fore or aft', 'length', [-0.5, 0.5], lowerSeat('x')),
      row('Lower seat, out or in', 'length', [-0.5, 0.5], lowerSeat('y')),
      row('Inner fender from the centre', 'length', [0.1, 3], {
        get: (t) => t.innerFender?.y ?? null,
        put: (t, v) => {
          t.innerFender = { y: v, bottom: t.innerFender?.bottom ?? t.tyre.radius * 1.5 }
        },
      }),
      row('Its lower edge above ground', 'length', [0, 3], {
        get: (t) => t.innerFender?.bottom ?? null,
        put: (t, v) => {
          t.innerFender = { bottom: v, y: t.innerFender?.y ?? t.rearTrack / 2 }
        },
      }),
      row('Brake line, from the rear axle', 'length', [-2, 2], {
        get: (t) => t.brakeLine?.x ?? null,
        put: (t, v) => {
          t.brakeLine = { ...brakeLineOf(t), x: v }
        },
      }),
      row('Brake line, from the centre', 'length', [0, 2], {
        get: (t) => t.brakeLine?.y ?? null,
        put: (t, v) => {
          t.brakeLine = { ...brakeLineOf(t), y: v }
        },
      }),
      row('Brake line, above ground', 'length', [0, 2], {
        get: (t) => t.brakeLine?.z ?? null,
        put: (t, v) => {
          t.brakeLine = { ...brakeLineOf(t), z: v }
        },
      }),
      row('Inside of the coil, across', 'length', [0.02, 0.6], coil('inner')),
      row('Inside of the coil, free height', 'length', [0.02, 1], coil('gap')),
      row('Differential, radius', 'length', [0.02, 0.5], axle('differential')),
      row('Differential, from the centre line', 'length', [-1, 1], axle('offset')),
      row('Axle tube, radius', 'length', [0.01, 0.2], axle('tube')),
      row('Drive shaft, radius', 'length', [0, 0.2], whole('driveShaft')),
    ],
  },
  {
    title: 'Batteries, fuel tank and spare wheel',
    rows: [
      row('Battery, from the rear axle', 'length', [-10, 15], battery('x')),
      row('Battery, from the centre line', 'length', [-3, 3], battery('y')),
      row('Battery, above ground', 'length', [0, 4], battery('z')),
      row('Second battery, from the rear axle', 'length', [-10, 15], {
        get: (t) => t.secondBattery?.x ?? null,
        put: (t, v) => {
          t.secondBattery = { ...(t.secondBattery ?? mirrored(t.battery)), x: v }
        },
      }),
      row('Second battery, from the centre line', 'length', [-3, 3], {
        get: (t) => t.secondBattery?.y ?? null,
        put: (t, v) => {
          t.secondBattery = { ...(t.secondBattery ?? mirrored(t.battery)), y: v }
        },
      }),
      row('Spare wheel, from the rear axle', 'length', [-10, 15], {
        get: (t) => t.spare?.centre.x ?? null,
        put: (t, v) => {
          spareOf(t).centre.x = v
        },
      }),
      row('Spare wheel, above ground', 'length', [0, 4], {
        get: (t) => t.spare?.centre.z ?? null,
        put: (t, v) => {
          spareOf(t).centre.z = v
        },
      }),
      row('Tank, from the rear axle', 'length', [-10, 15], fuelTankAt('x')),
      row('Tank, from the centre line', 'length', [-3, 3], fuelTankAt('y')),
      row('Tank length', 'length', [0, 5], fuelTank('length')),
      row('Tank width', 'length', [0, 3], fuelTank('width')),
    ],
  },
]

/** The group with that title. */
export const groupTitled = (title: string) => SURVEY_GROUPS.find((group) => group.title === title)!

/** Subjects that notes and pictures point at, each with its field. */
export const SUBJECT_OF: Readonly<Record<string, string>> = {
  'Lift at the rear': 'lift',
  'Seat gap, unladen': 'seatGap',
  'Motion ratio': 'motion',
  'Wheel, front left': 'frontAxle axles',
  'Wheel, rear left': 'rearAxle',
  'Gross rating': 'gross',
  'Upper seat, fore or aft': 'seats',
  'Inside of the coil, across': 'coil',
  'Battery, from the rear axle': 'battery',
  'Second battery, from the rear axle': 'secondBattery',
  'Spare wheel, from the rear axle': 'spare',
  'Tank, from the rear axle': 'fuelTank',
}
