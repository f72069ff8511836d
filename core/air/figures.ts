import { PRACTICE } from '../catalog/practice'
import { input, type Figure } from '../quantity/figure'
import { interpolate } from '../quantity/interpolate'
import type { AirNeed, AirSet, FirstFill, HaulFill, Overshoot, Site, SupplyFacts } from './types'

/** Inputs of Air's figures. SI, gauge pressures. */
export interface AirFigureInput {
  set: AirSet
  needs: Record<string, AirNeed>
  /** Filling to each haul with the electric compressor; null if it cannot reach it. */
  fills: Record<string, HaulFill | null>
  supply: SupplyFacts | null
  highest: number
  /** Air in both springs at the highest haul, m³. */
  volume: { left: number; right: number }
  motor: {
    pressure: number
    current: number
    onFeed: { volts: number; slowed: number } | null
  }
  site: Site
  overshoot: Overshoot | null
  firstFill: FirstFill | null
}

/** Figures of Air that follow directly from the plan: times quasi-static, gauge pressures, SI. */
export function airFigures(of: AirFigureInput): Record<string, Figure> {
  return {
    ...timeFigures(of),
    ...motorFigures(of),
    ...highestFigure(of),
    ...overshootFigures(of),
    ...firstFillFigure(of),
  }
}

function firstFillFigure({ firstFill, set }: AirFigureInput): Record<string, Figure> {
  if (!firstFill || !set.spring) return {}
  const { pressure, heldBy } = firstFill
  return {
    firstFill: {
      label: 'First fill',
      value: pressure,
      quantity: 'pressure',
      formula: 'the spring’s own sheet, never over the weakest part at its pressure',
      inputs: [
        input('Spring', set.spring.label),
        input('Its sheet', Math.min(set.spring.proofPressure, set.spring.maxPressure), 'pressure'),
        input('Held lower by', heldBy ?? 'nothing'),
      ],
      source: 'Classes of the parts (common practice); each part’s own sheet rules',
    },
  }
}

const wantedOf = (need: AirNeed) => Math.max(need.left.wanted, need.right.wanted)
const topOf = (need: AirNeed) => Math.max(need.left.pressure, need.right.pressure)

function timeFigures({
  set: { compressor },
  needs,
  fills,
  motor,
  site,
}: AirFigureInput): Record<string, Figure> {
  if (!compressor) return {}
  return Object.fromEntries(
    Object.entries(fills).map(([id, filled]): [string, Figure] => {
      const need = needs[id]!
      return [
        `${id}.time`,
        {
          label: 'Up to level',
          value: filled?.seconds ?? null,
          quantity: 'time',
          formula: 't = Σ ∫ dm/(ρ·Q(p)), m = p_abs·V(h)/(R·T), from the minimum to the haul’s pressure',
          max: compressor.maxRun,
          inputs: [
            input('Compressor', compressor.label),
            input('Free air pumped', filled?.freeAir ?? null, 'volume'),
            input('Left to', need.left.pressure, 'pressure'),
            input('Right to', need.right.pressure, 'pressure'),
            input('Flow at the end', interpolate(compressor.flow, topOf(need)), 'flow'),
            input('Slower by its feed', motor.onFeed?.slowed ?? 'no feed planned', 'ratio'),
            input('Air around it, absolute', site.atmosphere, 'pressure'),
          ],
          source: 'Isothermal fill; compressor curve of the class (common practice), its own sheet rules',
        },
      ]
    }),
  )
}

function motorFigures({ set: { compressor }, motor, site }: AirFigureInput): Record<string, Figure> {
  if (!compressor) return {}
  return {
    ...feedFigures(motor, site),
    current: {
      label: 'Motor current',
      value: motor.current,
      quantity: 'current',
      formula:
        'current curve at the highest pressure it works against: cut-out with a tank, else the highest haul’s',
      inputs: [
        input('Pressure', motor.pressure, 'pressure'),
        input('Compressor', compressor.label),
        input('Air around it, absolute', site.atmosphere, 'pressure'),
      ],
      source: 'Class curve (common practice); its own sheet rules',
    },
  }
}

/** Volts and speed left by the feed at the highest pressure. */
function feedFigures({ current, onFeed }: AirFigureInput['motor'], { feed }: Site): Record<string, Figure> {
  if (!onFeed || !feed) return {}
  const inputs = [
    input('At its terminals with no current of its own', feed.supply, 'voltage'),
    input('Battery, guards, wires, contacts and earth', feed.loop, 'resistance'),
    input('Motor', current, 'current'),
  ]
  return {
    volts: {
      label: 'Volts at the motor',
      value: onFeed.volts,
      quantity: 'voltage',
      formula: 'open volts − ohms·motor, at the highest pressure it works against',
      inputs,
      source: 'Power’s wiring solved as a network, key on, engine off (Thévenin)',
    },
    slowed: {
      label: 'Slower by its feed',
      value: onFeed.slowed,
      quantity: 'ratio',
      formula: '1 − (U − I·R)/(U_nominal − I·R), winding R = U_nominal/(inrush·I_max)',
      inputs: [...inputs, input('Volts at the motor', onFeed.volts, 'voltage')],
      source:
        'Permanent-magnet motor: amps follow the pressure, speed the volts; class curves hold at 12 or 24 V',
      max: PRACTICE.feedSlows.value,
    },
  }
}

function highestFigure({ set: { spring }, needs, highest }: AirFigureInput): Record<string, Figure> {
  return {
    highest: {
      label: 'Highest pressure needed',
      value: Math.max(highest, ...Object.values(needs).map(wantedOf)),
      quantity: 'pressure',
      formula: 'largest of all hauls and sides, whether or not the spring may have it',
      inputs: Object.values(needs).map((need) => input(need.label, wantedOf(need), 'pressure')),
      source: 'Load',
      max: spring?.maxPressure,
    },
  }
}

function overshootFigures({ overshoot, supply, volume }: AirFigureInput): Record<string, Figure> {
  if (!overshoot) return {}
  const limit = PRACTICE.presetTolerance.value
  return {
    overshoot: {
      label: 'Past the target before the block shuts',
      value: overshoot.value,
      quantity: 'pressure',
      formula: 'ṁ·R·T·Δt/V, ṁ by ISO 6358 through block, bore and valves in a row from the full tank',
      inputs: [
        input('Tank, full', supply!.most, 'pressure'),
        input('Spring, air', Math.min(volume.left, volume.right), 'volume'),
        input('To read and shut, s', PRACTICE.blockReaction.value, 'plain'),
        input('Pair filled in', overshoot.seconds, 'time'),
      ],
      source: 'ISO 6358-1; reaction from memory',
      max: limit,
    },
    bore: {
      label: 'Bore proposed before the block',
      value: overshoot.bore,
      quantity: 'bore',
      formula:
        'bore whose conductance in a row with the block’s lets the overshoot be the limit, and no tighter than fills the pair in the time one waits',
      inputs: [
        input('Limit', limit, 'pressure'),
        input('Time one waits', PRACTICE.fillWait.value, 'time'),
        input('Past the target with it', overshoot.withBore.value, 'pressure'),
        input('Pair filled with it in', overshoot.withBore.seconds, 'time'),
      ],
      source: 'ISO 6358-1, conductances in a row: 1/C² = Σ 1/Cᵢ²',
    },
  }
}
