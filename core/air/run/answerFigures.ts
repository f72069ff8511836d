import { PRACTICE } from '../../catalog/practice'
import { REFERENCE_TEMPERATURE } from '../../quantity/constants'
import { input as item, type Figure, type FigureInput } from '../../quantity/figure'
import { allOfKinds, firstOfKind } from '../circuit/connections'
import { tankFills } from '../equations/tankFills'
import { compressorOf, partOf } from '../parts/parts'
import { currentLimit, restBeforeRestart } from './motorHeat'
import { TOOL, TYRE } from './scenarios'
import type { HaulSet, AnswerInput, RunResult } from './types'

export const RUN_SOURCE =
  'Run of the circuit in time: ISO 6358 valves, tubes with friction, gas mass and heat (class figures; the parts’ own sheets rule)'

/** One haul with its runs: raised, left to cool, and let down. */
export interface HaulRuns {
  input: AnswerInput
  set: HaulSet
  up: RunResult | undefined
  /** Raised and left to cool. */
  settle: RunResult | undefined
  down: RunResult | undefined
}

/** Electric motors that ran, hottest first, with their current. */
export const motorsOf = ({ input }: HaulRuns, run: RunResult) =>
  Object.entries(run.used)
    .filter(([id, used]) => used.on > 0 && input.air.components[id]?.kind === 'compressor')
    .sort(([, x], [, y]) => y.hottest - x.hottest)

/** Time, overshoot, charge, current and heat of a haul raised and let down. */
export function haulRunFigures(of: HaulRuns): Record<string, Figure> {
  const { set, up, settle, down } = of
  const inputs = [item('Left', set.left, 'pressure'), item('Right', set.right, 'pressure')]
  return {
    ...(up ? upFigures(of, up, inputs) : {}),
    ...(settle ? sagFigure(set, settle) : {}),
    ...(down
      ? {
          [`${set.id}.down`]: {
            label: `${set.label}: let down to the minimum`,
            value: down.results[0]?.seconds ?? null,
            quantity: 'time' as const,
            formula: 'set by the valve, not by the supply',
            inputs,
            source: RUN_SOURCE,
          },
        }
      : {}),
  }
}

function upFigures(of: HaulRuns, up: RunResult, inputs: FigureInput[]): Record<string, Figure> {
  const { set } = of
  const [result] = up.results
  return {
    [`${set.id}.run`]: {
      label: `${set.label}: brought up`,
      value: result?.seconds ?? null,
      quantity: 'time',
      formula: 'from the minimum, loaded, until every outlet reads its target',
      inputs,
      source: RUN_SOURCE,
    },
    [`${set.id}.past`]: {
      label: `${set.label}: past the target on the way`,
      value: result?.overshoot ?? 0,
      quantity: 'pressure',
      formula: 'furthest either spring went past its target, over every step',
      inputs,
      source: RUN_SOURCE,
      max: PRACTICE.presetTolerance.value,
    },
    ...motorFigures(of, up),
  }
}

/** How far the springs sink by themselves after filling, because compression had warmed their air. */
function sagFigure(set: HaulSet, run: RunResult): Record<string, Figure> {
  const filled = run.results[0]?.seconds ?? null
  if (filled === null) return {}
  const column = (id: string) => run.columns.findIndex((c) => c.id === id)
  const then = run.rows.find(([t]) => t! >= filled)!
  const later = run.rows.at(-1)!
  const sag = (side: string) => then[column(`spring-${side}`)]! - later[column(`spring-${side}`)]!
  return {
    [`${set.id}.sag`]: {
      label: `${set.label}: sinks by itself after filling`,
      value: Math.max(sag('left'), sag('right'), 0),
      quantity: 'pressure',
      formula: 'pressure when filled less that once it has cooled, of the side where it is more',
      inputs: [
        item('Air in the left spring when filled', then[column('warm')]!, 'temperature'),
        item('Once cooled', later[column('warm')]!, 'temperature'),
        item('Between them', later[0]! - then[0]!, 'time'),
      ],
      source: RUN_SOURCE,
    },
  }
}

function motorFigures(of: HaulRuns, up: RunResult): Record<string, Figure> {
  const { set, input } = of
  const motors = motorsOf(of, up)
  const hottest = motors[0]
  if (!hottest) return {}
  const planned = input.plannedCurrent
  return {
    [`${set.id}.charge`]: {
      label: `${set.label}: charge a fill takes`,
      value: motors.reduce((sum, [, used]) => sum + used.charge, 0),
      quantity: 'charge',
      formula: '∫ I·dt while the motor runs',
      inputs: [
        ...Object.entries(up.used)
          .filter(([id]) => motors.some(([motor]) => motor === id))
          .map(([id, used]) => item(`${input.air.components[id]!.label} ran`, used.on, 'time')),
        item('At most', up.highestCurrent, 'current'),
      ],
      source: RUN_SOURCE,
    },
    [`${set.id}.amps`]: {
      label: `${set.label}: motor current at most`,
      value: up.highestCurrent,
      quantity: 'current',
      formula: 'largest of the run, at the pressure the compressor works against',
      inputs: [item('Counted with at Power', planned, 'current')],
      source: RUN_SOURCE,
      max: planned > 0 ? currentLimit(planned) : undefined,
    },
    ...heatFigures(of, hottest[0], hottest[1].hottest),
    ...dischargeFigure(set, motors),
  }
}

