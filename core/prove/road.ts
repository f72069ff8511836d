import { PRACTICE } from '../catalog/practice'
import type { AirPlan, ProvePlan, RoadFinding, Side } from '../document/types'
import { input, type Figure } from '../quantity/figure'

/** What to inspect after the first drive, and when to do so again. SI. */

export interface RoadCheck {
  id: string
  label: string
  /** What to look for. */
  what: string
  /** Quantity that may be measured there; null if it is only looked at. */
  quantity: 'length' | 'pressure' | null
  /** A measured value below this is not fine. */
  least: number | null
}

const SIDES: Record<Side, string> = { left: 'Left', right: 'Right' }

/**
 * Everything that moves, rubs or works loose on the road, for this circuit. @param isWired whether anything is
 * wired
 */
export function roadChecks(air: AirPlan, isWired: boolean): RoadCheck[] {
  const sides = (['left', 'right'] as const).filter((side) =>
    Object.values(air.components).some((c) => c.kind === 'spring' && c.side === side),
  )
  const seen = (id: string, label: string, what: string): RoadCheck => {
    return { id, label, what, quantity: null, least: null }
  }
  return [
    ...sides.map((side): RoadCheck => ({
      id: `clear-${side}`,
      label: `Room round the ${side} spring`,
      what: 'The least room from frame, tyre, brake line and exhaust, and no shiny place on the bag.',
      quantity: 'length',
      least: PRACTICE.bagClearance.value,
    })),
    ...(sides.length
      ? [
          seen(
            'fasteners',
            'Fasteners',
            'Every one at its torque, on its wheels; marks of paint still in line.',
          ),
        ]
      : []),
    ...(Object.keys(air.lines).length
      ? [seen('lines', 'Air lines', 'None rubs, none near heat, none pulled tight at full droop; ties hold.')]
      : []),
    ...(isWired ? [seen('wires', 'Wires and plugs', 'None rubs, plugs home and dry, earths tight.')] : []),
    ...sides.map((side): RoadCheck => ({
      id: `pressure-${side}`,
      label: `${SIDES[side]} pressure`,
      what: 'Cold, at the load it was set at: as it was set, but for the weather.',
      quantity: 'pressure',
      least: null,
    })),
  ]
}

/** Checks of a plan that nobody has judged yet. */
export const roadLeft = (checks: readonly RoadCheck[], { road }: ProvePlan): RoadCheck[] =>
  checks.filter(({ id }) => !road[id]?.found)

/** A value below its least is not fine, whatever is ticked. */
export const isFine = (
  { least }: RoadCheck,
  { found, value }: Pick<RoadFinding, 'found' | 'value'>,
): boolean => found === 'fine' && (least === null || value === null || value >= least)

/** Days until bolts and clearances are checked again. @param perDay m driven per day */
export function recheckFigure(perDay: number): Figure {
  const after = PRACTICE.recheckAfter.value
  return {
    label: 'Looked at once more after',
    value: Math.max(Math.ceil(after / perDay), 1) * 86_400,
    quantity: 'time',
    formula: 'distance to the recheck ÷ driven in a day, whole days',
    inputs: [input('Recheck after', after, 'journey'), input('Driven in a day', perDay, 'journey')],
    source: 'About 160 km, 100 miles (common practice); the kit’s own sheet rules',
  }
}
