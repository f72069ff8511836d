import { PRACTICE } from '../catalog/practice'
import type { Plan } from '../document/types'
import { isGuess } from '../truck/survey'
import { acceptedAs } from '../handover/rules'
import { STAGES, type Figure, type StageName } from '../quantity/figure'
import type { Derived } from '../derive/types'

/**
 * What to look at next, drawn from what is derived anyway: guesses by what they cost, limits that are near, the
 * next step.
 */

/** Something that is only a guess, and how much narrower the pressures were if it were measured, Pa. */
export interface Guess {
  id: string
  label: string
  cost: number
  stage: StageName
  subject: string | null
}

/** Guesses whose cost is less than this are not worth a walk: half a psi, Pa. */
const WORTH = PRACTICE.targetBand.value

/** What a source of doubt is measured at, and whether somebody has; null for what cannot be known any better. */
function guessOf(plan: Plan, haul: string, id: string): Pick<Guess, 'stage' | 'subject'> | null {
  const { survey } = plan.truck
  if (id.startsWith('item:')) {
    const item = id.slice(5)
    return plan.hauls[haul]?.items[item]?.how === 'guessed'
      ? { stage: 'load', subject: `${haul}:${item}` }
      : null
  }
  switch (id) {
    case 'ball':
      return plan.hauls[haul]?.ballFrom === 'weighed' ? null : { stage: 'load', subject: `${haul}:ball` }
    case 'gap':
      return isGuess(survey.gap.how) ? { stage: 'truck', subject: 'seatGap' } : null
    case 'rate':
      return isGuess(survey.rearRate.how) ? { stage: 'truck', subject: 'rate' } : null
    case 'motion':
    case 'seat':
      return isGuess(survey.motion.how) ? { stage: 'truck', subject: 'motion' } : null
    case 'area':
      return plan.air.sheet === null ? { stage: 'air', subject: 'spring-left' } : null
    default:
      return null
  }
}

/**
 * What of a haul is still a guess, dearest first: a range of ±2σ without a source of share s of the variance is
 * ±2σ·√(1 − s), so knowing it narrows the range by 2·2σ·(1 − √(1 − s)).
 */
export function guessesOf(plan: Plan, { stages }: Derived, haul: string): Guess[] {
  const doubt = stages.load.result.uncertainties[haul]
  if (!doubt) return []
  const sigma = Math.max(doubt.deviation.left, doubt.deviation.right)
  return doubt.shares
    .flatMap(({ id, label, share }): Guess[] => {
      const at = guessOf(plan, haul, id)
      const cost = 4 * sigma * (1 - Math.sqrt(Math.max(1 - share, 0)))
      return at && cost >= WORTH ? [{ id, label, cost, ...at }] : []
    })
    .sort((a, b) => b.cost - a.cost)
}

/** A figure and the part of its limit that is still in hand, 0 to 1. */
export interface Near {
  stage: StageName
  id: string
  figure: Figure
  inHand: number
}

/** Counts fill up to their limit, and a part of a whole is no limit to stay away from. */
const isLimited = ({ quantity, value }: Figure) => value !== null && quantity !== 'count'

function inHandOf({ value, quantity, min, max }: Figure): number {
  const over = max !== undefined && max > 0 ? (max - value!) / max : Infinity
  // What stands at its very least is kept there on purpose: a minimum, a preset of an empty truck.
  const band = quantity === 'pressure' ? PRACTICE.targetBand.value : 0
  const kept = min !== undefined && Math.abs(value! - min) <= band
  const under = min !== undefined && min > 0 && !kept ? (value! - min) / value! : Infinity
  return Math.min(over, under)
}

/** The figures of the whole job nearest to their limits; what is past its limit has a note of its own. */
export const nearestLimits = ({ stages }: Derived, most = 3): Near[] =>
  STAGES.flatMap((stage) =>
    Object.entries(stages[stage].figures)
      .filter(([, figure]) => isLimited(figure))
      .map(([id, figure]) => ({ stage, id, figure, inHand: inHandOf(figure) })),
  )
    .filter(({ inHand }) => inHand >= 0 && inHand < 1)
    .sort((a, b) => a.inHand - b.inHand)
    // The same limit under two names is one: a figure of the stage repeats its newest part's.
    .filter((near, i, all) => all.findIndex((n) => n.figure.value === near.figure.value) === i)
    .slice(0, most)

/** One sentence and the place it is done at. */
export interface NextStep {
  text: string
  stage: StageName
  subject: string | null
}

const BEGIN: Record<StageName, string> = {
  truck: 'Measure what is still the kind’s example.',
  load: 'Put on what it carries.',
  air: 'Choose springs, supply and control.',
  lay: 'Put the parts where they go on this truck.',
  power: 'Plan feed, fuse and earth.',
  tune: 'Store a pressure for each haul.',
  build: 'Begin with the first step.',
  prove: 'Hold it overnight and soap every joint.',
  handover: 'Name who to ask and the next check.',
}

/** What comes next: the first Stop, then the first stage that is not done, by its own Fix, step or gap. */
export function nextStep({ handover }: Pick<Plan, 'handover'>, { notes, stages }: Derived): NextStep {
  if (stages.handover.result.open.length === 0)
    return { text: 'Everything is done: hand it over.', stage: 'handover', subject: null }
  const stop = notes.find((n) => n.rank === 'stop')
  if (stop) return { text: `Clear the Stop: ${stop.title}.`, stage: stop.stage, subject: stop.subject }
  const fixes = notes.filter((n) => n.rank === 'fix')
  const waiting = fixes.filter((n) => !handover.accepted[acceptedAs(n)])
  // A stage whose every Fix was accepted by name asks for nothing more.
  const settled = (name: StageName) =>
    fixes.some((n) => n.stage === name) && !waiting.some((n) => n.stage === name)
  const open = STAGES.find((name) => stages[name].state !== 'clear' && !settled(name)) ?? 'handover'
  const fix = waiting.find((n) => n.stage === open)
  if (fix) return { text: `Mend or accept: ${fix.title}.`, stage: open, subject: fix.subject }
  const step = stages.build.result.steps.find((s) => s.id === stages.build.result.left[0])
  if (open === 'build' && step)
    return { text: `Do the next step: ${step.title}.`, stage: 'build', subject: step.id }
  const missing = stages.handover.result.open.find((o) => o.stage === open)
  if (missing && (open === 'prove' || open === 'handover'))
    return { text: missing.text, stage: missing.stage, subject: missing.subject }
  return { text: BEGIN[open], stage: open, subject: null }
}
