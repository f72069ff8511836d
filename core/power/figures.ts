import type { BlockClass } from '../catalog/blocks'
import { PRACTICE } from '../catalog/practice'
import { WIRING } from '../catalog/wiring'
import type { PowerPlan } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { selfDischarge } from './circuit'
import type { PowerResult } from './result'
import type { FeedPlan } from './types'

/** Inputs of Power's figures. SI. */
export interface PowerFigureInput {
  power: PowerPlan
  r: PowerResult
  feed: FeedPlan | null
  block: BlockClass | null
}

/** Inputs of a figure that has a feed. */
type FedInput = PowerFigureInput & { feed: FeedPlan }

/** Wire, drop and fuse of the feed, and what the battery gives, SI. */
export function powerFigures(of: PowerFigureInput): Record<string, Figure> {
  const { feed } = of
  const fed = feed && { ...of, feed }
  return {
    ...(fed && { ...loadFigures(fed), ...wireFigures(fed), ...fuseFigure(fed), ...motorFigure(fed) }),
    ...standbyFigure(of),
    ...liftFigures(of),
  }
}

const loadInput = ({ r }: PowerFigureInput) => input('Continuous current', r.continuous, 'current')
const lengthInput = ({ r }: PowerFigureInput) => input('Length one way', r.oneWay, 'run')

function loadFigures({ power, r, feed, block }: FedInput): Record<string, Figure> {
  return {
    continuous: {
      label: 'Continuous current',
      value: r.continuous,
      quantity: 'current',
      formula: 'motors × one at the highest haul + block',
      inputs: [
        input('Motors', feed.motors, 'count'),
        input('One motor', feed.motor, 'current'),
        input('Block', block?.current ?? 0, 'current'),
      ],
      source: 'Class curves (common practice); the part’s own sheet rules',
    },
    inrush: {
      label: 'Inrush',
      value: r.inrush,
      quantity: 'current',
      formula: 'one motor × (those that start at once × factor + those that run already)',
      inputs: [
        input('One motor', feed.motor, 'current'),
        input('Factor', feed.compressor.inrush, 'plain'),
        input('Motors', feed.motors, 'count'),
        input('Delay of the second', power.staging, 'time'),
      ],
      source: 'Common practice (3–6 ×)',
    },
    oneWay: {
      label: 'Wire length, one way',
      value: r.oneWay,
      quantity: 'run',
      formula: 'the longer of run and harness',
      inputs: [input('Run from Lay', feed.run, 'run'), input('Harness', feed.harness, 'run')],
      source: 'Lay',
    },
  }
}

function wireFigures(of: FedInput): Record<string, Figure> {
  const { power, r } = of
  const { drop, returned, proposed } = of.feed
  const wire = input('Wire', r.area, 'wireArea')
  return {
    wire: {
      label: 'Wire size',
      value: r.area,
      quantity: 'wireArea',
      formula: 'thinnest that keeps the drop and carries the current',
      inputs: [
        lengthInput(of),
        loadInput(of),
        input('Proposed', proposed.awg?.size.label ?? 'none fits'),
        input('Proposed in mm²', proposed.metric?.size.label ?? 'none fits'),
        input('Governed by', proposed.awg?.governedBy ?? '—'),
      ],
      source: 'IEC 60028 copper; ampacity ABYC E-11 (memory)',
    },
    drop: {
      label: 'Drop at compressor',
      value: drop.ratio,
      quantity: 'ratio',
      formula: 'I·(ρ(T)·L/S + return)/supply',
      inputs: [
        loadInput(of),
        lengthInput(of),
        wire,
        input('Return', returned === null ? 'wire like the feed' : 'chassis'),
        input('Conductor at', power.conductorTemperature, 'temperature'),
        input('Supply', power.systemVoltage, 'voltage'),
      ],
      source: 'IEC 60028',
      max: power.maxDrop,
    },
    dropVolts: {
      label: 'Voltage drop',
      value: drop.drop,
      quantity: 'voltage',
      formula: 'I·loop',
      inputs: [loadInput(of), input('Loop', drop.loop, 'resistance')],
      source: 'Ohm’s law',
    },
    ampacity: {
      label: 'Wire carries',
      value: r.ampacity,
      quantity: 'current',
      formula: 'table × bundle × engine space',
      inputs: [
        wire,
        input('Conductors together', power.bundle, 'count'),
        input('In the engine space', power.engineSpace ? 'yes' : 'no'),
      ],
      source: 'ABYC E-11 (memory)',
      min: r.continuous,
    },
  }
}

