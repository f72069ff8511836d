import type { BlockClass } from '../catalog/blocks'
import type { CompressorClass } from '../catalog/compressors'
import { AWG_SIZES } from '../catalog/electrical'
import { PRACTICE } from '../catalog/practice'
import type { PowerPlan, Truck } from '../document/types'
import { stateOf, type StageOutput } from '../quantity/stage'
import { chooseFuse, deratedAmpacity, selfDischarge, standbyDays, wireDrop, wireSize } from './circuit'
import { powerFigures } from './figures'
import { powerRules, wiringRules } from './rules'
import type { FeedPlan, PowerResult, WiredPart } from './types'

const NO_FEED: StageOutput<PowerResult> = {
  figures: {},
  notes: [],
  state: 'clear',
  headline: { text: 'nothing to wire' },
  result: {
    powered: false,
    feed: null,
    continuous: 0,
    inrush: 0,
    inrushTime: 0,
    motor: 0,
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

/** What hangs on the feed: `current` the motor's at the highest pressure it works against, A. */
interface FedSet {
  compressor: CompressorClass | null
  block: BlockClass | null
  current: number
}

/**
 * Wire and fuse of the compressor's feed, as proposed and as chosen; null with nothing to feed. SI.
 * @param run from battery to compressor as laid, m, or null; `harness` the kit's own, as long as it is.
 */
export function planFeed(
  power: PowerPlan,
  set: FedSet,
  run: number | null,
  harness: number,
): FeedPlan | null {
  const { compressor, block, current: motor } = set
  if (!compressor || run === null) return null
  const continuous = motor + (block?.current ?? 0)
  const inrush = motor * compressor.inrush
  // The wire is as long as the run, or as the harness when that is longer and coiled.
  const oneWay = Math.max(run, harness)
  const returned = power.earth === 'battery' ? null : PRACTICE.chassisReturn.value
  const guarded = (ampacity: number) =>
    chooseFuse(continuous, inrush, compressor.inrushTime, ampacity).rating !== null
  const size = (system: 'awg' | 'mm2', withFuse?: typeof guarded) =>
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
      withFuse,
    )
  // Wire and fuse together; where no blade fuse guards any wire, the wire alone, and the missing fuse is told.
  const choose = (system: 'awg' | 'mm2') => size(system, guarded) ?? size(system)
  const proposed = { awg: choose('awg'), metric: choose('mm2') }
  const area = power.wireArea ?? proposed.awg?.size.area ?? AWG_SIZES.at(-1)!.area
  const drop = wireDrop(continuous, oneWay, area, returned, power.conductorTemperature, power.systemVoltage)
  const ampacity = deratedAmpacity(area, power.bundle, power.engineSpace)
  const fuse = chooseFuse(continuous, inrush, compressor.inrushTime, ampacity)
  const besides = block?.current ?? 0
  return {
    compressor,
    run,
    harness,
    motor,
    besides,
    supply: power.systemVoltage,
    loop: drop.loop,
    continuous,
    inrush,
    oneWay,
    returned,
    proposed,
    area,
    drop,
    ampacity,
    fuse,
  }
}

/**
 * Feed, fuse and earth for the chosen set. SI.
 * @param feed as {@link planFeed} has it; `set.electric` what else hangs on wires, `set.slowed` the share of the
 * compressor's air that the feed takes.
 */
export function powerStage(
  power: PowerPlan,
  truck: Truck,
  set: { block: BlockClass | null; electric: readonly WiredPart[]; slowed: number | null },
  feed: FeedPlan | null,
): StageOutput<PowerResult> {
  const { block } = set
  if (!feed) {
    const notes = wiringRules({ motor: 0, electric: set.electric })
    if (notes.length === 0) return NO_FEED
    return { ...NO_FEED, notes, state: stateOf(notes, 'begun'), headline: { text: 'not planned here yet' } }
  }
  const { compressor, motor, proposed, drop, fuse } = feed
  const result: PowerResult = {
    powered: true,
    feed,
    continuous: feed.continuous,
    inrush: feed.inrush,
    inrushTime: compressor.inrushTime,
    motor,
    oneWay: feed.oneWay,
    area: feed.area,
    proposedArea: proposed.awg?.size.area ?? null,
    drop: drop.drop,
    dropRatio: drop.ratio,
    ampacity: feed.ampacity,
    fuse: power.fuse ?? fuse.rating,
    proposedFuse: fuse.rating,
    fuseWhy: fuse.why,
    standby: block ? standbyOf(power, block) : null,
  }
  const notes = powerRules({ power, truck, r: result, electric: set.electric, slowed: set.slowed })
  return {
    figures: powerFigures({ power, r: result, feed, block }),
    notes,
    state: stateOf(notes, 'clear'),
    headline: { figures: ['wire', 'fuse'] },
    result,
  }
}

/** Days the battery lasts with the block, the truck's own drain and what it loses by itself: under a year whatever its size. */
function standbyOf(power: PowerPlan, block: BlockClass): number {
  const drain = block.standby + PRACTICE.truckDrain.value + selfDischarge(power.batteryCapacity)
  return standbyDays(power.batteryCapacity, PRACTICE.usableCharge.value, drain)
}
