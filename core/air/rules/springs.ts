import { SUPPLY_KINDS, HOLDS_AIR_BACK } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { keepHandFill } from '../circuit/additions'
import { circuitPatches } from '../circuit/changeCircuit'
import { allOfKinds, connectedParts, endsAt, firstOfKind, hasHandFill } from '../circuit/connections'
import type { Change } from '../circuit/editing'
import { operationRemedy } from '../circuit/offered'
import { putInLine } from '../circuit/operations'
import { splitSides } from '../circuit/sides'
import { deliverable } from '../circuit/supply'
import { partOf } from '../parts/parts'
import type { AirPlan } from '../../document/types'
import { COMMON_PRACTICE, airNote, type AirRule } from './common'
import { springUnits } from './springUnits'

/** What the springs require of the circuit. */

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

/** A valve held by hand, or a supply with nothing in between, exceeds what the springs may have. */
const supplyOverSpring: AirRule = ({ plan, set: { spring } }) => {
  const given = deliverable(plan)
  if (!spring || !given) return null
  const held = allOfKinds(plan, 'paddle', 'heightValve')
  const direct = allOfKinds(plan, ...SUPPLY_KINDS).some((id) =>
    connectedParts(plan, id, ['block', 'paddle', 'heightValve', 'solenoid', 'regulator']).has('spring-left'),
  )
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

/** A block without limits, on a supply above the springs' limit, overfills them when told to. */
const blockWithoutLimits: AirRule = ({ plan, set: { spring, block } }) => {
  const id = firstOfKind(plan, 'block')
  const given = deliverable(plan)
  if (!spring || !block || !given || !id || block.limits) return null
  const unguarded = allOfKinds(plan, 'spring').some((part) => !hasRelief(plan, part, spring.maxPressure))
  if (given.most <= spring.maxPressure || !unguarded) return null
  const feed = endsAt(plan, id).find((e) => e.port === 'in')
  return airNote({
    rule: 'block-without-limits',
    rank: 'fix',
    subject: id,
    value: given.most,
    limit: spring.maxPressure,
    title: 'The block limits nothing, and its air stands above what the springs may have',
    text: 'It keeps filling while its command lasts, up to {value}; the springs stop at {limit}. A regulator before it, or a relief valve on each spring’s line, holds it.',
    source: 'Common practice; the block’s own sheet says whether it limits',
    remedy:
      feed && operationRemedy(plan, 'Put a regulator before it', regulatorAt(feed.line, spring.maxPressure)),
  })
}

/** True if a relief valve that opens at or below a pressure is on a spring's own line. */
const hasRelief = (plan: AirPlan, spring: string, most: number): boolean =>
  [...connectedParts(plan, spring, HOLDS_AIR_BACK)].some(
    (id) => plan.components[id]!.kind === 'relief' && partOf(plan, id).figures.set! <= most,
  )

/** A regulator in a line, set to the allowed pressure. */
const regulatorAt =
  (line: string, set: number): Change =>
  (air) => {
    const next = putInLine(line, 'regulator')(air)
    const made = Object.keys(next.components).find((id) => !(id in air.components))!
    const part = { ...next.components[made]!, sheet: { set } }
    return { ...next, components: { ...next.components, [made]: part } }
  }

export const SPRING_RULES: readonly AirRule[] = [
  noBackupFill,
  teedSidesDiffer,
  supplyOverSpring,
  blockWithoutLimits,
  springUnits,
]
