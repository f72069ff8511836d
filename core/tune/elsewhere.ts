import { PRACTICE } from '../catalog/practice'
import type { Preset, TuneWeather } from '../document/types'
import { lampOf, riseOf } from './memories'
import { bagLater, holdsFor, keptAfter, type Conditions, type LoadedBag } from './setReads'
import type { Elsewhere, HaulNeed, TuneSite } from './types'

/** Presets in weather other than the one they were set in. SI, gauge. */
const SIDES = ['left', 'right'] as const

/** What one side reads, and how far it rises, in other weather. */
export function sideLater(
  need: HaulNeed,
  side: 'left' | 'right',
  set: number,
  at: Conditions,
  later: Conditions,
  site: TuneSite,
): { reads: number; rise: number } {
  const heightAt = need.heightAt[side]
  const { pressure } = bagLater({ heightAt, volumeAt: site.volumeAt }, set, at, later)
  return { reads: pressure, rise: riseOf(heightAt, set, pressure, site) }
}

const WEEK = 7 * 86_400

/**
 * A preset at the coldest, with each side losing as much as still counts as tight: the side that sinks most in
 * a week, m, and the one that reaches the minimum first, s.
 */
function leakOf(
  need: HaulNeed,
  preset: Preset,
  minimum: number,
  at: Conditions,
  later: Conditions,
  site: TuneSite,
): Elsewhere['leak'] {
  const sides = SIDES.map((side) => {
    const bag: LoadedBag = { heightAt: need.heightAt[side], volumeAt: site.volumeAt }
    const set = preset[side]
    const volume = site.volumeAt(bag.heightAt(set))
    const leak = { loss: PRACTICE.allowedLoss.value, volume }
    const kept = keptAfter(bag, set, at, leak, WEEK)
    const before = bagLater(bag, set, at, later).height
    return {
      sinks: (before - bagLater(bag, set, at, later, kept).height) / site.motionRatio,
      holds: holdsFor(bag, set, minimum, at, later, leak),
    }
  })
  return {
    sinks: Math.max(...sides.map(({ sinks }) => sinks)),
    holds: Math.min(...sides.map(({ holds }) => holds)),
  }
}

/**
 * Both sides of a preset: the lower one at the coldest, the higher one in the heat, and the mean of how far
 * they rise.
 */
export function elsewhereOf(
  need: HaulNeed,
  preset: Preset,
  weather: TuneWeather,
  minimum: number,
  site: TuneSite,
): Elsewhere {
  const at = { temperature: weather.shop, altitude: site.altitude }
  const both = (later: Conditions, pick: (...values: number[]) => number) => {
    const sides = SIDES.map((side) => sideLater(need, side, preset[side], at, later, site))
    return {
      reads: pick(...sides.map(({ reads }) => reads)),
      rise: sides.reduce((sum, { rise }) => sum + rise / 2, 0),
    }
  }
  // A block stops within its tolerance of what its gauge reads, and the gauge may be off too. By hand, only the
  // gauge counts.
  const stops = site.heldBy === 'block' ? PRACTICE.presetTolerance.value : 0
  const off = (p: number) => Math.hypot(stops, PRACTICE.gaugeAccuracy.value * p)
  const error = (side: 'left' | 'right') =>
    Math.abs(riseOf(need.heightAt[side], preset[side], preset[side] + off(preset[side]), site))
  const rise = { left: error('left'), right: error('right') }
  return {
    cold: both({ temperature: weather.cold, altitude: site.altitude }, Math.min),
    hot: both({ temperature: weather.hot, altitude: site.altitude }, Math.max),
    pass: both({ temperature: weather.shop, altitude: weather.pass }, Math.max),
    leak: leakOf(need, preset, minimum, at, { temperature: weather.cold, altitude: site.altitude }, site),
    error: { rise: Math.max(rise.left, rise.right), lamp: lampOf(rise, site) },
  }
}

/**
 * Pressure to set so that a side just reads a limit elsewhere, Pa. It equals what a bag at that limit there
 * would read here.
 */
export function setFor(
  limit: number,
  need: HaulNeed,
  side: 'left' | 'right',
  at: Conditions,
  later: Conditions,
  site: TuneSite,
): number {
  const bag = { heightAt: need.heightAt[side], volumeAt: site.volumeAt }
  return bagLater(bag, limit, later, at).pressure
}
