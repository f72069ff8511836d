import { PRACTICE } from '../catalog/practice'
import { drawnByHand } from '../catalog/spacers'
import type { SpringClass } from '../catalog/springs'
import { greatestLean, wheelTravel } from '../catalog/truckGeometry'
import type { Truck } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { tableRange } from '../quantity/interpolate'
import { obstacleName } from './fit'
import { lowestStand } from './stands'
import { motionTolerances } from './survey'
import type { SpringMounting, RateFrom, TruckResult } from './types'

/** Figures of the survey, each with its inputs. SI. */
export function truckFigures(
  r: TruckResult,
  spring: SpringClass | null,
  mounting: Pick<SpringMounting, 'spacer'>,
  rateFrom: RateFrom,
): Record<string, Figure> {
  const { truck } = r
  const { unladen: w, survey, ratings } = truck
  const { tolerances } = r.facts
  return {
    frontAxle: axle('Front axle, unladen', [w.frontLeft, w.frontRight], survey.frontAxle, {
      tolerance: tolerances.frontAxle,
      max: ratings.frontAxle,
    }),
    rearAxle: axle('Rear axle, unladen', [w.rearLeft, w.rearRight], survey.rearAxle, {
      tolerance: tolerances.rearAxle,
      max: ratings.rearAxle,
    }),
    gross: {
      label: 'Gross, unladen',
      value: r.gross,
      quantity: 'mass',
      formula: 'front + rear',
      inputs: [input('Front axle', r.frontAxle, 'mass'), input('Rear axle', r.rearAxle, 'mass')],
      source: 'Sum of the axles',
      max: ratings.gross,
    },
    rearRating: {
      label: 'Rear axle rating',
      value: ratings.rearAxle,
      quantity: 'mass',
      formula: RATED[survey.ratings.how],
      inputs: [],
      source: 'The vehicle’s plate rules',
    },
    rearRate: rearRate(truck, tolerances.rearRate, rateFrom),
    motionRatio: motionRatio(truck),
    ...heights(r, spring, mounting.spacer),
    ...travels(truck),
    rake: rake(truck),
    seatTilt: {
      label: 'Tilt of the lower seat',
      value: Math.abs(truck.suspension.wedge),
      quantity: 'angle',
      formula: 'axle wedge',
      inputs: [],
      source: 'Survey',
    },
    lean: lean(truck, lowestStand(r)),
    ...(r.fit && spring ? clearances(r.fit, spring, truck) : {}),
  }
}

const RATED: Record<Truck['survey']['ratings']['how'], string> = {
  plate: 'off the truck’s plate',
  guess: 'not read: a guess, taken over',
  unknown: 'not read: the kind’s example',
}
const WEIGHED: Record<Truck['survey']['frontAxle']['how'], string> = {
  scale: 'public scale',
  'wheel-scales': 'wheel scales',
  guess: 'not weighed: a guess, taken over',
  unknown: 'not weighed: the kind’s example',
}

function axle(
  label: string,
  [left, right]: [number, number],
  known: Truck['survey']['frontAxle'],
  { tolerance, max }: { tolerance: number; max: number },
): Figure {
  const value = left + right
  return {
    label,
    value,
    quantity: 'mass',
    formula: 'left + right',
    max,
    range: { low: value - tolerance, high: value + tolerance },
    source: `${WEIGHED[known.how]}, ± as stated`,
    inputs: [
      input('Left', left, 'mass'),
      input('Right', right, 'mass'),
      input('Known within ±', tolerance, 'mass'),
    ],
  }
}

