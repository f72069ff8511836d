import type { Note } from '../../quantity/figure'
import { SUPPLY_KINDS, allOfKinds, hasHandFill, connectedParts } from '../circuit/connections'
import { keepHandFill } from '../circuit/additions'
import { operationRemedy } from '../circuit/offered'
import { splitSides } from '../circuit/sides'
import { AIR_NOTE, COMMON_PRACTICE } from './common'
import type { RuleInput } from '../types'
import { deliverable } from '../circuit/supply'
import { circuitPatches } from '../circuit/changeCircuit'

export function springRules({ plan, set, needs, teed, supply }: RuleInput): Note[] {
  const notes: Note[] = []
  for (const [id, component] of Object.entries(plan.components)) {
    if (component.kind === 'spring' && !hasHandFill(plan, id))
      notes.push({
        ...AIR_NOTE,
        rule: 'no-backup-fill',
        rank: 'fix',
        subject: id,
        title: `${component.label}: no hand fill left`,
        text: 'When the control, its remote or the compressor fails at the roadside, nobody can fill this spring. Keep a fill valve teed in.',
        source: COMMON_PRACTICE,
        remedy: operationRemedy(plan, 'Tee a hand fill in', keepHandFill),
      })
  }
  const worst = Object.entries(needs).sort(
    (a, b) => Math.abs(b[1].sideDifference) - Math.abs(a[1].sideDifference),
  )[0]
  if (teed && worst && Math.abs(worst[1].sideDifference) > 34_474) {
    notes.push({
      ...AIR_NOTE,
      rule: 'teed-sides-differ',
      rank: 'fix',
      subject: 'spring-left',
      value: Math.abs(worst[1].sideDifference),
      limit: 34_474,
      title: 'One pressure for two different sides',
      text: `“${worst[1].label}” wants {value} more on the ${worst[1].sideDifference > 0 ? 'left' : 'right'}, but the springs are teed. Over {limit} the truck leans; separate the lines.`,
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Separate the lines', splitSides) ?? {
        label: 'Separate the lines',
        patches: circuitPatches(plan, 'tank-paddles'),
      },
    })
  }
  const { spring } = set
  const handed = allOfKinds(plan, 'paddle', 'heightValve')
  const direct =
    supply &&
    allOfKinds(plan, ...SUPPLY_KINDS).some((id) =>
      connectedParts(plan, id, ['block', 'paddle', 'heightValve', 'solenoid', 'regulator']).has(
        'spring-left',
      ),
    )
  const given = supply && deliverable(plan, supply)
  if (spring && given && given.most > spring.maxPressure && (handed.length > 0 || direct)) {
    notes.push({
      ...AIR_NOTE,
      rule: 'supply-over-spring',
      rank: direct ? 'fix' : 'know',
      subject: handed[0] ?? given.part,
      value: given.most,
      limit: spring.maxPressure,
      title: 'Held on too long, it passes the springs’ limit',
      text: 'The supply gives up to {value}; the springs stop at {limit}. Whoever holds the valve watches the gauge, or a regulator holds it for them.',
      source: 'Class of the spring (common practice); its own sheet rules',
    })
  }
  return notes
}