function fuseFigure(of: FedInput): Record<string, Figure> {
  const { r } = of
  const { fuse } = of.feed
  return {
    fuse: {
      label: 'Fuse',
      value: r.fuse,
      quantity: 'current',
      formula: 'load ≤ 80 % of it; it ≤ the wire’s ampacity; inrush under its curve',
      inputs: [
        loadInput(of),
        input('Inrush', r.inrush, 'current'),
        input('Wire carries', r.ampacity, 'current'),
        input('Why', fuse.why),
      ],
      source: 'ISO 8820-3 (memory)',
      max: r.ampacity,
    },
  }
}

/** Volts that the whole network leaves at the motor, key on and engine off: the same volts Air runs on. */
function motorFigure({ r }: FedInput): Record<string, Figure> {
  const { volts, amps } = r.solved.compressor
  const motor = r.wiring.parts.find(({ role }) => role === 'motor')
  if (!motor) return {}
  const lost = r.wiring.parts.flatMap((part) =>
    'ohm' in part && part.role !== 'user' && part.role !== 'coil' && Math.abs(amps[part.id]!) > r.motor * 0.5
      ? [input(part.label, Math.abs(amps[part.id]! * part.ohm), 'voltage')]
      : [],
  )
  return {
    motorVolts: {
      label: 'Volts at the motor, running',
      value: volts[motor.a]! - volts[motor.b]!,
      quantity: 'voltage',
      formula: 'battery − what each part on the way loses',
      inputs: [input('At the battery’s posts', volts['battery-plus'] ?? null, 'voltage'), ...lost],
      source: 'Kirchhoff’s laws on the whole wiring, key on, engine off',
    },
  }
}

function standbyFigure({ power, r }: PowerFigureInput): Record<string, Figure> {
  const { energy } = r
  return {
    standby: {
      label: 'Stand-by life',
      value: energy.standby * 86_400,
      quantity: 'time',
      formula: 'usable charge/(wiring, key off + truck + what the battery loses by itself)',
      inputs: [
        input('Battery', power.batteryCapacity, 'charge'),
        input('Usable', PRACTICE.usableCharge.value, 'ratio'),
        input('This wiring, key off', energy.parked, 'current'),
        input('Truck by itself', PRACTICE.truckDrain.value, 'current'),
        input('Battery by itself', selfDischarge(power.batteryCapacity), 'current'),
      ],
      source:
        'days = usable Ah/(24 × A); half a starter battery usable (common practice); truck and battery from memory',
      min: PRACTICE.standbyLeast.value,
    },
  }
}

function liftFigures({ power, r }: PowerFigureInput): Record<string, Figure> {
  const { lift, lifts, liftsWithSecond, running, spare } = r.energy
  if (lift === null) return {}
  const inputs = [
    input('Battery', power.batteryCapacity, 'charge'),
    input('Charge at rest', power.charge, 'ratio'),
    input('Kept for cranking', 1 - PRACTICE.usableCharge.value, 'ratio'),
    input('One lift', lift, 'charge'),
  ]
  const source = 'Half a starter battery usable (common practice); the longest lift of all hauls'
  return {
    lifts: {
      label: 'Lifts, engine off',
      value: lifts,
      quantity: 'count',
      formula: '⌊battery·(charge − kept for cranking)/(amps·time of a lift)⌋',
      inputs,
      source,
      min: 1,
    },
    liftsWithSecond: {
      label: power.secondBattery ? 'Lifts with both batteries' : 'Lifts with a second battery',
      value: liftsWithSecond,
      quantity: 'count',
      formula: 'and ⌊second battery·usable/(amps·time of a lift)⌋',
      inputs: [
        ...inputs,
        input('Second battery', power.secondBattery?.capacity ?? WIRING.secondBattery, 'charge'),
      ],
      source: power.secondBattery ? source : `${source}; a usual one, from memory`,
    },
    idleSpare: {
      label: 'Left of an idling alternator',
      value: spare,
      quantity: 'current',
      formula: 'alternator at idle − truck running − this wiring',
      inputs: [
        input('Alternator at idle', WIRING.alternatorIdle, 'current'),
        input('Truck running', WIRING.truckRunning, 'current'),
        input('This wiring, compressor running', running, 'current'),
      ],
      source: 'From memory; the truck’s own sheet rules',
      min: 0,
    },
  }
}
