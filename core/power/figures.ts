import type { BlockClass } from '../catalog/blocks'
import { PRACTICE } from '../catalog/practice'
import type { PowerPlan } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { selfDischarge } from './circuit'
import type { FeedPlan, PowerResult } from './types'

/** What Power's figures are made of. SI. */
export interface PowerFigureInput {
  power: PowerPlan
  r: PowerResult
  feed: FeedPlan
  block: BlockClass | null
}

/** Wire, drop, fuse and stand-by of the feed, SI. */
export function powerFigures(of: PowerFigureInput): Record<string, Figure> {
  return { ...loadFigures(of), ...wireFigures(of), ...fuseFigure(of), ...standbyFigure(of) }
}

const loadInput = ({ r }: PowerFigureInput) => input('Continuous current', r.continuous, 'current')
const lengthInput = ({ r }: PowerFigureInput) => input('Length one way', r.oneWay, 'run')

function loadFigures({ r, feed, block }: PowerFigureInput): Record<string, Figure> {
  return {
    continuous: {
      label: 'Continuous current',
      value: r.continuous,
      quantity: 'current',
      formula: 'motor at the highest haul + block',
      inputs: [input('Motor', feed.motor, 'current'), input('Block', block?.current ?? 0, 'current')],
      source: 'Class curves (common practice); the part’s own sheet rules',
    },
    inrush: {
      label: 'Inrush',
      value: r.inrush,
      quantity: 'current',
      formula: 'motor × inrush factor',
      inputs: [input('Factor', feed.compressor.inrush, 'plain')],
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

function wireFigures(of: PowerFigureInput): Record<string, Figure> {
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

function fuseFigure(of: PowerFigureInput): Record<string, Figure> {
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

function standbyFigure({ power, r, block }: PowerFigureInput): Record<string, Figure> {
  if (r.standby === null || !block) return {}
  return {
    standby: {
      label: 'Stand-by life',
      value: r.standby * 86_400,
      quantity: 'time',
      formula: 'usable charge/(block + truck + what the battery loses by itself)',
      inputs: [
        input('Battery', power.batteryCapacity, 'charge'),
        input('Usable', PRACTICE.usableCharge.value, 'ratio'),
        input('Block', block.standby, 'current'),
        input('Truck by itself', PRACTICE.truckDrain.value, 'current'),
        input('Battery by itself', selfDischarge(power.batteryCapacity), 'current'),
      ],
      source:
        'days = usable Ah/(24 × A); half a starter battery usable (common practice); truck and battery from memory',
    },
  }
}