/** Highest temperature of the air leaving the compressor. */
function dischargeFigure(set: HaulSet, motors: ReturnType<typeof motorsOf>): Record<string, Figure> {
  const hottest = Math.max(...motors.map(([, used]) => used.discharge))
  return {
    [`${set.id}.discharge`]: {
      label: `${set.label}: air leaving the compressor at its warmest`,
      value: hottest,
      quantity: 'temperature',
      formula: 'T·(1 + (r^0.286 − 1)/η) in the cylinder, less what the head takes of it',
      inputs: [item('Efficiency', PRACTICE.compressionEfficiency.value, 'plain')],
      source:
        'Adiabatic compression; efficiency and head from memory, the hose’s own sheet says what it bears',
    },
  }
}

function heatFigures({ set, input }: HaulRuns, motor: string, hottest: number): Record<string, Figure> {
  const thermal = compressorOf(input.air, motor)?.thermal
  if (!thermal || hottest <= 0) return {}
  const rise = hottest - REFERENCE_TEMPERATURE
  const figures: Record<string, Figure> = {
    [`${set.id}.hottest`]: {
      label: `${set.label}: motor at its hottest`,
      value: hottest,
      quantity: 'temperature',
      formula: 'τ·dT/dt = rise·(I/I_max)² − (T − T_around)',
      inputs: [
        item('Time constant', thermal.constant, 'time'),
        item('Opens at', thermal.cutOut, 'temperature'),
      ],
      source: 'First-order heating of the class (common practice)',
      max: thermal.cutOut,
    },
  }
  if (rise > 0)
    figures[`${set.id}.rest`] = {
      label: `${set.label}: rest until cool enough to start again`,
      value: restBeforeRestart(hottest, thermal, REFERENCE_TEMPERATURE),
      quantity: 'time',
      formula: 'τ·ln(rise/(a fifth of the room to the cut-out))',
      inputs: [item('Rise of one fill, K', rise, 'plain')],
      source: 'First-order cooling of the class (common practice)',
    }
  return figures
}

/** Lifts from a full tank, before the supply restarts and before the tank is flat. */
export function tankFigures({ air, spring, sets, springVolume }: AnswerInput): Record<string, Figure> {
  const tank = firstOfKind(air, 'tank')
  const limits = allOfKinds(air, 'pressureSwitch').map((id) => partOf(air, id).figures)[0]
  const top = Math.max(-Infinity, ...sets.map((s) => Math.max(s.left, s.right)))
  if (!tank || !limits || !Number.isFinite(top)) return {}
  const volume = partOf(air, tank).figures.volume!
  const both = springVolume.left + springVolume.right
  const fills = tankFills(
    { volume, pressure: limits.cutOut!, cutIn: limits.cutIn! },
    { volume: both, from: spring.minPressure, to: Math.max(top, spring.minPressure + 1) },
  )
  const lifts = (label: string, value: number, formula: string): Figure => ({
    label,
    value,
    quantity: 'count',
    formula,
    inputs: [
      item('Tank', volume, 'volume'),
      item('Full', limits.cutOut!, 'pressure'),
      item('Cut-in', limits.cutIn!, 'pressure'),
      item('Both springs', both, 'volume'),
      item('To', top, 'pressure'),
    ],
    source: 'Isothermal: each lift takes (to − from)·V from the tank',
  })
  return {
    liftsRestart: lifts(
      'Lifts before it restarts',
      fills.beforeRestart,
      '⌊(cut-out − the larger of cut-in and target)/((to − from)·V/V_tank)⌋',
    ),
    liftsFlat: lifts(
      'Lifts before it is flat',
      fills.beforeFlat,
      '⌊(cut-out − target)/((to − from)·V/V_tank)⌋',
    ),
  }
}

/** Results of tyres and a tool, if they were run. */
export function drawFigures({ tyres, tool }: Record<string, RunResult>): Record<string, Figure> {
  const figures: Record<string, Figure> = {}
  const filled = tyres?.results[0]
  if (tyres && filled) {
    const on = Object.values(tyres.used).reduce((sum, used) => sum + used.on, 0)
    figures.tyres = {
      label: 'Tyres an hour',
      value: filled.seconds === null ? 0 : (filled.count! / filled.seconds) * 3600,
      quantity: 'count',
      formula: 'tyres aired up in the run over the time it took',
      inputs: [
        item('Tyre', TYRE.volume, 'volume'),
        item('From', TYRE.from, 'pressure'),
        item('To', TYRE.to, 'pressure'),
        item('Compressor on', on, 'time'),
      ],
      source: `${RUN_SOURCE}; tyre from memory`,
    }
    figures.duty = {
      label: 'Duty while tyres are aired up',
      value: tyres.lasted > 0 ? on / tyres.lasted : 0,
      quantity: 'ratio',
      formula: 'time on over time in all',
      inputs: [item('On', on, 'time'), item('In all', tyres.lasted, 'time')],
      source: RUN_SOURCE,
    }
  }
  const used = tool?.results[0]
  if (used && used.seconds !== null)
    figures.tool = {
      label: 'Small wrench in full',
      value: used.seconds,
      quantity: 'time',
      formula: 'until the air at the tool falls under what it needs',
      inputs: [item('Takes', TOOL.demand, 'flow'), item('At', TOOL.needed, 'pressure')],
      source: `${RUN_SOURCE}; tool from memory`,
    }
  return figures
}
