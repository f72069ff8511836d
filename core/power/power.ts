import type { BlockClass } from '../catalog/blocks'
import type { CompressorClass } from '../catalog/compressors'
import { AWG_SIZES } from '../catalog/electrical'
import { PRACTICE } from '../catalog/practice'
import type { PowerPlan } from '../document/types'
import { noMemo, stateOf, type Memo, type StageOutput } from '../quantity/stage'
import { chooseFuse, deratedAmpacity, wireDrop, wireSize } from './circuit'
import { energyOf } from './energy'
import { powerFigures } from './figures'
import { guardRows } from './guards'
import { earthPlace } from './network/draft'
import type { Wiring } from './network/types'
import { powerRules } from './rules'
import type { PowerResult } from './result'
import { isStaged } from './starting'
import type { FeedPlan, PlugPlace, PowerOfFeed, TruckOfPower } from './types'
import { solveAll, wireRows } from './wires'

/** Used as the feed if there is none. */
const NO_FEED = {
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
}

/**
 * Load on the feed: `current` of one motor at the highest pressure it works against, A, and the number of
 * `motors`.
 */
interface FedSet {
  compressor: CompressorClass | null
  block: BlockClass | null
  current: number
  motors: number
}

/**
 * Wire and fuse of the compressor's feed, as proposed and as chosen; null with nothing to feed. SI.
 * @param run from battery to compressor as laid, m, or null; `harness` length of the kit's own, m
 */
export function planFeed(
  power: PowerOfFeed,
  set: FedSet,
  run: number | null,
  harness: number,
): FeedPlan | null {
  const { compressor, block, current: motor, motors } = set
  if (!compressor || run === null) return null
  const continuous = motors * motor + (block?.current ?? 0)
  // Motors that start one after the other: the last inrush comes on top of what runs by then.
  const starting = isStaged(power, compressor) ? 1 : motors
  const inrush = motor * (starting * compressor.inrush + motors - starting)
  // The wire is as long as the run, or as the harness if that is longer and coiled.
  const oneWay = Math.max(run, harness)
  // The plan assumes a sound earth. What paint or aluminium costs is computed by the network.
  const returned = earthPlace(power, 'motor', true) === 'battery' ? null : PRACTICE.chassisReturn.value
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
  // Wire and fuse together. If no blade fuse guards any wire, the wire alone, and a note on the missing fuse.
  const choose = (system: 'awg' | 'mm2') => size(system, guarded) ?? size(system)
  const proposed = { awg: choose('awg'), metric: choose('mm2') }
  const area = power.wireArea ?? proposed.awg?.size.area ?? AWG_SIZES.at(-1)!.area
  const drop = wireDrop(continuous, oneWay, area, returned, power.conductorTemperature, power.systemVoltage)
  const ampacity = deratedAmpacity(area, power.bundle, power.engineSpace)
  const fuse = chooseFuse(continuous, inrush, compressor.inrushTime, ampacity)
  return {
    compressor,
    run,
    harness,
    motors,
    motor,
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

/** What Power gets from Air: its block, the share of air lost in the feed, the longest lift, s. */
interface Supplied {
  block: BlockClass | null
  slowed: number | null
  times: Record<string, number | null>
}

/**
 * The whole wiring: feed and fuse, all other wires, guards, earths, states, and the battery. SI.
 * @param feed from {@link planFeed}; `wiring` built from circuit, feed and Lay; `plugs` outside the cab
 * @param memo keeps the solved states while the network is the same
 */
export function powerStage(
  power: PowerPlan,
  truck: TruckOfPower,
  set: Supplied,
  feed: FeedPlan | null,
  wiring: Wiring,
  plugs: readonly PlugPlace[],
  memo: Memo = noMemo,
): StageOutput<PowerResult> {
  const solved = memo('solved', [wiring], () => solveAll(wiring))
  const rows = wireRows(wiring, power, solved)
  const lift = Math.max(0, ...Object.values(set.times).map((seconds) => seconds ?? 0))
  const energy = energyOf(power, solved, feed && lift > 0 ? lift : null)
  const result: PowerResult = {
    ...NO_FEED,
    ...(feed && feedResult(power, feed)),
    powered: feed !== null,
    isWired: rows.length > 0,
    wiring,
    solved,
    rows,
    guards: guardRows(wiring, rows, solved),
    energy,
    plugs,
  }
  const notes = powerRules(feed && { power, r: result, slowed: set.slowed }, {
    power,
    truck,
    wiring,
    rows,
    solved,
    energy,
    plugs,
  })
  const { isWired } = result
  return {
    figures: isWired ? powerFigures({ power, r: result, feed, block: set.block }) : {},
    notes: isWired ? notes : [],
    state: isWired ? stateOf(notes, 'clear') : 'clear',
    headline: feed
      ? { figures: ['wire', 'fuse'] }
      : { text: isWired ? `${rows.length} wires` : 'nothing to wire' },
    result,
  }
}

/** The feed's part of the result. */
const feedResult = (power: PowerPlan, feed: FeedPlan) => ({
  feed,
  continuous: feed.continuous,
  inrush: feed.inrush,
  inrushTime: feed.compressor.inrushTime,
  motor: feed.motor,
  oneWay: feed.oneWay,
  area: feed.area,
  proposedArea: feed.proposed.awg?.size.area ?? null,
  drop: feed.drop.drop,
  dropRatio: feed.drop.ratio,
  ampacity: feed.ampacity,
  fuse: power.fuse ?? feed.fuse.rating,
  proposedFuse: feed.fuse.rating,
  fuseWhy: feed.fuse.why,
})
