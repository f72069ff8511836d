import type { PairResult } from '../air/levelling/bothCorners'
import type { Preset } from '../document/types'
import { input, type Figure, type FigureInput } from '../quantity/figure'
import type { Quantity } from '../quantity/units'
import type { LevelTried, LevelTry } from './levelSweep'
import type { PresetMove } from './presetMoves'
import type { LevellingWay } from './threeWays'

/** Results of trials as figures that answer "why?". SI. */

const figure =
  (inputs: FigureInput[], source: string) =>
  (label: string, value: number | null, quantity: Quantity, formula: string): Figure => ({
    label,
    value,
    quantity,
    formula,
    inputs,
    source,
  })

/** One way from a preset to another. */
export function moveFigures(
  { seconds, air, amps }: PresetMove,
  name: string,
  from: Preset,
  to: Preset,
): { seconds: Figure; air: Figure; amps: Figure } {
  const make = figure(
    [
      input('Left from', from.left, 'pressure'),
      input('to', to.left, 'pressure'),
      input('Right from', from.right, 'pressure'),
      input('to', to.right, 'pressure'),
    ],
    'A run of this job’s circuit, loaded as the second haul: air, motor and springs in time',
  )
  return {
    seconds: make(`${name}: time`, seconds, 'time', 'until both sides stand at the second preset'),
    air: make(`${name}: free air`, air, 'volume', '∫ what the compressor draws in ÷ 1.185 kg/m³'),
    amps: make(`${name}: most current`, amps, 'current', 'the most of all motors together, on the way'),
  }
}

/** One of the three ways of levelling. */
export function wayFigures(
  way: LevellingWay,
  changes: number | null,
): Record<'seconds' | 'perWeek' | 'air' | 'airPerKm' | 'amps' | 'off', Figure> {
  const isPressed = way.id === 'presets'
  const inputs = [input('Parts', way.parts, 'count'), input('Lines', way.lines, 'count')]
  const make = figure(
    inputs,
    isPressed
      ? 'Runs of the circuit with this way put on it, every change from one haul to another'
      : 'One rear corner with the heaviest haul put on, until it rests; then ten minutes of class C road (ISO 8608)',
  )
  const { label } = way
  const perWeek = make(`${label}: in a week`, way.perWeek, 'time', 'changes a week × time of one')
  return {
    seconds: make(
      `${label}: a change`,
      way.seconds,
      'time',
      isPressed ? 'mean of all changes' : 'until it stands still within 2 mm of where it ends',
    ),
    perWeek: {
      ...perWeek,
      inputs: [input('Changes a week', changes, 'count'), input('One takes', way.seconds, 'time')],
    },
    air: make(
      `${label}: free air for a change`,
      way.air,
      'volume',
      isPressed ? 'mean of what is drawn in' : 'what the valve lets in ÷ 1.185 kg/m³',
    ),
    airPerKm: make(
      `${label}: free air a km`,
      way.airPerKm,
      'volume',
      isPressed ? 'nothing is pressed on the road' : 'what is let in over the rough road ÷ its length',
    ),
    amps: make(`${label}: amps at most`, way.amps, 'current', 'of all compressors while they fill'),
    off: make(
      `${label}: may stand off by`,
      way.off,
      'length',
      isPressed
        ? 'the block’s and the gauge’s own error at the wheel, the worst haul'
        : 'where it rests − ride height',
    ),
  }
}

const settings = (of: LevelTry): FigureInput[] =>
  'arm' in of
    ? [input('Arm', of.arm, 'length'), input('Link', of.link, 'length'), input('Lag', of.delay, 'time')]
    : [input('Filter', of.filter, 'time'), input('Band', of.band, 'length'), input('Wait', of.wait, 'time')]

/** One setting of a sweep. */
export function triedFigures({
  of,
  levelAt,
  off,
  hunts,
  huntsEvery,
  airPerKm,
}: LevelTried): Record<'levelAt' | 'off' | 'hunts' | 'huntsEvery' | 'airPerKm', Figure> {
  const make = figure(
    settings(of),
    'One rear corner in steps of 2 ms: the haul put on, then ten minutes of class C road (ISO 8608)',
  )
  return {
    levelAt: make('Level after', levelAt, 'time', 'from when on it stays within 5 mm of ride height'),
    off: make(
      'Off at the end',
      Math.abs(off),
      'length',
      'mean of the last two fifths, or of its last swing, − ride height',
    ),
    hunts: make('Hunts each way', hunts, 'length', 'half of crest to trough of its last whole swing'),
    huntsEvery: make(
      'Hunts once in',
      huntsEvery,
      'time',
      'from one crest to the next, or from trough to trough',
    ),
    airPerKm: make('Free air a km', airPerKm, 'volume', 'what is let in over the rough road ÷ its length'),
  }
}

/** Both corners in one arrangement. */
export function pairFigures(
  label: string,
  { lean, off, restAt, filled, vented }: PairResult,
): Record<'lean' | 'off' | 'restAt' | 'filled' | 'vented', Figure> {
  const make = figure(
    [input('Valves or sensors', label)],
    'Both rear corners in steps of 2 ms, joined by what front and bars resist of roll',
  )
  return {
    lean: make(`${label}: leans`, Math.abs(lean), 'length', 'left − right, where it ends'),
    off: make(`${label}: middle off`, off, 'length', 'mean of both − ride height, where it ends'),
    restAt: make(`${label}: rests after`, restAt, 'time', 'from when on both stay within 2 mm of their end'),
    filled: make(`${label}: air in`, filled, 'volume', 'what the valves let in, as free air'),
    vented: make(`${label}: air out`, vented, 'volume', 'what the valves let out, as free air'),
  }
}
