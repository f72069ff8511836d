import { HOLDS_AIR_BACK } from '../../catalog/kinds'
import { PRACTICE } from '../../catalog/practice'
import { wheelTravel } from '../../catalog/truckGeometry'
import type { AirPlan, Side } from '../../document/types'
import type { Remedy } from '../../quantity/figure'
import { allOfKinds, connectedParts, endsAt } from '../circuit/connections'
import { partOf } from '../parts/parts'
import { COMMON_PRACTICE, airNote, sheetRemedy, type AirRule } from './common'

/** Height valves against the axle they follow, and outlets against the side they are meant for. */

const ARM_ROOM = PRACTICE.armRoom.value

const armShort: AirRule = ({ plan, truck }) => {
  const { droop, bump } = wheelTravel(truck)
  const travel = Math.max(-droop, bump)
  return allOfKinds(plan, 'heightValve').flatMap((id) => {
    const arm = partOf(plan, id).figures.arm!
    if (arm >= travel) return []
    return airNote({
      quantity: 'length',
      rule: 'arm-short',
      rank: 'stop',
      subject: id,
      value: arm,
      limit: travel,
      title: 'The arm is shorter than the axle’s travel',
      text: 'The axle moves {limit} from where the valve holds it; an arm of {value} is pulled straight and turns over or breaks. A hole farther out, or a longer arm.',
      source: 'sin of the arm’s angle = travel/arm',
      remedy: sheetRemedy('Take a longer arm', id, 'arm', Math.ceil(travel * ARM_ROOM * 100) / 100),
    })
  })
}

const noDeadBand: AirRule = ({ plan }) =>
  allOfKinds(plan, 'heightValve').flatMap((id) => {
    const { deadBand, fullOpen } = partOf(plan, id).figures as { deadBand: number; fullOpen: number }
    const least = PRACTICE.leastDeadBand.value
    if (deadBand >= least) return []
    return airNote({
      quantity: 'angle',
      rule: 'no-dead-band',
      rank: 'fix',
      subject: id,
      value: deadBand,
      limit: least,
      title: 'The height valve has no dead band',
      text: 'It opens at once, {value} either way: it fills and vents on every bump and never rests. {limit} at least.',
      source: COMMON_PRACTICE,
      remedy: fullOpen > least ? sheetRemedy('Give it a dead band', id, 'deadBand', least) : undefined,
    })
  })

/**
 * The springs go soft and the arm comes up: what is dumped is filled again, whatever check valve is in between.
 */
const dumpRefills: AirRule = ({ plan }) =>
  allOfKinds(plan, 'heightValve').flatMap((id) => {
    const outlet = endsAt(plan, id).find((e) => e.port === 'out')
    if (!outlet) return []
    const met = [...connectedParts(plan, outlet.other, ['heightValve'])]
    const dump = met.find((other) => plan.components[other]!.kind === 'dump')
    if (dump === undefined) return []
    return airNote({
      quantity: 'count',
      rule: 'dump-refills',
      rank: 'know',
      subject: dump,
      title: 'While the dump is open the height valve fills',
      text: 'The truck sinks, its arm comes up, and the tank goes out through the dump. Shut the valve’s supply first, or hold its arm down, as long as the dump stands open.',
      source: 'Run of this circuit with the dump held open',
    })
  })

/** Springs at the pressure of a part's port; empty if a line ends at nothing. */
function sidesReached(plan: AirPlan, from: string): Side[] {
  const part = plan.components[from]
  if (!part) return []
  const { kind, side } = part
  if (kind === 'spring') return side ? [side] : []
  if (HOLDS_AIR_BACK.includes(kind) && kind !== 'handFill') return []
  return [...connectedParts(plan, from, HOLDS_AIR_BACK)].flatMap((id) => {
    const { kind, side } = plan.components[id]!
    return kind === 'spring' && side ? [side] : []
  })
}

/** Side an outlet is meant for: the part's own, or that of a block's port, 1 left and 2 right. */
function meantFor(plan: AirPlan, id: string, port: string): Side | null {
  const { kind, side } = plan.components[id]!
  if (kind === 'block') return port === 'out1' ? 'left' : port === 'out2' ? 'right' : null
  return kind === 'paddle' || kind === 'heightValve' ? side : null
}

const crossedSides: AirRule = ({ plan }) =>
  allOfKinds(plan, 'block', 'paddle', 'heightValve').flatMap((id) => {
    const crossed = endsAt(plan, id).filter((end) => {
      const meant = meantFor(plan, id, end.port)
      const reached = meant && end.port !== 'in' ? sidesReached(plan, end.other) : []
      return meant !== null && reached.length > 0 && !reached.includes(meant)
    })
    if (crossed.length === 0) return []
    return airNote({
      quantity: 'count',
      rule: 'crossed-sides',
      rank: 'stop',
      subject: id,
      title: `${plan.components[id]!.label}: left and right are crossed`,
      text: 'What is meant for one side goes to the other: it lifts the light side and lets the heavy one down. Swap the lines, and mark both ends.',
      source: COMMON_PRACTICE,
      remedy: swapOutlets(plan, id),
    })
  })

/** Exchanges the lines at a block's first two outlets. */
function swapOutlets(plan: AirPlan, block: string): Remedy | undefined {
  const [one, two] = ['out1', 'out2'].map((port) => endsAt(plan, block).find((e) => e.port === port))
  if (!one || !two) return undefined
  const to = (end: typeof one, port: string): Remedy['patches'] => [
    {
      op: 'replace',
      path: ['air', 'lines', end.line, end.end === 'from' ? 'fromPort' : 'toPort'],
      value: port,
    },
  ]
  return { label: 'Swap the two lines', patches: [...to(one, 'out2'), ...to(two, 'out1')] }
}

export const LEVELLING_RULES: readonly AirRule[] = [armShort, noDeadBand, dumpRefills, crossedSides]
