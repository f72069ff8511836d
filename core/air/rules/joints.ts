import type { Note } from '../../quantity/figure'
import { looseLines, openPorts } from '../circuit/connections'
import { IN_LINE_KINDS } from '../circuit/editing'
import { operationRemedy } from '../circuit/offered'
import { plugPort, takeOut } from '../circuit/operations'
import { portsOf } from '../parts/parts'
import { AIR_NOTE, COMMON_PRACTICE, lower } from './common'
import type { RuleInput } from '../types'

export function jointRules({ plan }: RuleInput): Note[] {
  const notes: Note[] = []
  for (const { component, port } of openPorts(plan)) {
    const intake = portsOf(plan, component).find((p) => p.id === port)?.type === 'intake'
    if (intake) continue
    notes.push({
      ...AIR_NOTE,
      rule: 'open-port',
      rank: 'stop',
      subject: component,
      title: `${plan.components[component]!.label}: a port stands open`,
      text: `Nothing is on its “${port}” port: it will hiss at the first fill. Connect or plug it.`,
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Plug it', plugPort(component, port)),
    })
  }
  for (const id of looseLines(plan))
    notes.push({
      ...AIR_NOTE,
      rule: 'loose-line',
      rank: 'stop',
      subject: id,
      title: 'A line ends at nothing',
      text: `“${id}” has an end on no part of this circuit: air would blow out of it. Take it away or bring the starting circuit back.`,
      source: 'Circuit',
      remedy: { label: 'Take the line away', patches: [{ op: 'remove', path: ['air', 'lines', id] }] },
    })
  const type = (id: string, port: string) => portsOf(plan, id).find((p) => p.id === port)?.type
  for (const [id, l] of Object.entries(plan.lines)) {
    const [a, b] = [type(l.from, l.fromPort), type(l.to, l.toPort)]
    if (!a || !b) continue
    const stopped = [
      [l.from, a, l.to],
      [l.to, b, l.from],
    ].find(([, t]) => t === 'exhaust')
    if (stopped)
      notes.push({
        ...AIR_NOTE,
        rule: 'no-exhaust',
        rank: 'stop',
        subject: stopped[0]!,
        title: `${plan.components[stopped[0]!]!.label}: its exhaust is closed`,
        text: `The ${lower(plan, stopped[2]!)} sits on it. Nothing it feeds can be let down: leave the exhaust open, or give it a silencer.`,
        source: COMMON_PRACTICE,
        remedy: operationRemedy(plan, 'Free the exhaust', takeOut(stopped[2]!)),
      })
    else if (a !== b)
      notes.push({
        ...AIR_NOTE,
        rule: 'wrong-ports',
        rank: 'stop',
        subject: id,
        title: 'A line joins an intake to pressure',
        text: `From the ${lower(plan, l.from)} to the ${lower(plan, l.to)}: an intake breathes through its filter and nothing else.`,
        source: 'Circuit',
        remedy: { label: 'Take the line away', patches: [{ op: 'remove', path: ['air', 'lines', id] }] },
      })
  }
  // A way through that leads to a plug, or to a tee with nothing but plugs.
  for (const [id, c] of Object.entries(plan.components)) {
    if (!IN_LINE_KINDS.includes(c.kind) && c.kind !== 'paddle' && c.kind !== 'tee') continue
    const beyond = (port: string) =>
      Object.values(plan.lines).flatMap((l) =>
        l.from === id && l.fromPort === port ? [l.to] : l.to === id && l.toPort === port ? [l.from] : [],
      )
    const ports = portsOf(plan, id).filter((p) => p.type === 'pressure')
    const dead = ports.filter((p) => beyond(p.id).some((other) => plan.components[other]?.kind === 'plug'))
    if (c.kind === 'tee' ? dead.length < 2 : dead.length < 1) continue
    notes.push({
      ...AIR_NOTE,
      rule: 'dead-end',
      rank: 'fix',
      subject: id,
      title: `${c.label}: a dead end`,
      text: 'What lies behind it is plugged: the air goes nowhere, and every joint more can leak. Take it out.',
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Take it out', takeOut(id)),
    })
  }
  return notes
}