const MOTION_SOURCE: Record<Truck['survey']['motion']['how'], string> = {
  tape: 'Both travels taped, from hanging to loaded',
  guess: 'Not measured: a guess, taken over',
  unknown: 'Not measured: the kind’s example',
}
function motionRatio({ suspension, survey }: Truck): Figure {
  const { motionRatio: value } = suspension
  const { motion, seat } = motionTolerances(survey.motion, suspension)
  const share = Math.hypot(motion, seat)
  return {
    label: 'Motion ratio',
    value,
    quantity: 'plain',
    range: { low: value * (1 - share), high: value * (1 + share) },
    formula: 'change of the seat gap ÷ travel of the wheel',
    inputs: [
      input('Known within ±', motion, 'ratio'),
      input('and by where the seat stands, ±', seat, 'ratio'),
    ],
    source: MOTION_SOURCE[survey.motion.how],
  }
}

const RATE_SOURCE: Record<Exclude<RateFrom, 'two-heights'>, string> = {
  sheet: 'The spring’s sheet',
  kind: 'Not measured: the kind’s example',
  trial: 'The road trial, of what the survey says (Tune)',
}

function rearRate(truck: Truck, share: number, from: RateFrom): Figure {
  const { rearRate: value } = truck.suspension
  const { squat } = truck.survey
  const figure = {
    label: 'Rear rate, a side',
    value,
    quantity: 'springRate',
    range: { low: value * (1 - share), high: value * (1 + share) },
  } as const
  if (from !== 'two-heights') {
    return { ...figure, formula: 'as typed', inputs: [], source: RATE_SOURCE[from] }
  }
  return {
    ...figure,
    formula: '(ΔF/2 − overload part)/Δh',
    inputs: [
      input('Known load on the rear axle', squat.load, 'mass'),
      input('Lip left, before', squat.beforeLeft, 'length'),
      input('after', squat.afterLeft, 'length'),
      input('Lip right, before', squat.beforeRight, 'length'),
      input('after', squat.afterRight, 'length'),
    ],
    source: 'Two heights and a known load',
  }
}

function heights(r: TruckResult, spring: SpringClass | null, spacer: number): Record<string, Figure> {
  const { seatGap } = r.truck
  const range = spring && tableRange(spring.areaByHeight)
  const bracket = input('Brackets of the kit', spring?.bracketHeight ?? 0, 'length')
  const height = (label: string, value: number, gap: number, gapLabel: string): Figure => ({
    label,
    value,
    quantity: 'length',
    formula: `${gapLabel} − brackets − spacer`,
    min: range?.low,
    max: range?.high,
    inputs: [
      input(gapLabel, gap, 'length'),
      bracket,
      input('Spacer', spacer, 'length'),
      input('Gap known within ±', r.facts.tolerances.gap, 'length'),
    ],
    source: 'Tape; brackets from the class (common practice)',
  })
  return {
    springHeight: height('Spring height, unladen', r.springHeight, seatGap.unladen, 'Seat gap, unladen'),
    droopHeight: height('Spring height, full droop', r.droopHeight, seatGap.droop, 'Seat gap, full droop'),
    bumpHeight: height(
      'Spring height, on the bump stop',
      r.bumpHeight,
      seatGap.bump,
      'Seat gap, on the bump stop',
    ),
    spacerWanted: {
      label: 'Spacer to the design height',
      value: Math.max(r.spacerWanted, 0),
      quantity: 'length',
      formula: 'gap − brackets − design height',
      inputs: [
        input('Seat gap, unladen', seatGap.unladen, 'length'),
        bracket,
        input('Design height', spring?.designHeight ?? null, 'length'),
      ],
      source: 'Class of the spring (common practice); its own sheet rules',
    },
    standardSpacer: {
      label: 'Smallest standard spacer',
      value: r.standardSpacer,
      quantity: 'length',
      formula: 'the smallest size that keeps it in its range, bump stop to droop; if none, to unladen',
      inputs: [
        input('Seat gap, unladen', seatGap.unladen, 'length'),
        input('Seat gap, full droop', seatGap.droop, 'length'),
        input('Seat gap, on the bump stop', seatGap.bump, 'length'),
        bracket,
        input('Lowest it may stand', range?.low ?? null, 'length'),
        input('Highest it reaches', range?.high ?? null, 'length'),
      ],
      source: 'Sizes as sold: 1, 1½, 2, 2½, 3, 4, 5, 6 in (common practice)',
    },
    closingLoad: {
      label: 'Load on the rear axle that closes the gap',
      value: r.closingLoad,
      quantity: 'mass',
      formula: 'm = 2·(k·t + k₂·(t − t₂))/g, t = (height − drawn by hand)/motion ratio',
      inputs: [
        input('Spring height, unladen', r.springHeight, 'length'),
        input('Drawn out by hand to', spring && drawnByHand(spring), 'length'),
        input('Rear rate, a side', r.truck.suspension.rearRate, 'springRate'),
        input('Motion ratio', r.truck.suspension.motionRatio, 'plain'),
      ],
      source: 'Hooke; by hand half-way from its design height to its highest (from memory)',
    },
  }
}

