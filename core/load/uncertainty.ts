import { COVERAGE, SIGMA_WITHIN } from '../quantity/constants'
import { randomNumbers } from '../quantity/random'
import { PRACTICE } from '../catalog/practice'
import type { Haul, LoadItem, SurveyTolerances, LoadedTruck } from '../document/types'
import type { LevelSpring, UncertaintyId, Band, Uncertainty } from './types'
import { balanceBody } from './body'
import { pressuresForTarget, haulLoads } from './target'
import { itemMass, scaledItem, towedLoad } from './masses'

/**
 * How sure a pressure is. Every figure of the survey and the haul carries ±a and is equally likely anywhere
 * within it: standard deviation a/√3 (JCGM 100:2008, 4.3.7; memory). The range shown covers 19 cases in 20.
 */

const ITEM_TOLERANCE: Record<LoadItem['how'], number> = {
  weighed: PRACTICE.weighedItem.value,
  marked: PRACTICE.markedItem.value,
  guessed: PRACTICE.guessedItem.value,
}
/** ± of the load on the coupling as a share of it, by how it is known. */
export const BALL_TOLERANCE: Record<Haul['ballFrom'], number> = {
  typed: PRACTICE.ballFromPapers.value,
  weighed: PRACTICE.ballWeighed.value,
  trailer: PRACTICE.ballFromPlan.value,
}

export interface UncertainCase {
  haul: Haul
  truck: LoadedTruck
  spring: LevelSpring
  teed: boolean
  tolerances: SurveyTolerances
}

/** One doubtful figure. `shift(z)` gives the case with it off by z times its ±a. */
export interface Source {
  id: UncertaintyId
  label: string
  shift(of: UncertainCase, z: number): UncertainCase
}

export function sourcesOf(c: UncertainCase): Source[] {
  return [...itemSources(c), ...ballSource(c), ...placeSources(c), ...surveySources(c)]
}

/** What each item weighs. */
function itemSources(c: UncertainCase): Source[] {
  return Object.entries(c.haul.items)
    .filter(([, item]) => itemMass(item) > 0)
    .map(([id, item]) => ({
      id: `item:${id}`,
      label: item.label || 'an item',
      shift: (of, z) => {
        const shifted = scaledItem(of.haul.items[id]!, 1 + z * ITEM_TOLERANCE[item.how])
        return { ...of, haul: { ...of.haul, items: { ...of.haul.items, [id]: shifted } } }
      },
    }))
}

/** The load on the coupling, if there is one. */
function ballSource(c: UncertainCase): Source[] {
  const { ball, whole } = towedLoad(c.haul)
  if (ball === 0) return []
  const tolerance = BALL_TOLERANCE[c.haul.ballFrom]
  return [
    {
      id: 'ball',
      label: 'the load on the coupling',
      shift: (of, z) => ({
        ...of,
        haul: { ...of.haul, ballFrom: 'typed', trailerMass: whole, ballLoad: ball * (1 + z * tolerance) },
      }),
    },
  ]
}

/** Where the load stands, moved as a whole along and across. */
function placeSources(c: UncertainCase): Source[] {
  if (Object.keys(c.haul.items).length === 0) return []
  const moved =
    (axis: 'x' | 'y'): Source['shift'] =>
    (of, z) => {
      const items = Object.entries(of.haul.items).map(([id, item]) => [
        id,
        { ...item, [axis]: item[axis] + z * PRACTICE.loadPlace.value },
      ])
      return { ...of, haul: { ...of.haul, items: Object.fromEntries(items) } }
    }
  return [
    { id: 'places', label: 'where the load stands, along', shift: moved('x') },
    { id: 'sides', label: 'where the load stands, across', shift: moved('y') },
  ]
}

/** The seat gap, the spring's area, the suspension rate, and how far the spring goes with the wheel. */
function surveySources(c: UncertainCase): Source[] {
  const { area } = c.tolerances
  const sources: Source[] = [
    {
      id: 'gap',
      label: 'the seat gap',
      shift: (of, z) => ({
        ...of,
        spring: { ...of.spring, designHeight: of.spring.designHeight + z * c.tolerances.gap },
      }),
    },
    {
      id: 'area',
      label: 'the spring’s effective area',
      shift: (of, z) => ({
        ...of,
        spring: {
          ...of.spring,
          areaByHeight: of.spring.areaByHeight.map(([h, a]) => [h, a * (1 + z * area)] as const),
        },
      }),
    },
    {
      id: 'rate',
      label: 'the suspension rate',
      shift: (of, z) => {
        const { suspension } = of.truck
        const rearRate = suspension.rearRate * (1 + z * c.tolerances.rearRate)
        return { ...of, truck: { ...of.truck, suspension: { ...suspension, rearRate } } }
      },
    },
  ]
  for (const [id, label] of GEOMETRY)
    if (c.tolerances[id] > 0)
      sources.push({
        id,
        label,
        shift: (of, z) => {
          const { suspension } = of.truck
          const motionRatio = suspension.motionRatio * (1 + z * c.tolerances[id])
          return { ...of, truck: { ...of.truck, suspension: { ...suspension, motionRatio } } }
        },
      })
  return sources
}

/** Doubt of the motion ratio: of the ratio itself, and of the part that depends on where the seat is. */
const GEOMETRY = [
  ['motion', 'the motion ratio'],
  ['seat', 'where the seat stands, fore or aft'],
] as const

interface Answer {
  left: number
  right: number
  leftWanted: number
  rightWanted: number
  rear: number
  front: number
}

