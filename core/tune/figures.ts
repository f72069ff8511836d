import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import type { Haul, Preset, TunePlan } from '../document/types'
import { COVERAGE, SIGMA_WITHIN } from '../quantity/constants'
import { input, type Figure } from '../quantity/figure'
import { heldInputs } from './held'
import type { LeverRuleInput } from './leverRules'
import type { SensorRuleInput } from './sensorRules'
import type { Corrected, Elsewhere, HaulNeed, HeldBy, SharedMemories, TrialSaid, TuneSite } from './types'

/** The pressure never to go below, Pa gauge. */
export const minimumFigure = (tune: TunePlan, minimum: number, spring: SpringClass | null): Figure => ({
  label: 'Minimum kept up',
  value: minimum,
  quantity: 'pressure',
  formula: tune.minimum === null ? 'the spring’s own minimum' : 'as typed',
  inputs: [input('Spring’s minimum', spring?.minPressure ?? null, 'pressure')],
  source: 'Spring class (common practice); its own sheet rules',
  min: spring?.minPressure,
  max: spring?.maxPressure,
})

/** Both sides of one haul's preset. */
export function presetFigures(
  id: string,
  label: string,
  of: {
    preset: Preset
    stored: boolean
    need: HaulNeed
    minimum: number
    spring: SpringClass | null
    heldBy: HeldBy
  },
): Record<string, Figure> {
  const side = (name: 'left' | 'right'): Figure => ({
    label: `${label}, ${name}`,
    value: of.preset[name],
    quantity: 'pressure',
    formula: of.stored ? 'as stored' : 'Load’s pressure, never under the minimum',
    inputs: [input('Load finds', of.need[name], 'pressure'), ...heldInputs(of.heldBy)],
    source: 'Load; tolerances are common practice',
    min: of.minimum,
    max: of.spring?.maxPressure,
  })
  return { [`${id}.left`]: side('left'), [`${id}.right`]: side('right') }
}

const GAS = 'Ideal gas: p·V/T of the air shut in stays, the bag bears its load; atmosphere ISO 2533'
const LEAK = `${GAS}; a steady leak, as much as counts as tight (from memory)`

/** One preset at the coldest, in the heat and over the pass, and the effect of its own error. */
export function elsewhereFigures(
  id: string,
  label: string,
  of: {
    preset: Preset
    there: Elsewhere
    tune: Pick<TunePlan, 'weather' | 'minimum'>
    minimum: number
    spring: SpringClass
    site: TuneSite
  },
): Record<string, Figure> {
  const { preset, there, tune, minimum, spring, site } = of
  const { weather } = tune
  const inputs = [
    input('Left set to', preset.left, 'pressure'),
    input('Right set to', preset.right, 'pressure'),
    input('In the shop', weather.shop, 'temperature'),
    input('Shop above the sea', site.altitude, 'run'),
  ]
  const reads = (what: string, value: number, more: Figure['inputs']): Figure => ({
    label: `${label}, ${what}`,
    value,
    quantity: 'pressure',
    formula: 'p·V(h(p))/T as set = p·V(h(p))/T there, the corner’s load the same',
    inputs: [...inputs, ...more],
    source: GAS,
    min: minimum,
    max: spring.maxPressure,
  })
  const cold = [input('At the coldest', weather.cold, 'temperature')]
  const allowed = input('Loss that counts as tight', PRACTICE.allowedLoss.value, 'pressureLoss')
  const hot = [input('At the hottest', weather.hot, 'temperature')]
  return {
    [`${id}.cold`]: reads('at the coldest', there.cold.reads, cold),
    [`${id}.hot`]: reads('at the hottest', there.hot.reads, hot),
    [`${id}.pass`]: reads('over the pass', there.pass.reads, [
      input('Pass above the sea', weather.pass, 'run'),
    ]),
    [`${id}.sinks`]: {
      label: `${label}, sinks in the cold`,
      value: -there.cold.rise,
      quantity: 'length',
      formula: '(h(p as set) − h(p there))/motion ratio, mean of both sides',
      inputs: [...inputs, ...cold],
      source: GAS,
    },
    [`${id}.leakSinks`]: {
      label: `${label}, sinks in a week in the cold`,
      value: there.leak.sinks,
      quantity: 'length',
      formula: 'h before − h(p·V/T less what a week’s leak takes), the side that sinks most ÷ motion ratio',
      inputs: [...inputs, ...cold, allowed],
      source: LEAK,
    },
    [`${id}.holds`]: {
      label: `${label}, until the minimum in the cold`,
      value: there.leak.holds,
      quantity: 'time',
      formula: '(p·V/T as set − p·V/T at the minimum)·293.15 K/(loss × V), the side that is there first',
      inputs: [...inputs, ...cold, allowed, input('Minimum', minimum, 'pressure')],
      source: LEAK,
    },
    [`${id}.error`]: {
      label: `${label}, off by ${site.heldBy === 'block' ? 'the block’s and gauge’s' : 'the gauge’s'} own error`,
      value: there.error.rise,
      quantity: 'length',
      formula:
        site.heldBy === 'block'
          ? 'h(p + √(block² + (gauge·p)²)) − h(p), the worse side'
          : 'h(p + gauge·p) − h(p), the worse side',
      inputs: heldInputs(site.heldBy),
      source: 'Load’s corners; tolerances are common practice',
    },
    [`${id}.errorLamp`]: {
      label: `${label}, lamps off by that`,
      value: there.error.lamp,
      quantity: 'angle',
      formula: 'rise of the rear/wheelbase',
      inputs: [input('Wheelbase', site.wheelbase, 'length')],
      source: 'Geometry',
    },
  }
}