/** How far the spring leans from upright between its seats. */
function lean({ seats }: Truck, height: number): Figure {
  return {
    label: 'Lean of the spring, on the bump stop',
    value: greatestLean(seats, height),
    quantity: 'angle',
    formula: 'atan(√(Δx² + Δy²)/least height)',
    inputs: [
      input('Seats apart, along', Math.abs(seats.upper.x - seats.lower.x), 'length'),
      input('Seats apart, across', Math.abs(seats.upper.y - seats.lower.y), 'length'),
      input('Spring height, on the bump stop', height, 'length'),
    ],
    source: 'Geometry',
    max: PRACTICE.seatTilt.value,
  }
}

function travels(truck: Truck): Record<string, Figure> {
  const travel = wheelTravel(truck)
  const inputs = [input('Motion ratio', truck.suspension.motionRatio, 'plain')]
  const source = 'Tape'
  return {
    wheelTravelUp: {
      label: 'Wheel travel to the bump stop',
      value: travel.bump,
      quantity: 'length',
      formula: '(gap unladen − gap on the stop)/MR',
      inputs,
      source,
    },
    wheelTravelDown: {
      label: 'Wheel travel to full droop',
      value: -travel.droop,
      quantity: 'length',
      formula: '(gap at droop − gap unladen)/MR',
      inputs,
      source,
    },
  }
}

function rake(truck: Truck): Figure {
  const { heights: lip } = truck
  const rear = (lip.rearLeft + lip.rearRight) / 2
  const front = (lip.frontLeft + lip.frontRight) / 2
  return {
    label: 'Rake, unladen',
    value: Math.atan((rear - front) / truck.wheelbase),
    quantity: 'angle',
    formula: 'atan((rear lip − front lip)/L)',
    inputs: [input('Rear lips, mean', rear, 'length'), input('Front lips, mean', front, 'length')],
    source: 'Tape; lips stand in for the frame',
  }
}

function clearances(
  fit: NonNullable<TruckResult['fit']>,
  spring: SpringClass,
  truck: Truck,
): Record<string, Figure> {
  const wanted = PRACTICE.bagClearance.value
  return {
    diameter: {
      label: 'Bag at its largest',
      value: fit.fullDiameter,
      quantity: 'length',
      formula: 'd·√(A(h)/A(h0))·(1 + 0.03·(p/p_max − 1)), largest over the travel',
      inputs: [
        input('Outside diameter of the class', spring.diameter, 'length'),
        input('Pressure', spring.maxPressure, 'pressure'),
      ],
      source: 'Area table of the class; stretch from common practice',
    },
    ...Object.fromEntries(
      fit.clearances.map((c): [string, Figure] => [
        `clear.${c.on}`,
        {
          label: `Clearance to the ${obstacleName(c.on, truck)}`,
          value: c.value,
          quantity: 'length',
          formula: 'least over droop to bump, together and crossed, bag at full size',
          inputs: [
            input('Side', c.side),
            input('Left wheel, up', c.left, 'length'),
            input('Right wheel, up', c.right, 'length'),
            input('Wanted', wanted, 'length'),
          ],
          source: 'Geometry of the section through the axle; 13 mm (common practice)',
          min: wanted,
        },
      ]),
    ),
  }
}
