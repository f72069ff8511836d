import { IN_LINE_KINDS } from '../../catalog/kinds'
import { endsAt, labelInSentence, looseLines, openPorts } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { plugPort, takeOut } from '../circuit/operations'
import { holdsOn, jointAt, jointClass, usualJoint } from '../../catalog/joints'
import { portsOf, tubeOf } from '../parts/parts'
import type { AirPlan } from '../../document/types'
import type { Remedy } from '../../quantity/figure'
import { COMMON_PRACTICE, airNote, takeLineAway, usualAgain, type CircuitRule } from './common'

/** Ports and the lines on them. */

const openPressurePorts: CircuitRule = (plan) =>
  openPorts(plan).flatMap(({ component, port }) => {
    if (portsOf(plan, component).find((p) => p.id === port)?.type === 'intake') return []
    return airNote({
      rule: 'open-port',
      rank: 'stop',
      subject: component,
      title: `${plan.components[component]!.label}: a port stands open`,
      text: `Nothing is on its “${port}” port: it will hiss at the first fill. Connect or plug it.`,
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Plug it', plugPort(component, port)),
    })
  })

const linesThatEndAtNothing: CircuitRule = (plan) =>
  looseLines(plan).map((id) =>
    airNote({
      rule: 'loose-line',
      rank: 'stop',
      subject: id,
      title: 'A line ends at nothing',
      text: `${looseLineLabel(plan, id)} has an end on no port of this circuit: air would blow out of it. Take it away or bring the starting circuit back.`,
      source: 'Circuit',
      remedy: closeLooseLine(plan, id),
    }),
  )

/** Name of a line that ends at nothing: by the part it is still on. */
function looseLineLabel(plan: AirPlan, id: string): string {
  const { from, to } = plan.lines[id]!
  const part = [from, to].find((end) => plan.components[end])
  return part ? `The line at the ${labelInSentence(plan, part)}` : `The line “${id}”`
}

/**
 * Removes a line that ends at nothing, and plugs the port at its other end. An intake stays open, because what
 * it lacks is its filter.
 */
function closeLooseLine(plan: AirPlan, id: string): Remedy | undefined {
  const { from, fromPort, to, toPort } = plan.lines[id]!
  const ends = [
    { component: from, port: fromPort },
    { component: to, port: toPort },
  ]
  const living = ends.find(({ component, port }) =>
    portsOf(plan, component).some((p) => p.id === port && p.type === 'pressure'),
  )
  if (!living) return takeLineAway(id)
  return operationRemedy(plan, 'Take the line away and plug its port', (air) => {
    const { [id]: _gone, ...lines } = air.lines
    return plugPort(living.component, living.port)({ ...air, lines })
  })
}

/** A line on an exhaust blocks it; one from an intake to pressure lets the intake draw in the wrong air. */
const wrongEnds: CircuitRule = (plan) =>
  Object.entries(plan.lines).flatMap(([id, l]) => {
    const type = (part: string, port: string) => portsOf(plan, part).find((p) => p.id === port)?.type
    const from = type(l.from, l.fromPort)
    const to = type(l.to, l.toPort)
    if (!from || !to) return []
    if (from === 'exhaust' || to === 'exhaust') {
      const [part, stopper] = from === 'exhaust' ? [l.from, l.to] : [l.to, l.from]
      return airNote({
        rule: 'no-exhaust',
        rank: 'stop',
        subject: part,
        title: `${plan.components[part]!.label}: its exhaust is closed`,
        text: `The ${labelInSentence(plan, stopper)} sits on it. Nothing it feeds can be let down: leave the exhaust open, or give it a silencer.`,
        source: COMMON_PRACTICE,
        remedy: operationRemedy(plan, 'Free the exhaust', takeOut(stopper)),
      })
    }
    if (from === to) return []
    return airNote({
      rule: 'wrong-ports',
      rank: 'stop',
      subject: id,
      title: 'A line joins an intake to pressure',
      text: `From the ${labelInSentence(plan, l.from)} to the ${labelInSentence(plan, l.to)}: an intake breathes through its filter and nothing else.`,
      source: 'Circuit',
      remedy: takeLineAway(id),
    })
  })

/** A passage that leads to a plug, or a tee with plugs on two of its ways. */
const deadEnds: CircuitRule = (plan) =>
  Object.entries(plan.components).flatMap(([id, { kind, label }]) => {
    if (!IN_LINE_KINDS.includes(kind) && kind !== 'paddle' && kind !== 'tee') return []
    const plugged = portsOf(plan, id).filter(
      (p) =>
        p.type === 'pressure' &&
        endsAt(plan, id).some((e) => e.port === p.id && plan.components[e.other]?.kind === 'plug'),
    ).length
    if (plugged < (kind === 'tee' ? 2 : 1)) return []
    return airNote({
      rule: 'dead-end',
      rank: 'fix',
      subject: id,
      title: `${label}: a dead end`,
      text: 'What lies behind it is plugged: the air goes nowhere, and every joint more can leak. Take it out.',
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Take it out', takeOut(id)),
    })
  })

/** A joint that does not hold on its tube: push-fit on soft hose, a thread on a tube. */
const jointUnfit: CircuitRule = (plan) =>
  Object.entries(plan.lines).flatMap(([id, line]) =>
    (['from', 'to'] as const).flatMap((end) => {
      const joint = jointAt(plan, id, line, end)
      if (holdsOn(joint, plan, line)) return []
      const on = tubeOf(plan, line)?.label ?? 'parts screwed together'
      return airNote({
        rule: 'joint-unfit',
        rank: 'stop',
        subject: id,
        title: `A ${joint.label} does not hold on ${on}`,
        text: `At the ${labelInSentence(plan, line[end])} it lets go under pressure. Its usual joint is a ${jointClass(usualJoint(plan, line)).label}.`,
        source: COMMON_PRACTICE,
        remedy: usualAgain(plan, id, end),
      })
    }),
  )

export const JOINT_RULES: readonly CircuitRule[] = [
  openPressurePorts,
  linesThatEndAtNothing,
  wrongEnds,
  deadEnds,
  jointUnfit,
]
