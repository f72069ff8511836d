import { circuitPatches } from '../air/circuit/changeCircuit'
import { allOfKinds, firstOfKind } from '../air/circuit/connections'
import { partOf } from '../air/parts/parts'
import { PRACTICE } from '../catalog/practice'
import { applyEdit } from '../document/edit'
import type { Archetype, Plan, ComponentKind } from '../document/types'
import { airNeeds, type HaulNeed } from '../load/airNeeds'
import { input, type Figure } from '../quantity/figure'
import { createDeriver } from '../derive/derive'
import type { Derived } from '../derive/types'

/** Ways to fill the springs, side by side for one owner's hauls: is a control worth having? */

/** Who does it: somebody with a hose, the driver at a button, or the set by itself. */
export type DoneBy = 'hand' | 'driver' | 'itself'

export interface ControlWay {
  id: Archetype
  label: string
  by: DoneBy
  figures: {
    /** The longest change from the minimum to a haul; null if it never arrives. */
    change: Figure
    /** A person's own share of it per week; null if nobody was asked how often, or if it never arrives. */
    week: Figure
    build: Figure
    /** Prices the shop has typed for such parts. */
    cost: Figure
    /** Largest height error at a wheel over all hauls. */
    error: Figure
  }
  /** Number of its parts without a price. */
  unpriced: number
  /** What fails at the roadside, and what to do then. */
  fails: string
}

export interface NeedForControl {
  ways: ControlWay[]
  /** Difference of the pressures between hauls, Pa. */
  spread: number
  /** Says plainly whether hand fill is enough, or what it would cost. */
  verdict: string
}

interface Candidate {
  id: Archetype
  label: string
  by: DoneBy
  fails: string
}
const CANDIDATES: readonly Candidate[] = [
  {
    id: 'hand-teed',
    label: 'Hand fill, teed',
    by: 'hand',
    fails: 'a leak; any tyre shop’s air fills it again.',
  },
  {
    id: 'hand-two',
    label: 'Hand fill, two lines',
    by: 'hand',
    fails: 'a leak on one side leaves the other standing.',
  },
  {
    id: 'wireless-dual',
    label: 'Control, no tank',
    by: 'driver',
    fails: 'fuse, remote or compressor: filled by hand through the kept valves.',
  },
  {
    id: 'tank-wireless',
    label: 'Control with a tank',
    by: 'driver',
    fails: 'the same; a full tank fills a few times more.',
  },
  {
    id: 'height-valve',
    label: 'Mechanical levelling',
    by: 'itself',
    fails: 'a bent link or arm fills or empties both; dumped and filled by hand.',
  },
  {
    id: 'electronic',
    label: 'Electronic levelling',
    by: 'itself',
    fails: 'a sensor or plug: it stops where it stands; filled by hand.',
  },
]

/**
 * Every way tried on the plan's own truck, hauls and springs. It takes some tens of milliseconds.
 * @throws nothing: a plan without a spring gives no ways
 */
export function doYouNeedIt(plan: Plan, derived: Derived): NeedForControl {
  const needs = Object.values(airNeeds(derived.stages.truck.result.truck, derived.stages.load.result))
  const { changes } = plan.job
  const spread = spreadOf(needs)
  const ways = needs.length ? CANDIDATES.map((c) => tryWay(plan, needs, c)) : []
  return { ways, spread, verdict: verdictOf(spread, needs.length, changes, ways) }
}

function tryWay(plan: Plan, needs: readonly HaulNeed[], candidate: Candidate): ControlWay {
  const next = applyEdit(plan, circuitPatches(plan.air, candidate.id))
  const { stages } = createDeriver()(next)
  const seconds = secondsOf(next, candidate.by, Object.values(stages.air.result.times))
  const { changes } = plan.job
  const mine = candidate.by === 'itself' ? 0 : seconds
  const misses = needs.map((need) => errorOf(next, candidate, need, stages.air.result.teed))
  const { cost, unpriced } = costOf(plan, next)
  const { label } = candidate
  return {
    ...candidate,
    unpriced,
    figures: {
      change: {
        label: `${label}: longest change`,
        value: seconds,
        quantity: 'time',
        formula:
          candidate.by === 'hand'
            ? 'fill valves × time at each'
            : 'longest of the hauls, from the minimum up',
        inputs:
          candidate.by === 'hand'
            ? [
                input('Fill valves', allOfKinds(next.air, 'handFill').length, 'count'),
                input('At each', PRACTICE.handFill.value, 'time'),
              ]
            : needs.map((need, i) =>
                input(need.label, Object.values(stages.air.result.times)[i] ?? null, 'time'),
              ),
        source: candidate.by === 'hand' ? 'From memory' : 'Air, with that circuit in this plan',
      },
      week: {
        label: `${label}: a person’s own time in a week`,
        value: changes === null || mine === null ? null : changes * mine,
        quantity: 'time',
        formula: 'changes a week × longest change; nothing where it is done by itself',
        inputs: [input('Changes a week', changes, 'count'), input('Each', mine, 'time')],
        source: 'How often the load changes, as typed',
      },
      build: {
        label: `${label}: usual time to build`,
        value: stages.build.result.minutes * 60,
        quantity: 'time',
        formula: 'Σ usual time of each step, everything new',
        inputs: [input('Steps', stages.build.result.steps.length, 'count')],
        source: 'Common practice; a first-timer doubles it',
      },
      cost,
      error: {
        label: `${label}: off at a wheel, at most`,
        value: Math.max(...misses) / plan.truck.suspension.motionRatio,
        quantity: 'length',
        formula: ERROR_FORMULAS[candidate.by],
        inputs: [
          ...needs.map((need, i) => input(`${need.label}, at the spring`, misses[i]!, 'length')),
          input('Motion ratio', plan.truck.suspension.motionRatio, 'plain'),
        ],
        source: 'Load’s heights against pressure; gauge, hand and block from common practice',
      },
    },
  }
}

