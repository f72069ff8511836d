import type { BlockClass } from '../catalog/blocks'
import type { CompressorClass } from '../catalog/compressors'
import { AWG_SIZES } from '../catalog/electrical'
import { PRACTICE } from '../catalog/practice'
import type { PowerPlan, Truck } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { chooseFuse, deratedAmpacity, standbyDays, wireDrop, wireSize } from './circuit'
import { powerFigures } from './figures'
import { powerRules } from './rules'
import type { PowerResult } from './types'

const NOTHING_TO_WIRE: StageOutput<PowerResult> = {
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

/**
 * Feed, fuse and earth for the chosen set. SI.
 * @param run from battery to compressor as laid, m, or null with nothing to feed; `set.current` the motor's at the
 * highest pressure it works against, A.
 */
export function powerStage(
  power: PowerPlan,
  truck: Truck,
  set: { compressor: CompressorClass | null; block: BlockClass | null; current: number },
  run: number | null,
  harness: number,
): StageOutput<PowerResult> {
  const { compressor, block, current: motor } = set
  if (!compressor || run === null) return NOTHING_TO_WIRE
  const continuous = motor + (block?.current ?? 0)
  const inrush = motor * compressor.inrush
  // The wire is as long as the run, or as the harness when that is longer and coiled.
  const oneWay = Math.max(run, harness)
  const returned = power.earth === 'battery' ? null : PRACTICE.chassisReturn.value
  const choose = (system: 'awg' | 'mm2') =>
    wireSize(
      system,
      continuous,
      oneWay,
      returned,
      power.conductorTemperature,
      power.systemVoltage,
      power.maxDrop,
      power.bundle,
      power.engineSpace,
    )
  const proposed = { awg: choose('awg'), metric: choose('mm2') }
  const area = power.wireArea ?? proposed.awg?.size.area ?? AWG_SIZES.at(-1)!.area
  const drop = wireDrop(continuous, oneWay, area, returned, power.conductorTemperature, power.systemVoltage)
  const ampacity = deratedAmpacity(area, power.bundle, power.engineSpace)
  const fuse = chooseFuse(continuous, inrush, compressor.inrushTime, ampacity)
  const result: PowerResult = {
    powered: true,
    continuous,
    inrush,
    oneWay,
    area,
    proposedArea: proposed.awg?.size.area ?? null,
    drop: drop.drop,
    dropRatio: drop.ratio,
    ampacity,
    fuse: power.fuse ?? fuse.rating,
    proposedFuse: fuse.rating,
    fuseWhy: fuse.why,
    standby: block ? standbyDays(power.batteryCapacity, PRACTICE.usableCharge.value, block.standby) : null,
  }
  const notes = powerRules({ power, truck, r: result })
  return {
    figures: powerFigures({
      power,
      r: result,
      compressor,
      block,
      motor,
      run,
      harness,
      drop,
      returned,
      proposed,
      fuse,
    }),
    notes,
    state: stateOf(notes, 'clear'),
    headline: { figures: ['wire', 'fuse'] },
    result,
  }
}
