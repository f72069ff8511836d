import { PSI } from '../../quantity/constants'
import { SUPPLY_KINDS } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { interpolate } from '../../quantity/interpolate'
import { allOfKinds, endsAt, firstOfKind } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { fitFilter, putInLine, replacePart } from '../circuit/operations'
import { deliverable } from '../circuit/supply'
import { beltFlow, partOf } from '../parts/parts'
import { TOOL, TYRE } from '../run/scenarios'
import type { RuleInput } from '../types'
import { COMMON_PRACTICE, airNote, isTube, sheetRemedy, type AirRule } from './common'
import { COMPRESSOR_RULES } from './compressor'

/** Where the air comes from, how clean it is, and whether there is enough. */

const supplyShort: AirRule = ({ plan, set, needs, supply }) => {
  const [worst] = Object.values(needs)
    .map((need) => ({ need, top: Math.max(need.left.pressure, need.right.pressure) }))
    .sort((a, b) => b.top - a.top)
  const given = deliverable(plan)
  if (!supply || !given || !worst) return null
  // A compressor limited by its own rating has the note itself.
  const ownShort =
    set.compressor &&
    plan.components[supply.part]?.kind === 'compressor' &&
    worst.top > set.compressor.maxPressure
  if (worst.top <= given.most || ownShort) return null
  const boost = given.by === 'boost' ? firstOfKind(plan, 'boost') : null
  return airNote({
    rule: 'supply-short',
    rank: 'stop',
    subject: given.part,
    value: worst.top,
    limit: given.most,
    title: 'The supply can never reach this pressure',
    text: `“${worst.need.label}” needs {value}; {limit} is the most ${given.by} lets it have${given.by === 'boost' ? ': a tank never stands above what fills it' : ''}.`,
    source: 'A tank stands at most at its source’s pressure',
    remedy: boost
      ? operationRemedy(plan, 'Put a belt-driven compressor in its place', replacePart(boost, 'belt'))
      : undefined,
  })
}

const noInletFilter: AirRule = ({ plan }) =>
  allOfKinds(plan, 'compressor', 'belt').flatMap((id) => {
    if (endsAt(plan, id).some((e) => plan.components[e.other]?.kind === 'filter')) return []
    return airNote({
      rule: 'no-inlet-filter',
      rank: 'fix',
      subject: id,
      title: 'No inlet filter',
      text: 'Dust and spray wear the compressor out. Fit the filter, hose vertical, inlet up.',
      source: COMMON_PRACTICE,
      remedy: operationRemedy(plan, 'Fit a filter', fitFilter(id)),
    })
  })

const noDryer: AirRule = ({ plan, supply }) => {
  if (allOfKinds(plan, ...SUPPLY_KINDS).length === 0 || firstOfKind(plan, 'dryer')) return null
  const tank = firstOfKind(plan, 'tank')
  const line = Object.keys(plan.lines).find((id) => {
    const { path, from } = plan.lines[id]!
    const fromFilter = plan.components[from]?.kind === 'filter'
    return path === 'supply' && isTube(plan, id) && !fromFilter && (!tank || from === tank)
  })
  return airNote({
    rule: 'no-dryer',
    rank: tank ? 'fix' : 'know',
    subject: supply?.part ?? 'compressor',
    title: 'Nothing takes the moisture out',
    text: tank
      ? 'Water from the tank goes on to the valves and freezes there. Put a dryer behind the tank, and keep the drain in use.'
      : 'Water from the compressor runs on to the valves. A dryer takes it out; at the least leave a drip loop and mount the block higher.',
    source: COMMON_PRACTICE,
    remedy: line ? operationRemedy(plan, 'Put a dryer in', putInLine(line, 'dryer')) : undefined,
  })
}