const ERROR_FORMULAS: Record<DoneBy, string> = {
  hand: 'height at p ± (5 % of the gauge + half a psi) against the height wanted; one pressure where teed',
  driver: 'height at p ± (5 % of the gauge + 2 psi) against the height wanted; one pressure where teed',
  itself: 'dead band of the arm or the controller',
}

/** By hand, the time at every fill valve; otherwise the longest of the hauls' own times. */
function secondsOf({ air }: Plan, by: DoneBy, times: readonly (number | null)[]): number | null {
  if (by === 'hand') return allOfKinds(air, 'handFill').length * PRACTICE.handFill.value
  return times.some((t) => t === null) ? null : Math.max(0, ...times.map((t) => t ?? 0))
}

/**
 * Height error of a spring in one haul, m: from gauge, block or dead band, and from one pressure for two sides.
 */
function errorOf({ air }: Plan, { by }: Candidate, need: HaulNeed, teed: boolean): number {
  if (by === 'itself') {
    const [lever, controller] = [firstOfKind(air, 'heightValve'), firstOfKind(air, 'controller')]
    const valve = lever && partOf(air, lever).figures
    return valve ? valve.arm! * Math.sin(valve.deadBand!) : (partOf(air, controller!).figures.band ?? 0)
  }
  const shared = Math.max(need.left.pressure, need.right.pressure)
  const misses = (['left', 'right'] as const).map((side) => {
    const set = teed ? shared : need[side].pressure
    // Both read a gauge. A hand stops where it wants to, a block within its tolerance.
    const stops = by === 'hand' ? PRACTICE.targetBand.value : PRACTICE.presetTolerance.value
    const slip = set * PRACTICE.gaugeAccuracy.value + stops
    const { height } = need[side]
    return Math.max(
      ...[set - slip, set + slip].map((p) => Math.abs(need.heightAt[side](Math.max(p, 0)) - height)),
    )
  })
  return Math.max(...misses)
}

/** Prices the shop has typed for parts of these kinds, in this job or as its own classes. */
function costOf({ air }: Plan, next: Plan): { cost: Figure; unpriced: number } {
  const prices = new Map<ComponentKind, number>()
  for (const { kind, price } of Object.values(air.classes)) if (price !== null) prices.set(kind, price)
  for (const { kind, own } of Object.values(air.components))
    if (own.price !== null) prices.set(kind, own.price)
  const parts = Object.values(next.air.components)
  const priced = parts.filter((c) => prices.has(c.kind))
  const total = priced.reduce((sum, c) => sum + prices.get(c.kind)!, 0)
  return {
    unpriced: parts.length - priced.length,
    cost: {
      label: 'Parts at the shop’s own prices',
      value: priced.length ? total : null,
      quantity: 'plain',
      formula: 'Σ price typed for a part of its kind',
      inputs: priced.map((c) => input(c.label, prices.get(c.kind)!, 'plain')),
      source: 'Prices typed in this job, or of the shop’s own parts in it',
    },
  }
}

/** Largest difference in a side's pressure between two hauls, Pa. */
const spreadOf = (needs: readonly HaulNeed[]): number =>
  Math.max(
    0,
    ...(['left', 'right'] as const).map((side) => {
      const all = needs.map((need) => need[side].pressure)
      return Math.max(...all) - Math.min(...all)
    }),
  )

function verdictOf(
  spread: number,
  hauls: number,
  changes: number | null,
  ways: readonly ControlWay[],
): string {
  const byHand = ways.find((way) => way.id === 'hand-two')
  if (!byHand) return 'Choose a spring class first: without one there is nothing to fill.'
  if (hauls > 1 && spread <= PRACTICE.presetTolerance.value)
    return 'All hauls want the same pressure: filled once by hand, it is enough.'
  if (changes === null) return 'Say how often the load changes in a week, and this says what hand fill costs.'
  if (changes === 0) return 'The load never changes: filled once by hand, it is enough.'
  const minutes = Math.max(1, Math.round((byHand.figures.week.value ?? 0) / 60))
  const cost = `${minutes} minute${minutes === 1 ? '' : 's'} a week`
  return changes <= PRACTICE.changesByHand.value
    ? `Hand fill is enough: ${changes} change${changes === 1 ? '' : 's'} cost about ${cost}.`
    : `By hand it would cost about ${cost}, every time with a hose at hand: a control saves that.`
}
