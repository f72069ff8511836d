import { PRACTICE } from '../catalog/practice'
import { AWG_SIZES } from '../catalog/electrical'
import type { BlockClass } from '../catalog/blocks'
import type { CompressorClass } from '../catalog/compressors'
import type { PowerPlan, Truck } from '../document/types'
import type { Figure } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { chooseFuse, deratedAmpacity, standbyDays, wireDrop, wireSize } from './circuit'
import type { PowerResult } from './types'
import { powerRules } from './rules'

/** Feed, fuse and earth for the chosen set. `oneWay` is the run from Lay, m; `current` the motor's at the highest haul. */
export function powerStage(
  power: PowerPlan,
  truck: Truck,
  set: { compressor: CompressorClass | null; block: BlockClass | null; current: number },
  oneWay: number | null,
  harness: number,
): StageOutput<PowerResult> {
  const { compressor, block } = set
  if (!compressor || oneWay === null) {
    return {
      figures: {},
      notes: [],
      state: 'clear',
      headline: { text: 'nothing to wire' },
      result: {
        powered: false,
        continuous: 0,
        inrush: 0,
        oneWay: 0,
        area: 0,
        proposedArea: null,
        drop: 0,
        dropRatio: 0,
        ampacity: 0,
        fuse: null,
        proposedFuse: null,
        fuseWhy: 'Nothing to wire.',
        standby: null,
      },
    }
  }
  const continuous = set.current + (block?.current ?? 0)
  const inrush = set.current * compressor.inrush
  // The wire is as long as the run, or as the harness when that is longer and coiled.
  const length = Math.max(oneWay, harness)
  const returned = power.earth === 'battery' ? null : PRACTICE.chassisReturn.value
  const dropOf = (area: number) =>
    wireDrop(continuous, length, area, returned, power.conductorTemperature, power.systemVoltage)
  const choose = (system: 'awg' | 'mm2') =>
    wireSize(
      system,
      continuous,
      length,
      returned,
      power.conductorTemperature,
      power.systemVoltage,
      power.maxDrop,
      power.bundle,
      power.engineSpace,
    )
  const proposal = choose('awg')
  const proposedMetric = choose('mm2')
  const area = power.wireArea ?? proposal?.size.area ?? AWG_SIZES.at(-1)!.area
  const drop = dropOf(area)
  const ampacity = deratedAmpacity(area, power.bundle, power.engineSpace)
  const fuseChoice = chooseFuse(continuous, inrush, compressor.inrushTime, ampacity)
  const fuse = power.fuse ?? fuseChoice.rating
  const standby = block
    ? standbyDays(power.batteryCapacity, PRACTICE.usableCharge.value, block.standby)
    : null

  const length1 = { label: 'Length one way', value: length, quantity: 'run' as const }
  const load = { label: 'Continuous current', value: continuous, quantity: 'current' as const }
  const figures: Record<string, Figure> = {
    continuous: {
      label: 'Continuous current',
      value: continuous,
      quantity: 'current',
      formula: 'motor at the highest haul + block',
      inputs: [
        { label: 'Motor', value: set.current, quantity: 'current' },
        { label: 'Block', value: block?.current ?? 0, quantity: 'current' },
      ],
      source: 'Class curves (common practice); the part’s own sheet rules',
    },
    inrush: {
      label: 'Inrush',
      value: inrush,
      quantity: 'current',
      formula: 'motor × inrush factor',
      inputs: [{ label: 'Factor', value: compressor.inrush, quantity: 'plain' }],
      source: 'Common practice (3–6 ×)',
    },
    oneWay: {
      label: 'Wire length, one way',
      value: length,
      quantity: 'run',
      formula: 'the longer of run and harness',
      inputs: [
        { label: 'Run from Lay', value: oneWay, quantity: 'run' },
        { label: 'Harness', value: harness, quantity: 'run' },
      ],
      source: 'Lay',
    },
    wire: {
      label: 'Wire size',
      value: area,
      quantity: 'wireArea',
      formula: 'thinnest that keeps the drop and carries the current',
      inputs: [
        length1,
        load,
        { label: 'Proposed', value: proposal?.size.label ?? 'none fits' },
        { label: 'Proposed in mm²', value: proposedMetric?.size.label ?? 'none fits' },
        { label: 'Governed by', value: proposal?.governedBy ?? '—' },
      ],
      source: 'IEC 60028 copper; ampacity ABYC E-11 (memory)',
    },
    drop: {
      label: 'Drop at compressor',
      value: drop.ratio,
      quantity: 'ratio',
      formula: 'I·(ρ(T)·L/S + return)/supply',
      inputs: [
        load,
        length1,
        { label: 'Wire', value: area, quantity: 'wireArea' },
        { label: 'Return', value: returned === null ? 'wire like the feed' : 'chassis' },
        { label: 'Conductor at', value: power.conductorTemperature, quantity: 'temperature' },
        { label: 'Supply', value: power.systemVoltage, quantity: 'voltage' },
      ],
      source: 'IEC 60028',
      max: power.maxDrop,
    },
    dropVolts: {
      label: 'Voltage drop',
      value: drop.drop,
      quantity: 'voltage',
      formula: 'I·loop',
      inputs: [load, { label: 'Loop', value: drop.loop, quantity: 'resistance' }],
      source: 'Ohm’s law',
    },
    ampacity: {
      label: 'Wire carries',
      value: ampacity,
      quantity: 'current',
      formula: 'table × bundle × engine space',
      inputs: [
        { label: 'Wire', value: area, quantity: 'wireArea' },
        { label: 'Conductors together', value: power.bundle, quantity: 'count' },
        { label: 'In the engine space', value: power.engineSpace ? 'yes' : 'no' },
      ],
      source: 'ABYC E-11 (memory)',
      min: continuous,
    },
    fuse: {
      label: 'Fuse',
      value: fuse,
      quantity: 'current',
      formula: 'load ≤ 80 % of it; it ≤ the wire’s ampacity; inrush under its curve',
      inputs: [
        load,
        { label: 'Inrush', value: inrush, quantity: 'current' },
        { label: 'Wire carries', value: ampacity, quantity: 'current' },
        { label: 'Why', value: fuseChoice.why },
      ],
      source: 'ISO 8820-3 (memory)',
      max: ampacity,
    },
  }
  if (standby !== null)
    figures.standby = {
      label: 'Stand-by life',
      value: standby * 86_400,
      quantity: 'time',
      formula: 'usable charge/drain',
      inputs: [
        { label: 'Battery', value: power.batteryCapacity, quantity: 'charge' },
        { label: 'Usable', value: PRACTICE.usableCharge.value, quantity: 'ratio' },
        { label: 'Drain', value: block!.standby, quantity: 'current' },
      ],
      source: 'days = usable Ah/(24 × A); half a starter battery usable (common practice)',
    }

  const result: PowerResult = {
    powered: true,
    continuous,
    inrush,
    oneWay: length,
    area,
    proposedArea: proposal?.size.area ?? null,
    drop: drop.drop,
    dropRatio: drop.ratio,
    ampacity,
    fuse,
    proposedFuse: fuseChoice.rating,
    fuseWhy: fuseChoice.why,
    standby,
  }
  const notes = powerRules(power, truck, result)
  return { figures, notes, state: stateOf(notes, 'clear'), headline: { figures: ['wire', 'fuse'] }, result }
}
