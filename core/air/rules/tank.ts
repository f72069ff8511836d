import { SUPPLY_KINDS, KINDS } from '../../catalog/kinds'
import { DIRECT, type AirPlan, type ComponentKind } from '../../document/types'
import type { Remedy } from '../../quantity/figure'
import { applyRules, type Rule } from '../../quantity/stage'
import { allOfKinds, connectedParts, endsAt, firstOfKind, labelInSentence } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { putInLine, teeOff } from '../circuit/operations'
import { partOf } from '../parts/parts'
import type { RuleInput } from '../types'
import { COMMON_PRACTICE, airNote, sheetRemedy, type AirRule } from './common'

/** What a tank must have: relief valve, drain, pressure switch, check valve. */

/** Kinds behind which a part is no longer at the tank itself. */
const AWAY_FROM_TANK: readonly ComponentKind[] = [
  'check',
  'block',
  'paddle',
  'solenoid',
  'regulator',
  'heightValve',
  'compressor',
  'belt',
  'boost',
  'spring',
]

interface TankInput extends RuleInput {
  tank: string
  /** Parts at the tank's own pressure. */
  near: ReadonlySet<string>
}
type TankRule = Rule<TankInput>

const PRESSURE_EQUIPMENT =
  'Relief above cut-out and at or below the tank’s rating; pressure-equipment practice (memory)'

/**
 * A guard in place of a plug on the tank, or teed into one of its lines if no plug is left; a drain only at the
 * drain port.
 */
function fitGuard(plan: AirPlan, tank: string, kind: ComponentKind): Remedy | undefined {
  const { label } = KINDS[kind]
  const plugs = endsAt(plan, tank).filter((e) => plan.components[e.other]?.kind === 'plug')
  const plug = kind === 'drain' ? plugs.find((e) => e.port === 'drain') : plugs[0]
  // Anywhere but at the lowest point, a drain leaves the water in. Its port is opened and plugged first.
  if (!plug && kind === 'drain') return undefined
  if (plug)
    return {
      label: `Put a ${label.toLowerCase()} in place of the plug`,
      patches: [
        { op: 'replace', path: ['air', 'components', plug.other, 'kind'], value: kind },
        { op: 'replace', path: ['air', 'components', plug.other, 'label'], value: label },
        { op: 'replace', path: ['air', 'lines', plug.line, 'tube'], value: DIRECT },
      ],
    }
  const [any] = endsAt(plan, tank)
  return any && operationRemedy(plan, `Tee a ${label.toLowerCase()} in`, teeOff(any.line, kind))
}

const nearOfKind = ({ plan, near }: TankInput, kind: ComponentKind): string | undefined =>
  [...near].find((id) => plan.components[id]!.kind === kind)

const noRelief: TankRule = (input) => {
  const { plan, tank } = input
  if (nearOfKind(input, 'relief')) return null
  return airNote({
    rule: 'no-relief',
    rank: 'stop',
    subject: tank,
    value: partOf(plan, tank).figures.maxPressure!,
    title: 'The tank has no relief valve',
    text: 'A switch that welds shut would take it past the {value} it is rated to. A relief valve goes on the tank itself.',
    source: PRESSURE_EQUIPMENT,
    remedy: fitGuard(plan, tank, 'relief'),
  })
}

const reliefOverTank: TankRule = (input) => {
  const { plan, tank, supply } = input
  const relief = nearOfKind(input, 'relief')
  const rated = partOf(plan, tank).figures.maxPressure!
  const opens = relief ? partOf(plan, relief).figures.set! : 0
  if (!relief || opens <= rated) return null
  const room = supply?.cutOut != null && supply.cutOut < rated
  return airNote({
    rule: 'relief-over-tank',
    rank: 'stop',
    subject: relief,
    value: opens,
    limit: rated,
    title: 'The relief valve opens too late',
    text: 'It opens at {value}; the tank is rated to {limit}.',
    source: PRESSURE_EQUIPMENT,
    remedy: room ? sheetRemedy('Set it to the tank’s rating', relief, 'set', rated) : undefined,
  })
}

const reliefUnderCutOut: TankRule = (input) => {
  const { plan, supply } = input
  const relief = nearOfKind(input, 'relief')
  if (!relief || supply?.cutOut == null) return null
  const opens = partOf(plan, relief).figures.set!
  if (opens > supply.cutOut) return null
  return airNote({
    rule: 'relief-under-cut-out',
    rank: 'fix',
    subject: relief,
    value: opens,
    limit: supply.cutOut,
    title: 'The relief valve opens before the supply stops',
    text: 'It opens at {value}, the switch cuts out at {limit}: it blows at every fill and the supply never stops.',
    source: PRESSURE_EQUIPMENT,
  })
}

const noDrain: TankRule = (input) => {
  const { plan, tank } = input
  if (nearOfKind(input, 'drain')) return null
  return airNote({
    rule: 'no-drain',
    rank: 'fix',
    subject: tank,
    title: 'The tank has no drain',
    text: 'Every tank gathers water. A drain at the lowest point lets it out before it freezes or rusts through.',
    source: COMMON_PRACTICE,
    remedy: fitGuard(plan, tank, 'drain'),
  })
}

const drainNotLowest: TankRule = (input) => {
  const { plan, tank } = input
  const drain = nearOfKind(input, 'drain')
  if (!drain || endsAt(plan, drain).some((e) => e.other === tank && e.otherPort === 'drain')) return null
  return airNote({
    rule: 'drain-not-lowest',
    rank: 'fix',
    subject: drain,
    title: 'The drain is not at the lowest point',
    text: 'It sits on another port than the tank’s lowest: water stays behind.',
    source: COMMON_PRACTICE,
  })
}

const noSwitch: TankRule = ({ plan, tank }) => {
  const switched = allOfKinds(plan, 'compressor', 'belt').length > 0
  if (!switched || firstOfKind(plan, 'pressureSwitch')) return null
  return airNote({
    rule: 'no-switch',
    rank: 'stop',
    subject: tank,
    title: 'Nothing stops the supply',
    text: 'Without a pressure switch it runs until the relief valve blows, or itself gives up.',
    source: COMMON_PRACTICE,
    remedy: fitGuard(plan, tank, 'pressureSwitch'),
  })
}

const BEFORE_TANK: readonly ComponentKind[] = ['check', 'block', 'solenoid', 'paddle', 'regulator']

const noCheckBeforeTank: TankRule = ({ plan, tank }) =>
  allOfKinds(plan, ...SUPPLY_KINDS).flatMap((id) => {
    if (!connectedParts(plan, id, BEFORE_TANK).has(tank)) return []
    const outlet = endsAt(plan, id).find((e) => e.port === 'out')
    return airNote({
      rule: 'no-check',
      rank: 'fix',
      subject: id,
      title: `No check valve behind the ${labelInSentence(plan, id)}`,
      text: 'The tank bleeds back through it while it stands, and it starts against full pressure.',
      source: COMMON_PRACTICE,
      remedy: outlet && operationRemedy(plan, 'Put a check valve in', putInLine(outlet.line, 'check')),
    })
  })

const TANK_RULES: readonly TankRule[] = [
  noRelief,
  reliefOverTank,
  reliefUnderCutOut,
  noDrain,
  drainNotLowest,
  noSwitch,
  noCheckBeforeTank,
]

export const tankRules: AirRule = (input) => {
  const tank = firstOfKind(input.plan, 'tank')
  if (!tank) return null
  const near = connectedParts(input.plan, tank, AWAY_FROM_TANK)
  return applyRules(TANK_RULES, { ...input, tank, near })
}
