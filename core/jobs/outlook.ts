import { PRACTICE } from '../catalog/practice'
import { ordered, type Plan } from '../document/types'
import { firstMeasures, isMeasured, unknownOf } from '../truck/firstMeasures'
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
  /** The drawer it is done in, where the subject does not lead there. */
  drawer?: string
  /** What can be done first, where this one may wait; null if it may not, or if nothing else is open. */
  meanwhile: Omit<NextStep, 'meanwhile'> | null
}
type OneStep = Omit<NextStep, 'meanwhile'>

const BEGIN: Record<Exclude<StageName, 'truck'>, string> = {
  load: 'Put on what it carries.',
  air: 'Choose springs, supply and control.',
  lay: 'Put the parts where they go on this truck.',
  power: 'Plan feed, fuse and earth.',
  tune: 'Store a pressure for each haul.',
  build: 'Begin with the first step.',
  prove: 'Hold it overnight and soap every joint.',
  handover: 'Name who to ask and the next check.',
}

/** The next thing to measure on the truck; what is measured is not asked for again. */
function surveyNext({ truck, hauls }: Pick<Plan, 'truck' | 'hauls'>): OneStep {
  const haul = ordered(hauls)[0]?.[1]
  const measure = firstMeasures(truck).find((one) => one.id !== 'load' && !isMeasured(truck, haul, one))
  const at = { stage: 'truck' as const, subject: null }
  if (measure)
    return {
      ...at,
      text: `Measure ${measure.title.charAt(0).toLowerCase()}${measure.title.slice(1)}.`,
      drawer: 'measure',
    }
  return { ...at, text: `Say how ${unknownOf(truck)[0] ?? 'the truck was measured'}.`, drawer: 'known' }
}

/** What comes next: the first Stop, then the first stage that is not done, by its own Fix, step or gap. */
export function nextStep(plan: Pick<Plan, 'handover' | 'truck' | 'hauls'>, derived: Derived): NextStep {
  const { notes, stages } = derived
  if (stages.handover.result.open.length === 0)
    return {
      text: 'Everything is done: hand it over.',
      stage: 'handover',
      subject: null,
      meanwhile: null,
    }
  const stop = notes.find((n) => n.rank === 'stop')
  if (stop)
    return {
      text: `Clear the Stop: ${stop.title}.`,
      stage: stop.stage,
      subject: stop.subject,
      meanwhile: null,
    }
  const open = openStages(plan, derived)
  const [first, then] = [open[0] ?? 'handover', open[1]]
  const next = nextOf(first, plan, derived)
  // A tape or a ticket may wait until the truck is there; what is planned meanwhile stays marked as a guess.
  const mayWait = first === 'truck' && next.drawer !== undefined
  return { ...next, meanwhile: mayWait && then ? nextOf(then, plan, derived) : null }
}

/** Fixes that are neither mended nor accepted by name. */
const waitingFixes = ({ handover }: Pick<Plan, 'handover'>, { notes }: Derived) =>
  notes.filter((n) => n.rank === 'fix' && !handover.accepted[acceptedAs(n)])

/** Stages that ask for something, in the order of the work. One whose every Fix was accepted asks for nothing. */
function openStages(plan: Pick<Plan, 'handover'>, derived: Derived): StageName[] {
  const waiting = waitingFixes(plan, derived)
  const settled = (name: StageName) =>
    derived.notes.some((n) => n.rank === 'fix' && n.stage === name) && !waiting.some((n) => n.stage === name)
  return STAGES.filter((name) => derived.stages[name].state !== 'clear' && !settled(name))
}

/** What a stage asks for first. */
function nextOf(
  name: StageName,
  plan: Pick<Plan, 'handover' | 'truck' | 'hauls'>,
  derived: Derived,
): OneStep {
  const { stages } = derived
  const fix = waitingFixes(plan, derived).find((n) => n.stage === name)
  if (fix) return { text: `Mend or accept: ${fix.title}.`, stage: name, subject: fix.subject }
  if (name === 'truck') return surveyNext(plan)
  const step = stages.build.result.steps.find((s) => s.id === stages.build.result.left[0])
  if (name === 'build' && step)
    return { text: `Do the next step: ${step.title}.`, stage: 'build', subject: step.id }
  const missing = stages.handover.result.open.find((o) => o.stage === name)
  if (missing && (name === 'prove' || name === 'handover'))
    return { text: missing.text, stage: missing.stage, subject: missing.subject }
  return { text: BEGIN[name], stage: name, subject: null }
}