function answer({ haul, truck, spring, teed }: UncertainCase): Answer {
  const loads = haulLoads(haul, truck)
  const { left, right } = pressuresForTarget(haul, truck, loads.body, spring, teed, () =>
    balanceBody(truck, loads.body, null, null),
  )
  return {
    left: left.pressure,
    right: right.pressure,
    leftWanted: left.wanted,
    rightWanted: right.wanted,
    rear: loads.rearChange,
    front: loads.frontChange,
  }
}

/** What a side needs, ignoring limits, Pa. */
export const wantedOf = (c: UncertainCase, side: 'left' | 'right'): number =>
  side === 'left' ? answer(c).leftWanted : answer(c).rightWanted

/**
 * If the answer bends by more than this share of its slope over the whole ±a, a straight line does not hold.
 */
const BENT = 0.2

/**
 * Pressures with their range, linearised: each source is moved by ± one standard deviation, and the effects are
 * squared and summed. The result says if that does not hold (a limit or a contact lies within the range); then
 * `sampleUncertainty` gives the range.
 */
export function uncertaintyOf(c: UncertainCase): Uncertainty {
  const at = answer(c)
  const effects = sourcesOf(c).map(({ id, label, shift }) => {
    const up = answer(shift(c, SIGMA_WITHIN))
    const down = answer(shift(c, -SIGMA_WITHIN))
    const half = (of: (a: Answer) => number) => (of(up) - of(down)) / 2
    const bend = (of: (a: Answer) => number) => Math.abs(of(up) + of(down) - 2 * of(at))
    return {
      id,
      label,
      left: half((a) => a.leftWanted),
      right: half((a) => a.rightWanted),
      rear: half((a) => a.rear),
      front: half((a) => a.front),
      bend: Math.max(
        bend((a) => a.leftWanted),
        bend((a) => a.rightWanted),
      ),
    }
  })
  const spread = (of: (e: (typeof effects)[number]) => number, more = 0) =>
    Math.sqrt(effects.reduce((sum, e) => sum + of(e) ** 2, more ** 2))
  const [left, right] = [spread((e) => e.left), spread((e) => e.right)]
  const worst = left >= right ? 'left' : 'right'
  const variance = Math.max(left, right) ** 2
  const { minPressure, maxPressure } = c.spring
  const clamp = (p: number) => Math.min(Math.max(p, minPressure), Math.max(maxPressure, minPressure))
  const band = (set: number, wanted: number, sd: number): Band => ({
    low: Math.min(clamp(wanted - COVERAGE * sd), set),
    high: Math.max(clamp(wanted + COVERAGE * sd), set),
  })
  const { unladen: w } = c.truck
  const axle = (
    empty: number,
    change: number,
    of: (e: (typeof effects)[number]) => number,
    doubt: number,
  ): Band => ({
    low: empty + change - COVERAGE * spread(of, doubt * SIGMA_WITHIN),
    high: empty + change + COVERAGE * spread(of, doubt * SIGMA_WITHIN),
  })
  /** If the whole range is under the minimum, the pressure is the minimum, whatever the doubt. */
  const held = (wanted: number, sd: number) => wanted + COVERAGE * sd < minPressure
  const cut = (set: number, wanted: number, sd: number) =>
    !held(wanted, sd) &&
    (set !== wanted || wanted - COVERAGE * sd < minPressure || wanted + COVERAGE * sd > maxPressure)
  const idle = held(at.leftWanted, left) && held(at.rightWanted, right)
  return {
    left: band(at.left, at.leftWanted, left),
    right: band(at.right, at.rightWanted, right),
    deviation: { left, right },
    rearAxle: axle(w.rearLeft + w.rearRight, at.rear, (e) => e.rear, c.tolerances.rearAxle),
    frontAxle: axle(w.frontLeft + w.frontRight, at.front, (e) => e.front, c.tolerances.frontAxle),
    shares:
      variance > 0
        ? effects
            .map((e) => ({ id: e.id, label: e.label, share: e[worst] ** 2 / variance }))
            .sort((a, b) => b.share - a.share)
        : [],
    linear:
      !cut(at.left, at.leftWanted, left) &&
      !cut(at.right, at.rightWanted, right) &&
      (idle || effects.every((e) => e.bend <= BENT * Math.max(left, right))),
  }
}

export interface Sampled {
  left: Band
  right: Band
  /** Share of the samples in which a side needs more than the spring may have. */
  over: number
  samples: number
}

export const SAMPLES = 10_000

/**
 * The same doubt by sampling: all sources anywhere within their ±a at once, with the truck solved each time.
 */
export function sampleUncertainty(c: UncertainCase, samples = SAMPLES, seed = 1): Sampled {
  const sources = sourcesOf(c)
  const next = randomNumbers(seed)
  const left = new Float64Array(samples)
  const right = new Float64Array(samples)
  let over = 0
  for (let i = 0; i < samples; i++) {
    const a = answer(sources.reduce((of, source) => source.shift(of, next() * 2 - 1), c))
    left[i] = a.left
    right[i] = a.right
    if (Math.max(a.leftWanted, a.rightWanted) > c.spring.maxPressure) over++
  }
  const band = (values: Float64Array): Band => {
    values.sort()
    return { low: values[Math.floor(samples * 0.025)]!, high: values[Math.ceil(samples * 0.975) - 1]! }
  }
  return { left: band(left), right: band(right), over: over / samples, samples }
}
