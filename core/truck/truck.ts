import type { SpringClass } from '../catalog/springs'
import type { AirPlan, Truck } from '../document/types'
import { TRUCK_KINDS } from '../catalog/trucks'
import type { Figure } from '../quantity/figure'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { CLEARANCE, QUICK_STEPS, fitSpring, travelOf } from './fit'
import type { Fit, TruckFacts, TruckResult } from './types'
import { truckRules } from './rules'
import { surveyChanges } from './survey'

const HOW = {
  scale: 'public scale',
  'wheel-scales': 'wheel scales',
  unknown: 'not weighed: the kind’s example',
}

/**
 * What the survey gives: axle weights, where the chosen spring sits in its gap, and what it comes near.
 * Spring height = axle-to-frame gap at the seat less the kit's brackets and the spacer.
 */
export function truckStage(
  plan: Truck,
  spring: SpringClass | null,
  fitted: Pick<AirPlan, 'spacer' | 'droop' | 'sheet'>,
  keep: Memo = noMemo,
): StageOutput<TruckResult> {
  const { changes, doubt, rateFrom } = keep(
    'survey',
    [plan.suspension, plan.survey, plan.seatGap, plan.heights, plan.unladen],
    () => surveyChanges(plan),
  )
  const truck = changes ? { ...plan, ...changes } : plan
  const { unladen: w, ratings, seatGap, suspension } = truck
  const frontAxle = w.frontLeft + w.frontRight
  const rearAxle = w.rearLeft + w.rearRight
  const gross = frontAxle + rearAxle
  const bracket = (spring?.bracketHeight ?? 0) + fitted.spacer
  const heights = {
    springHeight: seatGap.unladen - bracket,
    droopHeight: seatGap.droop - bracket,
    bumpHeight: seatGap.bump - bracket,
  }
  const spacerWanted = spring ? seatGap.unladen - spring.bracketHeight - spring.designHeight : 0
  const travel = travelOf(truck)
  const { fit, rubOf } = keep(
    'fit',
    [
      spring,
      fitted.spacer,
      truck.frame,
      truck.tyre,
      truck.rearTrack,
      truck.seat,
      truck.innerFender,
      truck.brakeLine,
      truck.coil,
      truck.exhaust,
      truck.seatGap,
      truck.suspension,
    ],
    () => fitAll(truck, spring, fitted.spacer),
  )
  const areaFrom = fitted.sheet ? 'sheet' : 'class'
  const facts = keep<TruckFacts>(
    'facts',
    [
      doubt,
      areaFrom,
      fitted.spacer,
      heights.springHeight,
      truck.wheelbase,
      truck.frontTrack,
      truck.rearTrack,
      truck.axleToBall,
      truck.bedHitch,
      truck.bed,
      truck.tyre,
      truck.unladen,
      truck.ratings,
      truck.suspension,
      truck.seatGap,
    ],
    () => ({ truck, doubt, springHeight: heights.springHeight, spacer: fitted.spacer, areaFrom }),
  )
  const result: TruckResult = {
    kindLabel: TRUCK_KINDS.find((k) => k.id === truck.kind)!.label,
    facts,
    truck,
    frontAxle,
    rearAxle,
    gross,
    ...heights,
    spacerWanted,
    fit,
    rubOf,
  }
  const axle = (
    label: string,
    value: number,
    left: number,
    right: number,
    known: Truck['survey']['frontAxle'],
    tolerance: number,
    max: number,
  ): Figure => ({
    label,
    value,
    quantity: 'mass',
    formula: 'left + right',
    max,
    range: { low: value - tolerance, high: value + tolerance },
    source: `${HOW[known.how]}, ± as stated`,
    inputs: [
      { label: 'Left', value: left, quantity: 'mass' },
      { label: 'Right', value: right, quantity: 'mass' },
      { label: 'Known within ±', value: tolerance, quantity: 'mass' },
    ],
  })
  const height = (label: string, value: number, gap: number, of: string): Figure => ({
    label,
    value,
    quantity: 'length',
    formula: `${of} − brackets − spacer`,
    min: spring?.areaByHeight[0]![0],
    max: spring?.areaByHeight.at(-1)![0],
    inputs: [
      { label: of, value: gap, quantity: 'length' },
      { label: 'Brackets of the kit', value: spring?.bracketHeight ?? 0, quantity: 'length' },
      { label: 'Spacer', value: fitted.spacer, quantity: 'length' },
      { label: 'Gap known within ±', value: doubt.gap, quantity: 'length' },
    ],
    source: 'Tape; brackets from the class (common practice)',
  })
  const figures: Record<string, Figure> = {
    frontAxle: axle(
      'Front axle, unladen',
      frontAxle,
      w.frontLeft,
      w.frontRight,
      truck.survey.frontAxle,
      doubt.frontAxle,
      ratings.frontAxle,
    ),
    rearAxle: axle(
      'Rear axle, unladen',
      rearAxle,
      w.rearLeft,
      w.rearRight,
      truck.survey.rearAxle,
      doubt.rearAxle,
      ratings.rearAxle,
    ),
    gross: {
      label: 'Gross, unladen',
      value: gross,
      quantity: 'mass',
      formula: 'front + rear',
      inputs: [
        { label: 'Front axle', value: frontAxle, quantity: 'mass' },
        { label: 'Rear axle', value: rearAxle, quantity: 'mass' },
      ],
      source: 'Sum of the axles',
      max: ratings.gross,
    },
    rearRate: {
      label: 'Rear rate, a side',
      value: suspension.rearRate,
      quantity: 'springRate',
      range: {
        low: suspension.rearRate * (1 - doubt.rearRate),
        high: suspension.rearRate * (1 + doubt.rearRate),
      },
      ...(rateFrom === 'two-heights'
        ? {
            formula: '(ΔF/2 − overload part)/Δh',
            inputs: [
              {
                label: 'Known load on the rear axle',
                value: truck.survey.squat.load,
                quantity: 'mass' as const,
              },
              {
                label: 'Lip left, before',
                value: truck.survey.squat.beforeLeft,
                quantity: 'length' as const,
              },
              { label: 'after', value: truck.survey.squat.afterLeft, quantity: 'length' as const },
              {
                label: 'Lip right, before',
                value: truck.survey.squat.beforeRight,
                quantity: 'length' as const,
              },
              { label: 'after', value: truck.survey.squat.afterRight, quantity: 'length' as const },
            ],
            source: 'Two heights and a known load',
          }
        : {
            formula: 'as typed',
            inputs: [],
            source: rateFrom === 'sheet' ? 'The spring’s sheet' : 'Not measured: the kind’s example',
          }),
    },
    springHeight: height(
      'Spring height, unladen',
      heights.springHeight,
      seatGap.unladen,
      'Seat gap, unladen',
    ),
    droopHeight: height(
      'Spring height, full droop',
      heights.droopHeight,
      seatGap.droop,
      'Seat gap, full droop',
    ),
    bumpHeight: height(
      'Spring height, on the bump stop',
      heights.bumpHeight,
      seatGap.bump,
      'Seat gap, on the bump stop',
    ),
    spacerWanted: {
      label: 'Spacer to the design height',
      value: Math.max(spacerWanted, 0),
      quantity: 'length',
      formula: 'gap − brackets − design height',
      inputs: [
        { label: 'Seat gap, unladen', value: seatGap.unladen, quantity: 'length' },
        { label: 'Brackets of the kit', value: spring?.bracketHeight ?? 0, quantity: 'length' },
        { label: 'Design height', value: spring?.designHeight ?? null, quantity: 'length' },
      ],
      source: 'Class of the spring (common practice); its own sheet rules',
    },
    wheelTravelUp: {
      label: 'Wheel travel to the bump stop',
      value: travel.bump,
      quantity: 'length',
      formula: '(gap unladen − gap on the stop)/MR',
      inputs: [{ label: 'Motion ratio', value: suspension.motionRatio, quantity: 'plain' }],
      source: 'Tape',
    },
    wheelTravelDown: {
      label: 'Wheel travel to full droop',
      value: -travel.droop,
      quantity: 'length',
      formula: '(gap at droop − gap unladen)/MR',
      inputs: [{ label: 'Motion ratio', value: suspension.motionRatio, quantity: 'plain' }],
      source: 'Tape',
    },
    rake: {
      label: 'Rake, unladen',
      value: Math.atan((heightOf(truck, 'rear') - heightOf(truck, 'front')) / truck.wheelbase),
      quantity: 'angle',
      formula: 'atan((rear lip − front lip)/L)',
      inputs: [
        { label: 'Rear lips, mean', value: heightOf(truck, 'rear'), quantity: 'length' },
        { label: 'Front lips, mean', value: heightOf(truck, 'front'), quantity: 'length' },
      ],
      source: 'Tape; lips stand in for the frame',
    },
    seatTilt: {
      label: 'Tilt of the lower seat',
      value: Math.abs(suspension.wedge),
      quantity: 'angle',
      formula: 'axle wedge',
      inputs: [],
      source: 'Survey',
    },
  }
  if (fit) {
    figures.diameter = {
      label: 'Bag at its largest',
      value: fit.fullDiameter,
      quantity: 'length',
      formula: 'd·√(A(h)/A(h0))·(1 + 0.03·(p/p_max − 1)), largest over the travel',
      inputs: [
        { label: 'Outside diameter of the class', value: spring!.diameter, quantity: 'length' },
        { label: 'Pressure', value: spring!.maxPressure, quantity: 'pressure' },
      ],
      source: 'Area table of the class; stretch from common practice',
    }
    for (const c of fit.clearances) {
      figures[`clear.${c.on}`] = {
        label: `Clearance to the ${c.on}`,
        value: c.value,
        quantity: 'length',
        formula: 'least over droop to bump, together and crossed, bag at full size',
        inputs: [
          { label: 'Side', value: c.side },
          { label: 'Left wheel, up', value: c.left, quantity: 'length' },
          { label: 'Right wheel, up', value: c.right, quantity: 'length' },
          { label: 'Wanted', value: CLEARANCE, quantity: 'length' },
        ],
        source: 'Geometry of the section through the axle; 13 mm (common practice)',
        min: CLEARANCE,
      }
    }
  }
  const notes = truckRules(plan, spring, fitted, result)
  return { figures, notes, state: stateOf(notes, 'clear'), headline: { text: headlineText(truck) }, result }
}

