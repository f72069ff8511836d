import { AWG_SIZES, METRIC_SIZES } from '../catalog/electrical'
import type { BlockClass, CompressorClass } from '../catalog/parts'
import type { PowerPlan, Truck } from '../plan/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { chooseFuse, deratedAmpacity, standbyDays, wireDrop, wireSize } from './circuit'

/** Resistance of a chassis return, Ω: joints and frame together (common practice). */
const CHASSIS_RETURN = 0.004
/** Part of a starter battery that may be used (common practice). */
const USABLE = 0.5

export interface PowerResult {
  powered: boolean
  continuous: number
  inrush: number
  oneWay: number
  area: number
  proposedArea: number | null
  drop: number
  dropRatio: number
  ampacity: number
  fuse: number | null
  proposedFuse: number | null
  fuseWhy: string
  standby: number | null
}

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
  const returned = power.earth === 'battery' ? null : CHASSIS_RETURN
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
  const standby = block ? standbyDays(power.batteryCapacity, USABLE, block.standby) : null

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
        { label: 'Usable', value: USABLE, quantity: 'ratio' },
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
  const notes = rules(power, truck, result)
  return { figures, notes, state: stateOf(notes, 'clear'), headline: { figures: ['wire', 'fuse'] }, result }
}

function rules(power: PowerPlan, truck: Truck, r: PowerResult): Note[] {
  const notes: Note[] = []
  const base = { stage: 'power', quantity: 'current' } as const
  const propose =
    r.proposedArea === null
      ? undefined
      : {
          label: 'Use the proposed wire',
          patches: [{ op: 'replace' as const, path: ['power', 'wireArea'], value: null }],
        }
  if (r.proposedArea === null)
    notes.push({
      ...base,
      quantity: 'ratio',
      rule: 'no-wire-fits',
      rank: 'fix',
      subject: 'wire',
      value: r.dropRatio,
      limit: power.maxDrop,
      title: 'No size in the table keeps this drop',
      text: 'Even the thickest drops {value}; {limit} is wanted. Shorten the run or mount the compressor nearer.',
      source: 'IEC 60028',
    })
  if (r.dropRatio > power.maxDrop && r.proposedArea !== null)
    notes.push({
      ...base,
      quantity: 'ratio',
      rule: 'drop',
      rank: 'fix',
      subject: 'wire',
      value: r.dropRatio,
      limit: power.maxDrop,
      title: 'The wire drops too much',
      text: 'The compressor loses {value} of its supply on the way; {limit} is the target. It starts badly and runs hot.',
      source: 'Drop target, ABYC E-11 (memory)',
      remedy: power.wireArea !== null ? propose : undefined,
    })
  if (r.continuous > r.ampacity)
    notes.push({
      ...base,
      rule: 'wire-overload',
      rank: 'stop',
      subject: 'wire',
      value: r.continuous,
      limit: r.ampacity,
      title: 'The wire is too thin for the current',
      text: 'It would carry {value}; derated it may carry {limit}. It can burn.',
      source: 'ABYC E-11 (memory)',
      remedy: propose,
    })
  const follow =
    r.proposedFuse === null
      ? undefined
      : {
          label: `Use the ${r.proposedFuse} A fuse`,
          patches: [{ op: 'replace' as const, path: ['power', 'fuse'], value: null }],
        }
  if (r.fuse === null)
    notes.push({
      ...base,
      rule: 'no-fuse',
      rank: 'stop',
      subject: 'fuse',
      value: r.continuous,
      limit: r.ampacity,
      title: 'No fuse protects this wire',
      text: `${r.fuseWhy} The load is {value}, the wire carries {limit}.`,
      source: 'ISO 8820-3 (memory)',
      remedy: power.wireArea !== null ? propose : undefined,
    })
  else if (r.fuse > r.ampacity)
    notes.push({
      ...base,
      rule: 'fuse-over-wire',
      rank: 'stop',
      subject: 'fuse',
      value: r.fuse,
      limit: r.ampacity,
      title: 'The fuse does not protect the wire',
      text: 'It opens above {value}; the thinnest wire it feeds may carry {limit}. The wire would burn first.',
      source: 'Fuse at or below ampacity (ABYC E-11, memory)',
      remedy: follow,
    })
  else if (r.continuous > 0.8 * r.fuse)
    notes.push({
      ...base,
      rule: 'fuse-nuisance',
      rank: 'fix',
      subject: 'fuse',
      value: r.continuous,
      limit: 0.8 * r.fuse,
      title: 'The fuse will open in use',
      text: 'The load is {value}; this fuse should carry no more than {limit} for long.',
      source: 'Load at most 80 % of the rating',
      remedy: follow,
    })
  if (power.earth === 'body' && truck.bed.material !== 'steel') {
    notes.push({
      ...base,
      quantity: 'count',
      rule: 'earth-not-steel',
      rank: 'stop',
      subject: 'earth',
      value: null,
      limit: null,
      title: `The ${truck.bed.material} body is no earth`,
      text: 'Go to the steel frame or to the battery, bare bright metal, on a screw of its own.',
      source: 'Common practice',
      remedy: {
        label: 'Earth at the battery',
        patches: [{ op: 'replace', path: ['power', 'earth'], value: 'battery' }],
      },
    })
  }
  notes.push({
    ...base,
    quantity: 'count',
    rule: 'fuse-last',
    rank: 'know',
    subject: 'fuse',
    value: null,
    limit: null,
    title: 'Fuse goes in last',
    text: 'Ignition off while wiring; after all lines and wires are on, the fuse.',
    source: 'Common practice',
  })
  return notes
}

/** Wire sizes offered in a shop's system. */
export const sizesOf = (system: 'AWG' | 'mm²') => (system === 'AWG' ? AWG_SIZES : METRIC_SIZES)
