import type { ComponentKind } from '../../document/types'
import { PRACTICE } from '../../catalog/practice'
import { SUPPLY_KINDS } from '../../catalog/kinds'
import { allOfKinds, connectedParts, endsAt, firstOfKind, labelInSentence } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { putInLine } from '../circuit/operations'
import { partOf } from '../parts/parts'
import { COMMON_PRACTICE, airNote, sheetRemedy, type AirRule } from './common'
import { tankRules } from './tank'
import { worstPressureRules } from './worstPressure'

/** Rules that keep air where it belongs, and parts below their ratings. */

const switchOrder: AirRule = ({ plan }) =>
  allOfKinds(plan, 'pressureSwitch').flatMap((id) => {
    const { cutIn, cutOut } = partOf(plan, id).figures as { cutIn: number; cutOut: number }
    if (cutIn < cutOut) return []
    const lower = Math.max(cutOut - PRACTICE.switchHysteresis.value, 0)
    return airNote({
      rule: 'switch-order',
      rank: 'stop',
      subject: id,
      value: cutIn,
      limit: cutOut,
      title: 'Cut-in is not below cut-out',
      text: 'It would start at {value} and stop at {limit}: it chatters, or never stops.',
      source: 'Hysteresis of any pressure switch',
      remedy: sheetRemedy('Set cut-in 170 kPa lower', id, 'cutIn', lower),
    })
  })

const DUMP_BRANCH_ENDS: readonly ComponentKind[] = ['check', 'heightValve', 'block', 'paddle']

/** A levelling valve that can be fed backwards, or a supply that reaches the springs past it. */
const noCheckDump: AirRule = ({ plan }) =>
  allOfKinds(plan, 'heightValve').flatMap((id) => {
    const outlet = endsAt(plan, id).find((e) => e.port === 'out')
    if (!outlet || plan.components[outlet.other]?.kind === 'check') return []
    const met = [...connectedParts(plan, outlet.other, DUMP_BRANCH_ENDS)]
    if (!met.some((other) => plan.components[other]!.kind === 'dump')) return []
    return airNote({
      rule: 'no-check-dump',
      rank: 'stop',
      subject: id,
      title: 'Levelling valve and dump valve meet without a check valve',
      text: 'The dump branch can feed the levelling valve backwards, and full supply can reach the springs past it. A check valve goes between the valve’s outlet and the dump branch.',
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Put a check valve in', putInLine(outlet.line, 'check')),
    })
  })

const BEFORE_SPRINGS: readonly ComponentKind[] = ['check', 'block', 'solenoid', 'paddle', 'heightValve']

/** Without a tank the springs are connected to the supply's own outlet. */
const noCheckBeforeSprings: AirRule = ({ plan }) => {
  if (firstOfKind(plan, 'tank')) return null
  return allOfKinds(plan, ...SUPPLY_KINDS).flatMap((id) => {
    const met = [...connectedParts(plan, id, BEFORE_SPRINGS)]
    if (!met.some((other) => plan.components[other]!.kind === 'spring')) return []
    return airNote({
      rule: 'no-check',
      rank: 'fix',
      subject: id,
      title: `No check valve behind the ${labelInSentence(plan, id)}`,
      text: 'The springs bleed back through it while it stands.',
      source: COMMON_PRACTICE,
    })
  })
}

const suppliesNotIsolated: AirRule = ({ plan }) => {
  const supplies = allOfKinds(plan, ...SUPPLY_KINDS)
  const meeting = supplies.filter((id) =>
    [...connectedParts(plan, id, ['check'])].some((other) => other !== id && supplies.includes(other)),
  )
  const [one, two] = meeting
  if (!one || !two) return null
  return airNote({
    rule: 'supplies-not-isolated',
    rank: 'fix',
    subject: one,
    title: 'Two supplies push against each other',
    text: `The ${labelInSentence(plan, one)} and the ${labelInSentence(plan, two)} meet without a check valve: the weaker one is driven backwards.`,
    source: COMMON_PRACTICE,
  })
}

const hornOpen: AirRule = ({ plan }) =>
  allOfKinds(plan, 'horn').flatMap((id) => {
    const fed = [...connectedParts(plan, id, ['solenoid', 'paddle'])].some((other) => {
      const { kind } = plan.components[other]!
      return kind === 'tank' || SUPPLY_KINDS.includes(kind)
    })
    if (!fed) return []
    const [end] = endsAt(plan, id)
    return airNote({
      rule: 'horn-open',
      rank: 'stop',
      subject: id,
      title: 'The horn has no valve',
      text: 'It sounds as long as there is air. A solenoid goes before it.',
      source: 'Circuit',
      remedy: end && operationRemedy(plan, 'Put a solenoid in', putInLine(end.line, 'solenoid')),
    })
  })

export const GUARD_RULES: readonly AirRule[] = [
  tankRules,
  switchOrder,
  noCheckDump,
  noCheckBeforeSprings,
  suppliesNotIsolated,
  hornOpen,
  worstPressureRules,
]
