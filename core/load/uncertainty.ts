import type { Haul, LoadItem, Truck } from '../document/types'
import type { LevelSpring, SurveyTolerances, UncertaintyId, Band, Uncertainty } from './types'
import { balanceBody } from './body'
import { pressuresForTarget, haulLoads } from './target'
import { itemMass, scaledItem, towedLoad } from './masses'

/** Share by which a load's weight may be off (common practice). */
const ITEM_DOUBT: Record<LoadItem['how'], number> = { weighed: 0.02, marked: 0.05, guessed: 0.2 }
/** A tongue from papers, on a bathroom scale, or computed from the trailer's plan. */
const BALL_DOUBT: Record<Haul['ballFrom'], number> = { typed: 0.15, weighed: 0.05, trailer: 0.1 }
/** Where a load stands, ± m, along and across. */
const PLACE_DOUBT = 0.02
/** Effective area: of a class against the spring fitted, and off the spring's own sheet. */
const AREA_DOUBT = { class: 0.05, sheet: 0.02 }

export interface UncertainCase {
  haul: Haul
  truck: Truck
  spring: LevelSpring
  teed: boolean
  areaFrom: 'class' | 'sheet'
  tolerances: SurveyTolerances
}

/** One thing that is not quite known: `shift(z)` gives the case with it off by z times its ±a. */
interface Source {
  id: UncertaintyId
  label: string
  shift(of: UncertainCase, z: number): UncertainCase
}

function sourcesOf(c: UncertainCase): Source[] {
  const items = Object.entries(c.haul.items)
  const list: Source[] = items
    .filter(([, i]) => itemMass(i) > 0)
    .map(([id, item]) => ({
      id: `item:${id}`,
      label: item.label || 'an item',
      shift: (of, z) => ({
        ...of,
        haul: {
          ...of.haul,
          items: { ...of.haul.items, [id]: scaledItem(of.haul.items[id]!, 1 + z * ITEM_DOUBT[item.how]) },
        },
      }),
    }))
  const { ball, whole } = towedLoad(c.haul)
  if (ball !== 0)
    list.push({
      id: 'ball',
      label: 'the load on the coupling',
      shift: (of, z) => ({
        ...of,
        haul: {
          ...of.haul,
          ballFrom: 'typed',
          trailerMass: whole,
          ballLoad: ball * (1 + z * BALL_DOUBT[c.haul.ballFrom]),
        },
      }),
    })
  if (items.length > 0) {
    const moved =
      (axis: 'x' | 'y'): Source['shift'] =>
      (of, z) => ({
        ...of,
        haul: {
          ...of.haul,
          items: Object.fromEntries(
            Object.entries(of.haul.items).map(([id, i]) => [id, { ...i, [axis]: i[axis] + z * PLACE_DOUBT }]),
          ),
        },
      })
    list.push(
      { id: 'places', label: 'where the load stands, along', shift: moved('x') },
      { id: 'sides', label: 'where the load stands, across', shift: moved('y') },
    )
  }
  list.push(
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
          areaByHeight: of.spring.areaByHeight.map(
            ([h, a]) => [h, a * (1 + z * AREA_DOUBT[c.areaFrom])] as const,
          ),
        },
      }),
    },
    {
      id: 'rate',
      label: 'the suspension rate',
      shift: (of, z) => ({
        ...of,
        truck: {
          ...of.truck,
          suspension: {
            ...of.truck.suspension,
            rearRate: of.truck.suspension.rearRate * (1 + z * c.tolerances.rearRate),
          },
        },
      }),
    },
  )
  return list
}

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

/** Two standard deviations: 19 cases in 20. */
const COVERAGE = 2
/** Bend of the answer over the whole ±a, against its slope, above which a straight line does not hold. */
const BENT = 0.2

/**
 * Pressures with their range, linearised: each source moved by ± one standard deviation, the effects squared and summed.
 * Says itself where that does not hold (a limit or a contact lies within the range): then `sampleDoubt` gives the range.
 */
export function uncertaintyOf(c: UncertainCase): Uncertainty {
  const sigma = 1 / Math.sqrt(3)
  const at = answer(c)
  const effects = sourcesOf(c).map(({ id, label, shift }) => {
    const up = answer(shift(c, sigma))
    const down = answer(shift(c, -sigma))
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
    low: empty + change - COVERAGE * spread(of, doubt * sigma),
    high: empty + change + COVERAGE * spread(of, doubt * sigma),
  })
  /** Wholly under the minimum it stands at the minimum whatever the doubt. */
  const held = (wanted: number, sd: number) => wanted + COVERAGE * sd < minPressure
  const cut = (set: number, wanted: number, sd: number) =>
    !held(wanted, sd) &&
    (set !== wanted || wanted - COVERAGE * sd < minPressure || wanted + COVERAGE * sd > maxPressure)
  const idle = held(at.leftWanted, left) && held(at.rightWanted, right)
  return {
    left: band(at.left, at.leftWanted, left),
    right: band(at.right, at.rightWanted, right),
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

/** Reproducible numbers in [0, 1): mulberry32. */
function numbers(seed: number): () => number {
  let a = seed
  return () => {
    a = (a + 0x6d2b79f5) | 0
    let t = Math.imul(a ^ (a >>> 15), 1 | a)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296
  }
}

export interface Sampled {
  left: Band
  right: Band
  /** Part of the samples in which a side wants more than the spring may have. */
  over: number
  samples: number
}

export const SAMPLES = 10_000

/** The same doubt by sampling: every source anywhere within its ±a at once, the truck solved anew each time. */
export function sampleUncertainty(c: UncertainCase, samples = SAMPLES, seed = 1): Sampled {
  const sources = sourcesOf(c)
  const next = numbers(seed)
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