/** Margin of the block's signal behind a trailer. */
export const trailerSignalFigure = ({
  far,
  between,
  margin,
}: NonNullable<TuneSite['trailerSignal']>): Record<string, Figure> => ({
  trailerSignal: {
    label: 'Signal left behind the trailer',
    value: margin,
    quantity: 'decibel',
    formula: 'budget − 20 log₁₀(4π d f ⁄ c) − steel between × loss of each',
    inputs: [
      input('Budget', PRACTICE.radioBudget.value, 'decibel'),
      input('Block to there', far, 'run'),
      input('Steel of the truck between', between.join(', ') || 'none'),
      input('Loss of each', PRACTICE.radioSheet.value, 'decibel'),
    ],
    source: 'Friis’ formula; losses and the trailer’s length from memory',
    min: PRACTICE.radioReserve.value,
  },
})

/** What sharing a few memories costs each haul. */
export function sharedFigures(
  hauls: Record<string, Pick<Haul, 'label'>>,
  { needed, memories, byHaul }: SharedMemories,
  tune: TunePlan,
): Record<string, Figure> {
  const figures: Record<string, Figure> = {
    memories: {
      label: 'Fewest memories',
      value: needed,
      quantity: 'count',
      formula: 'fewest squares of left and right pressure that hold every haul within the tolerance',
      inputs: [
        input('Tolerance', tune.heightTolerance, 'length'),
        input('Hauls', Object.keys(byHaul).length, 'count'),
        input('Memories there are', tune.memories, 'count'),
      ],
      source: 'Exact search; the stiffest corner says how much pressure the tolerance is',
    },
  }
  for (const [id, { preset, rise, lamp, memory }] of Object.entries(byHaul)) {
    const inputs = [
      input('Memory', memory + 1, 'count'),
      input('Left', preset.left, 'pressure'),
      input('Right', preset.right, 'pressure'),
      input('Of so many', memories.length, 'count'),
    ]
    const label = hauls[id]?.label ?? id
    const worse = Math.abs(rise.left) > Math.abs(rise.right) ? rise.left : rise.right
    figures[`${id}.shared`] = {
      label: `${label}, off on a shared memory`,
      value: Math.abs(worse),
      quantity: 'length',
      formula: 'height at the memory’s pressure − height at its own, the worse side',
      inputs,
      source: 'Load’s corners',
      max: tune.heightTolerance,
    }
    figures[`${id}.sharedLamp`] = {
      label: `${label}, lamps off by that`,
      value: Math.abs(lamp),
      quantity: 'angle',
      formula: 'mean rise of the rear/wheelbase',
      inputs,
      source: 'Geometry',
    }
  }
  return figures
}