const tankFeedsBlock: AirRule = ({ plan, overshoot }) => {
  const limit = PRACTICE.presetTolerance.value
  if (!overshoot || overshoot.value <= limit) return null
  const { bore: exact, withBore, seconds } = overshoot
  const bore = Math.floor(exact * 1e4) / 1e4
  const whole = (s: number) => `${Math.round(s)} s`
  const psi = (p: number) => `${(p / PSI).toFixed(1)} psi (${(p / 1000).toFixed(0)} kPa)`
  // A tighter bore would take too long: the rest of the overshoot is known, not mended.
  const isTight = seconds >= PRACTICE.fillWait.value * 0.98
  return airNote({
    rule: 'tank-feeds-block',
    rank: isTight ? 'know' : 'fix',
    subject: firstOfKind(plan, 'block')!,
    value: overshoot.value,
    limit,
    title: 'The tank drives the block past its target',
    text: isTight
      ? `Before it has read and shut, the springs stand {value} too high; {limit} is wanted. It fills the pair in ${whole(seconds)}: a tighter bore would take longer than one waits.`
      : `Before it has read and shut, the springs stand {value} too high; {limit} is wanted. Now it fills the pair in ${whole(seconds)}. With a bore of ${(bore * 1000).toFixed(1)} mm before it: ${psi(withBore.value)} too high, filled in ${whole(withBore.seconds)}.`,
    source: 'ISO 6358 flow over the time a block takes to read and shut, 0.25 s (from memory)',
    remedy: isTight ? undefined : smallBore(plan, bore),
  })
}

/** The existing restrictor with a bore, m, or a new one before the block. */
function smallBore(plan: RuleInput['plan'], bore: number) {
  const [restrictor] = allOfKinds(plan, 'restrictor')
  if (restrictor) return sheetRemedy('Take that bore', restrictor, 'bore', bore)
  const feed = endsAt(plan, firstOfKind(plan, 'block')!).find((e) => e.port === 'in' && e.end === 'to')
  if (!feed) return undefined
  return operationRemedy(plan, 'Put a small bore before it', (air) => {
    const next = putInLine(feed.line, 'restrictor')(air)
    const made = Object.keys(next.components).find((id) => !(id in air.components))!
    const part = { ...next.components[made]!, sheet: { bore } }
    return { ...next, components: { ...next.components, [made]: part } }
  })
}

const tyreBeyondSupply: AirRule = ({ plan, supply }) => {
  const coupler = firstOfKind(plan, 'coupler')
  if (!coupler || !supply || supply.most >= TYRE.to) return null
  return airNote({
    rule: 'tyre-beyond-supply',
    rank: 'fix',
    subject: coupler,
    value: TYRE.to,
    limit: supply.most,
    title: 'The supply does not fill a tyre',
    text: 'A tyre wants {value}; {limit} is the most this supply ever gives.',
    source: `${COMMON_PRACTICE}; tyre from memory`,
  })
}

/** Free air the supply gives at a tool's pressure, m³/s. */
function flowAtTool({ plan, set, supply }: RuleInput): number {
  const kind = supply && plan.components[supply.part]?.kind
  if (kind === 'compressor' && set.compressor) return interpolate(set.compressor.flow, TOOL.needed)
  if (kind === 'belt') return interpolate(beltFlow(partOf(plan, supply!.part).figures), TOOL.needed)
  return 0
}

const toolBeyondSupply: AirRule = (input) => {
  const coupler = firstOfKind(input.plan, 'coupler')
  const flow = flowAtTool(input)
  if (!coupler || !input.supply || flow >= TOOL.demand) return null
  return airNote({
    quantity: 'flow',
    rule: 'tool-beyond-supply',
    rank: 'know',
    subject: coupler,
    value: flow,
    limit: TOOL.demand,
    title: 'Tyres, yes; an impact wrench, no',
    text: 'A small wrench takes {limit} of free air; the supply gives {value} at its pressure. It runs off the tank for a moment, then waits.',
    source: 'Class of the compressor; tool from memory',
  })
}

export const SUPPLY_RULES: readonly AirRule[] = [
  ...COMPRESSOR_RULES,
  supplyShort,
  noInletFilter,
  noDryer,
  tankFeedsBlock,
  tyreBeyondSupply,
  toolBeyondSupply,
]
