import { PRACTICE } from '../../catalog/practice'
import { keepHandFill } from '../circuit/additions'
import { circuitPatches } from '../circuit/changeCircuit'
import { SUPPLY_KINDS, allOfKinds, connectedParts, hasHandFill } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { splitSides } from '../circuit/sides'
import { deliverable } from '../circuit/supply'
import { COMMON_PRACTICE, airNote, type AirRule } from './common'

/** What the springs ask of the circuit. */

const noBackupFill: AirRule = ({ plan }) =>
  allOfKinds(plan, 'spring').flatMap((id) => {
    if (hasHandFill(plan, id)) return []
    return airNote({
      rule: 'no-backup-fill',
      rank: 'fix',
      subject: id,
      title: `${plan.components[id]!.label}: no hand fill left`,
      text: 'When the control, its remote or the compressor fails at the roadside, nobody can fill this spring. Keep a fill valve teed in.',
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Tee a hand fill in', keepHandFill),
    })
  })

const teedSidesDiffer: AirRule = ({ plan, needs, teed }) => {
  const [worst] = Object.values(needs).sort((a, b) => Math.abs(b.sideDifference) - Math.abs(a.sideDifference))
  const limit = PRACTICE.sidesDiffer.value
  if (!teed || !worst || Math.abs(worst.sideDifference) <= limit) return null
  return airNote({
    rule: 'teed-sides-differ',
    rank: 'fix',
    subject: 'spring-left',
    value: Math.abs(worst.sideDifference),
    limit,
    title: 'One pressure for two different sides',
    text: `“${worst.label}” wants {value} more on the ${worst.sideDifference > 0 ? 'left' : 'right'}, but the springs are teed. Over {limit} the truck leans; separate the lines.`,
    source: COMMON_PRACTICE,
    remedy: operationRemedy(plan, 'Separate the lines', splitSides) ?? {
      label: 'Separate the lines',
      patches: circuitPatches(plan, 'tank-paddles'),
    },
  })
}

/** A valve held by hand, or a supply with nothing between, goes on past what the springs may have. */
const supplyOverSpring: AirRule = ({ plan, set: { spring }, supply }) => {
  if (!spring || !supply) return null
  const held = allOfKinds(plan, 'paddle', 'heightValve')
  const direct = allOfKinds(plan, ...SUPPLY_KINDS).some((id) =>
    connectedParts(plan, id, ['block', 'paddle', 'heightValve', 'solenoid', 'regulator']).has('spring-left'),
  )
  const given = deliverable(plan, supply)
  if (given.most <= spring.maxPressure || (held.length === 0 && !direct)) return null
  return airNote({
    rule: 'supply-over-spring',
    rank: direct ? 'fix' : 'know',
    subject: held[0] ?? given.part,
    value: given.most,
    limit: spring.maxPressure,
    title: 'Held on too long, it passes the springs’ limit',
    text: 'The supply gives up to {value}; the springs stop at {limit}. Whoever holds the valve watches the gauge, or a regulator holds it for them.',
    source: 'Class of the spring (common practice); its own sheet rules',
  })
}

export const SPRING_RULES: readonly AirRule[] = [noBackupFill, teedSidesDiffer, supplyOverSpring]
