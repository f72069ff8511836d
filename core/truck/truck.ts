import { PRACTICE } from '../catalog/practice'
import { drawnByHand, smallestSpacer, type BareHeights } from '../catalog/spacers'
import type { SpringClass } from '../catalog/springs'
import { mountingOf, seatedHeight } from '../catalog/truckGeometry'
import { TRUCK_KINDS } from '../catalog/trucks'
import { LOADED_PARTS, type LoadedTruck, type SurveyFacts, type Truck } from '../document/types'
import { GRAVITY } from '../quantity/constants'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { bracketBolts } from './bracket'
import { truckFigures } from './figures'
import { unknownOf } from './firstMeasures'
import { QUICK_STEPS, fitSpring, obstacleName } from './fit'
import { roomsToMeasure } from './rooms'
import { truckRules } from './rules'
import { afterTrial, ratingsInForce, surveyChanges } from './survey'
import {
  FITTED_PARTS,
  type Fit,
  type SpringMounting,
  type FittedTruck,
  type LeastClearance,
  type Spaced,
  type TriedSteel,
  type TruckResult,
} from './types'

/**
 * What the survey gives: axle weights, where the chosen spring sits in its gap, and what comes near it. Spring
 * height = axle-to-frame gap at the seat less the kit's brackets and the spacer.
 * @param memo keeps what a change does not affect
 * @param tried what a road trial found of spring and steel; its area is already in `spring`
 */
export function truckStage(
  plan: Truck,
  spring: SpringClass | null,
  mounting: SpringMounting,
  memo: Memo = noMemo,
  tried: TriedSteel | null = null,
): StageOutput<TruckResult> {
  const { suspension, survey, seatGap: gaps, heights, unladen } = plan
  const area = areaTolerance(spring, tried)
  const { changes, tolerances, rateFrom } = memo(
    'survey',
    [suspension, survey, gaps, heights, unladen, area, tried],
    () => {
      const surveyed = surveyChanges(plan)
      const known = tried ? afterTrial(surveyed, plan, tried) : surveyed
      return { ...known, tolerances: { ...known.tolerances, area } }
    },
  )
  const ratings = memo('ratings', [plan.ratings], () => ratingsInForce(plan))
  const same = !changes && ratings === plan.ratings
  const truck = same ? plan : { ...plan, ...changes, ratings }
  const { unladen: w, seatGap } = truck
  const frontAxle = w.frontLeft + w.frontRight
  const rearAxle = w.rearLeft + w.rearRight
  const seat = { bracketHeight: spring?.bracketHeight ?? 0 }
  const heightIn = (gap: number) => seatedHeight(gap, seat, mounting.spacer)
  const springHeight = heightIn(seatGap.unladen)
  const { spacer, spacerAt } = mounting
  const { fit, leastClearance } = memo(
    'fit',
    [spring, spacer, spacerAt, ...FITTED_PARTS.map((part) => truck[part])],
    () => fitAll(truck, spring, mounting),
  )
  const loaded = LOADED_PARTS.map((part) => truck[part])
  const facts = memo<SurveyFacts>('facts', [tolerances, spacer, springHeight, ...loaded], () => ({
    truck: Object.fromEntries(LOADED_PARTS.map((part) => [part, truck[part]])) as unknown as LoadedTruck,
    tolerances,
    springHeight,
    spacer,
  }))
  const result: TruckResult = {
    kindLabel: TRUCK_KINDS.find((k) => k.id === truck.kind)!.label,
    facts,
    truck,
    frontAxle,
    rearAxle,
    gross: frontAxle + rearAxle,
    springHeight,
    droopHeight: heightIn(seatGap.droop),
    bumpHeight: heightIn(seatGap.bump),
    spacerWanted: spring ? seatGap.unladen - spring.bracketHeight - spring.designHeight : 0,
    standardSpacer: spring && smallestSpacer(spring, bareHeights(truck, spring)),
    closingLoad: spring ? closingLoad(truck, spring, springHeight) : 0,
    bolts: bracketBolts(truck),
    fit,
    rooms: roomsToMeasure(truck, fit),
    leastClearance,
  }
  const notes = truckRules({ typed: plan, spring, mounting, r: result })
  return {
    figures: truckFigures(result, spring, mounting, rateFrom),
    notes,
    state: stateOf(notes, isSurveyed(plan) ? 'clear' : 'begun'),
    headline: { text: headlineText(truck) },
    result,
  }
}

/** How high the spring would stand without a spacer. */
const bareHeights = ({ seatGap }: Truck, spring: SpringClass): BareHeights => ({
  unladen: seatedHeight(seatGap.unladen, spring, 0),
  droop: seatedHeight(seatGap.droop, spring, 0),
  bump: seatedHeight(seatGap.bump, spring, 0),
})

/**
 * Load on the rear axle, both sides together, that lowers the frame until a slack spring, drawn out by hand,
 * meets its seat, kg: m·g = 2·(k·t + k_overload·(t − contact)), where t is the wheel's travel. A coil insert
 * needs none.
 */
function closingLoad({ suspension }: Truck, spring: SpringClass, springHeight: number): number {
  const { rearRate, overload, motionRatio } = suspension
  const travel = (springHeight - drawnByHand(spring)) / motionRatio
  if (travel <= 0 || mountingOf(suspension) === 'coil') return 0
  const more = overload ? overload.rate * Math.max(travel - overload.contact, 0) : 0
  return (2 * (rearRate * travel + more)) / GRAVITY
}

/** Relative doubt of the spring's effective area: from the trial, its own sheet, or its class. */
function areaTolerance(spring: SpringClass | null, tried: TriedSteel | null): number {
  if (tried) return tried.area.tolerance
  return spring?.areaWithin ?? PRACTICE.classArea.value
}

/** True if every decisive figure was measured, or taken over as a guess by somebody who said so. */
const isSurveyed = (truck: Truck): boolean => unknownOf(truck).length === 0

/** The chosen spring over its whole sweep, and a quick look at another class on request. */
function fitAll(
  truck: FittedTruck,
  spring: SpringClass | null,
  spaced: Spaced,
): { fit: Fit | null; leastClearance: LeastClearance } {
  const suits = (s: SpringClass) => s.fits.includes(mountingOf(truck.suspension))
  const fit = spring && suits(spring) ? fitSpring(truck, spring, spaced) : null
  const looked = new Map<SpringClass, ReturnType<LeastClearance>>()
  return {
    fit,
    leastClearance(s) {
      const known = looked.get(s)
      if (known !== undefined) return known
      const quick = () => (suits(s) ? fitSpring(truck, s, spaced, QUICK_STEPS).worst : null)
      const worst = s === spring ? fit?.worst : quick()
      const least = worst
        ? {
            value: worst.value,
            on: obstacleName(worst.on, truck),
            near: worst.on !== 'coil' && worst.value < PRACTICE.bagClearance.value,
          }
        : null
      looked.set(s, least)
      return least
    },
  }
}

function headlineText(truck: Truck): string {
  if (truck.suspension.kind === 'coil') return 'coil springs'
  return truck.tyre.dual ? 'leaf · dual wheels' : 'leaf springs'
}
