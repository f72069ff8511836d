import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import { mountingOf, seatedHeight } from '../catalog/truckGeometry'
import { TRUCK_KINDS } from '../catalog/trucks'
import type { AirPlan, Truck } from '../document/types'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { truckFigures } from './figures'
import { QUICK_STEPS, fitSpring, obstacleName } from './fit'
import { truckRules } from './rules'
import { afterTrial, ratingsInForce, surveyChanges } from './survey'
import type { Fit, LeastClearance, TriedSteel, TruckFacts, TruckResult } from './types'

/**
 * What the survey gives: axle weights, where the chosen spring sits in its gap, and what it comes near.
 * Spring height = axle-to-frame gap at the seat less the kit's brackets and the spacer.
 * @param memo so that what a change does not touch is not worked out again.
 * @param tried what a road trial said of spring and steel; its area is in `spring` already.
 */
export function truckStage(
  plan: Truck,
  spring: SpringClass | null,
  fitted: Pick<AirPlan, 'spacer' | 'droop' | 'sheet'>,
  memo: Memo = noMemo,
  tried: TriedSteel | null = null,
): StageOutput<TruckResult> {
  const { suspension, survey, seatGap: gaps, heights, unladen } = plan
  const area = areaTolerance(fitted, tried)
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
  const heightIn = (gap: number) => seatedHeight(gap, seat, fitted.spacer)
  const springHeight = heightIn(seatGap.unladen)
  const { fit, leastClearance } = memo('fit', [spring, fitted.spacer, ...partsOfFit(truck)], () =>
    fitAll(truck, spring, fitted.spacer),
  )
  const facts = memo<TruckFacts>(
    'facts',
    [tolerances, fitted.spacer, springHeight, ...partsOfFacts(truck)],
    () => ({ truck, tolerances, springHeight, spacer: fitted.spacer }),
  )
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
    fit,
    leastClearance,
  }
  const notes = truckRules({ typed: plan, spring, fitted, r: result })
  return {
    figures: truckFigures(result, spring, fitted, rateFrom),
    notes,
    state: stateOf(notes, isSurveyed(plan) ? 'clear' : 'begun'),
    headline: { text: headlineText(truck) },
    result,
  }
}

/** Share by which the spring's effective area may be off: by the trial, its own sheet, or its class. */
function areaTolerance({ sheet }: Pick<AirPlan, 'sheet'>, tried: TriedSteel | null): number {
  if (tried) return tried.area.tolerance
  return sheet ? PRACTICE.sheetArea.value : PRACTICE.classArea.value
}

/** Whether every decisive figure was measured, or taken over as a guess by somebody who said so. */
const isSurveyed = ({ survey }: Truck): boolean =>
  [survey.frontAxle, survey.rearAxle, survey.gap, survey.rearRate].every(({ how }) => how !== 'unknown')

/** What the swept fit depends on. */
const partsOfFit = (t: Truck): unknown[] => [
  t.frame,
  t.tyre,
  t.rearTrack,
  t.seat,
  t.seats,
  t.beside,
  t.innerFender,
  t.brakeLine,
  t.coil,
  t.exhaust,
  t.seatGap,
  t.suspension,
]

/** What later stages use of the truck. */
const partsOfFacts = (t: Truck): unknown[] => [
  t.wheelbase,
  t.frontTrack,
  t.rearTrack,
  t.axleToBall,
  t.bedHitch,
  t.bed,
  t.tyre,
  t.unladen,
  t.ratings,
  t.suspension,
  t.seatGap,
]

/** The chosen spring over its whole sweep, and a quick look at any other class when it is asked for. */
function fitAll(
  truck: Truck,
  spring: SpringClass | null,
  spacer: number,
): { fit: Fit | null; leastClearance: LeastClearance } {
  const suits = (s: SpringClass) => s.fits.includes(mountingOf(truck.suspension))
  const fit = spring && suits(spring) ? fitSpring(truck, spring, spacer) : null
  const looked = new Map<SpringClass, ReturnType<LeastClearance>>()
  return {
    fit,
    leastClearance(s) {
      const known = looked.get(s)
      if (known !== undefined) return known
      const quick = () => (suits(s) ? fitSpring(truck, s, spacer, QUICK_STEPS).worst : null)
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