/** The lever at both ends of the travel, and what one degree of it is at the wheel. */
export function leverFigures({ travel, arm, stops }: LeverRuleInput, tune: TunePlan): Record<string, Figure> {
  const inputs = [
    input('Arm', arm, 'length'),
    input('Link', tune.lever.link, 'length'),
    input('At ride height', 'arm level, link upright'),
  ]
  const at = (label: string, value: number | null): Figure => ({
    label,
    value,
    quantity: 'angle',
    formula: 'where the circles of arm and link meet',
    inputs,
    source: 'Geometry; null: they do not meet',
    min: -stops,
    max: stops,
  })
  return {
    'lever.droop': at('Arm at full droop', travel.droop),
    'lever.bump': at('Arm at full bump', travel.bump),
    'lever.perDegree': {
      label: 'At the wheel for a degree',
      value: (travel.perRadian * Math.PI) / 180,
      quantity: 'length',
      formula: 'travel/angle about ride height',
      inputs,
      source: 'Geometry',
    },
  }
}

/** A height sensor at the ends of the travel, and how far its reading is from the truth. */
export function sensorFigures({ sensing, travel }: SensorRuleInput): Record<string, Figure> {
  const inputs = [
    input('Arm', sensing.arm, 'length'),
    input('Rod', sensing.rod, 'length'),
    input('At ride height', 'arm level, rod upright'),
  ]
  const at = (label: string, value: number | null): Figure => ({
    label,
    value,
    quantity: 'angle',
    formula: 'where the circles of arm and rod meet',
    inputs,
    source: 'Geometry; null: they do not meet',
    min: -sensing.range,
    max: sensing.range,
  })
  return {
    'sensor.droop': at('Sensor at full droop', travel.droop),
    'sensor.bump': at('Sensor at full bump', travel.bump),
    'sensor.error': {
      label: 'Sensor off by its arc, at most',
      value: travel.error,
      quantity: 'length',
      formula:
        'angle taken as straight between low and high as taught, nought at ride height, less the travel itself',
      inputs,
      source: 'Geometry',
    },
  }
}

const COVERED = COVERAGE * SIGMA_WITHIN
const TRIAL_SOURCE = 'Road trial: least squares with the survey’s own doubt as what was known before'

/** How far spring and steel are from the plan, and what the trial leaves unexplained. */
export function trialFigures(trial: TrialSaid): Record<string, Figure> {
  const inputs = trial.lips.flatMap(({ side, taped, planned }, i) => [
    input(`Lip ${side}, ${i + 1}, taped`, taped, 'length'),
    input('the plan had', planned, 'length'),
  ])
  const factor = (label: string, { factor: value, tolerance }: Corrected): Figure => ({
    label,
    value,
    quantity: 'ratio',
    formula: 'the most likely of all that fits the tape within ± of each figure; its range is 19 times in 20',
    inputs,
    source: TRIAL_SOURCE,
    range: { low: value - COVERED * tolerance, high: value + COVERED * tolerance },
  })
  return {
    'trial.area': factor('Spring’s area, of what its class or sheet says', trial.area),
    'trial.rate': factor('Suspension rate, of what the survey says', trial.rate),
    'trial.leftOver': {
      label: 'Left unexplained',
      value: trial.leftOver.value,
      quantity: 'length',
      formula: '√(Σ(taped − most likely)²/n), with load, places and gap each moved within ± too',
      inputs: trial.lips.flatMap(({ side, taped, corrected }, i) => [
        input(`Lip ${side}, ${i + 1}, taped`, taped, 'length'),
        input('the plan now has', corrected, 'length'),
      ]),
      source: TRIAL_SOURCE,
      max: trial.leftOver.limit,
    },
  }
}