/** The chosen spring over its whole sweep, and a quick look at any other class when it is asked for. */
function fitAll(
  truck: Truck,
  spring: SpringClass | null,
  spacer: number,
): { fit: Fit | null; rubOf: TruckResult['rubOf'] } {
  const suits = (s: SpringClass) => s.fits.includes(truck.suspension.kind)
  const fit = spring && suits(spring) ? fitSpring(truck, spring, spacer) : null
  const looked = new Map<SpringClass, ReturnType<TruckResult['rubOf']>>()
  return {
    fit,
    rubOf(s) {
      const kept = looked.get(s)
      if (kept !== undefined) return kept
      const worst =
        s === spring ? fit?.worst : suits(s) ? fitSpring(truck, s, spacer, QUICK_STEPS).worst : null
      const rub = worst
        ? { value: worst.value, on: worst.on, near: worst.on !== 'coil' && worst.value < CLEARANCE }
        : null
      looked.set(s, rub)
      return rub
    },
  }
}

/** Mean lip height of an axle. */
function heightOf({ heights: h }: Truck, axle: 'front' | 'rear'): number {
  return axle === 'front' ? (h.frontLeft + h.frontRight) / 2 : (h.rearLeft + h.rearRight) / 2
}

function headlineText(truck: Truck): string {
  return truck.suspension.kind === 'leaf'
    ? truck.tyre.dual
      ? 'leaf · dual wheels'
      : 'leaf springs'
    : 'coil springs'
}
