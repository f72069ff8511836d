import { READ_PASSES, FASTENINGS } from '../catalog/fastenings'
import type { BuildPlan, Done, DoneFacts } from '../document/types'
import type { Quantity } from '../quantity/units'
import type { Joint } from './joint'
import type { Step } from './types'

/** The record of a step as it stands now, written when it is ticked: figures and choices, not words. */
export const factsOf = ({
  values,
  facts,
  choices,
}: Pick<Step, 'values' | 'facts' | 'choices'>): DoneFacts => ({
  figures: Object.fromEntries(facts.flatMap((name) => (values[name] ? [[name, values[name].value]] : []))),
  choices: { ...choices },
})

/** Figures closer than this are the same: what a tape or a gauge cannot tell apart. SI. */
const SAME: Partial<Record<Quantity, number>> = { length: 0.002, run: 0.01, pressure: 3500, mass: 1 }

export interface Changed {
  name: string
  /** Then and now; a figure has a quantity, a choice has none. */
  was: number | string | null
  now: number | string | null
  quantity: Quantity | null
}

/** What of a step is no longer what was done. A tick without a record counts for its step as it is. */
export function changedOf(step: Step, { facts }: Pick<Done, 'facts'>): Changed[] {
  if (facts === null) return []
  const now = factsOf(step)
  const figures = [...new Set([...Object.keys(facts.figures), ...Object.keys(now.figures)])].flatMap(
    (name) => {
      const quantity = step.values[name]?.quantity ?? 'plain'
      const [was, is] = [facts.figures[name] ?? null, now.figures[name] ?? null]
      const near =
        was !== null && is !== null && Math.abs(was - is) <= (SAME[quantity] ?? 1e-9 * Math.abs(is))
      return near ? [] : [{ name, was, now: is, quantity }]
    },
  )
  const choices = [...new Set([...Object.keys(facts.choices), ...Object.keys(now.choices)])].flatMap(
    (name) => {
      const [was, is] = [facts.choices[name] ?? null, now.choices[name] ?? null]
      return was === is ? [] : [{ name, was, now: is, quantity: null }]
    },
  )
  return [...figures, ...choices]
}

/** Joints of a step whose torque a wrench tells: in its last passes, and only where there is a torque. */
export const readJoints = (step: Pick<Step, 'tightens'>, joints: ReadonlyMap<string, Joint>): Joint[] =>
  step.tightens.flatMap(({ joint, pass }) => {
    const known = joints.get(joint)
    return known && READ_PASSES.includes(pass) && FASTENINGS[known.fastening].usual ? [known] : []
  })

/**
 * What nobody can show later of the finished steps: figures that were asked and not read, torques that were not
 * measured, and what was done where it was not recorded.
 */
export const unprovedOf = (
  steps: readonly Step[],
  joints: ReadonlyMap<string, Joint>,
  ticks: BuildPlan['ticks'],
): { step: string; title: string; what: string }[] =>
  steps.flatMap((step) => {
    const tick = ticks[step.id]
    if (!tick) return []
    const says = step.facts.length > 0 || Object.keys(step.choices).length > 0
    if (tick.facts === null) return says ? [{ step: step.id, title: step.title, what: 'what was done' }] : []
    const unread = step.reads.filter((ask) => tick.readings[ask.id] === undefined).map(({ label }) => label)
    const loose = readJoints(step, joints)
      .filter(({ id }) => (tick.torques?.[id] ?? null) === null)
      .map(({ label }) => `torque of the ${label}`)
    const what = [...unread, ...loose].join(', ').toLowerCase()
    return what ? [{ step: step.id, title: step.title, what }] : []
  })

/** Joints of a step for which a tick records neither a torque nor that it was not measured. */
export const untold = (
  step: Pick<Step, 'tightens'>,
  joints: ReadonlyMap<string, Joint>,
  torques: Done['torques'],
): Joint[] => (torques === null ? [] : readJoints(step, joints).filter(({ id }) => torques[id] === undefined))

export const jointMap = (joints: readonly Joint[]): ReadonlyMap<string, Joint> =>
  new Map(joints.map((joint) => [joint.id, joint]))

/** Ticks of steps that have not changed since and whose torques are all entered. */
export const standingTicks = (
  steps: readonly Step[],
  joints: ReadonlyMap<string, Joint>,
  build: Pick<BuildPlan, 'ticks'>,
): BuildPlan['ticks'] =>
  Object.fromEntries(
    steps.flatMap((step) => {
      const tick = build.ticks[step.id]
      const holds =
        tick && changedOf(step, tick).length === 0 && untold(step, joints, tick.torques).length === 0
      return holds ? [[step.id, tick]] : []
    }),
  )
