import { fuseResistance, WIRING } from '../../catalog/wiring'
import type { AirPlan, PowerPlan } from '../../document/types'
import { wireResistance } from '../circuit'
import type { FeedPlan } from '../types'

/**
 * The electrics of a circuit as a network: battery, fuses, wires as long as they are laid, contacts with what closes them,
 * coils, motor, and what takes current, with nodes where a meter can be held.
 */

/** What closes a contact: the key, a switch worked by hand, pressure, a block that is awake, or a relay's coil. */
export type ClosedBy = 'key' | 'cab' | 'pressure' | 'block' | { coil: string }

interface Between {
  id: string
  label: string
  a: string
  b: string
}
export type WiringPart = Between &
  (
    | { role: 'battery' }
    | { role: 'fuse'; ohm: number }
    | { role: 'wire'; ohm: number }
    | { role: 'earth'; ohm: number }
    | { role: 'contact'; ohm: number; closedBy: ClosedBy }
    | { role: 'coil'; ohm: number }
    | { role: 'user'; ohm: number }
    /** Draws `amps` while it turns; standing still it is only its winding. */
    | { role: 'motor'; amps: number; winding: number }
  )

export interface Wiring {
  parts: WiringPart[]
  /** Places where a meter is held against the battery's negative, by node. */
  points: Record<string, string>
}

/** The battery's negative: what a meter is held against. */
export const GROUND = 'battery-minus'
export const PLUS = 'battery-plus'
const IGNITION = 'ignition'

export interface WiringFacts {
  air: Pick<AirPlan, 'components'>
  power: PowerPlan
  feed: FeedPlan | null
  /** Amps of a part that is no motor. */
  ampsOf: (id: string) => number
  /** Length of a wire by its id at Lay, m; null where it is not laid. */
  lengthOf: (id: string) => number | null
}

/** Builds the network from what the circuit is made of. Nothing but the battery where nothing is wired. */
export function wiringOf({ air, power, feed, ampsOf, lengthOf }: WiringFacts): Wiring {
  const fitted = Object.keys(air.components).filter((id) => air.components[id]!.state !== 'later')
  const of = (...kinds: string[]) => fitted.filter((id) => kinds.includes(air.components[id]!.kind))
  const label = (id: string) => air.components[id]!.label
  const parts: WiringPart[] = [{ id: 'battery', label: 'Battery', a: PLUS, b: GROUND, role: 'battery' }]
  const points: Record<string, string> = { [PLUS]: 'Battery, positive' }
  const signal = (id: string) =>
    wireResistance(WIRING.signalArea, lengthOf(id) ?? WIRING.usualSignal, power.conductorTemperature)

  const keyed = of('block', 'cabSwitch', 'controller', 'gauge', 'dualGauge', 'solenoid').length > 0
  if (keyed) {
    parts.push(
      {
        id: 'key',
        label: 'Ignition switch',
        a: PLUS,
        b: 'key-out',
        role: 'contact',
        ohm: WIRING.contact,
        closedBy: 'key',
      },
      {
        id: 'small-fuse',
        label: 'Fuse in the fuse box',
        a: 'key-out',
        b: IGNITION,
        role: 'fuse',
        ohm: fuseResistance(WIRING.smallFuse),
      },
    )
    points['key-out'] = 'Fuse box, before its fuse'
    points[IGNITION] = 'Fuse box, after its fuse'
  }
  /** Something that takes current from a node over its wire, and gives it back to the frame. */
  const user = (id: string, from: string, wire: string, what = label(id)) => {
    const amps = Math.max(ampsOf(id), WIRING.leastUser)
    parts.push(
      {
        id: `wire-${id}`,
        label: `Wire to ${what.toLowerCase()}`,
        a: from,
        b: `${id}-in`,
        role: 'wire',
        ohm: signal(wire),
      },
      { id, label: what, a: `${id}-in`, b: `${id}-out`, role: 'user', ohm: power.systemVoltage / amps },
      {
        id: `earth-${id}`,
        label: `Earth of ${what.toLowerCase()}`,
        a: `${id}-out`,
        b: GROUND,
        role: 'earth',
        ohm: WIRING.earth,
      },
    )
    points[`${id}-in`] = `${what}, its feed`
    points[`${id}-out`] = `${what}, its earth`
  }
  const [block] = of('block')
  const [cab] = of('cabSwitch')
  const [pressure] = of('pressureSwitch')
  if (feed) {
    parts.push(
      {
        id: 'fuse',
        label: 'Main fuse',
        a: PLUS,
        b: 'fuse-out',
        role: 'fuse',
        ohm: fuseResistance(power.fuse ?? feed.fuse.rating ?? WIRING.smallFuse),
      },
      {
        id: 'feed',
        label: 'Feed wire',
        a: 'fuse-out',
        b: 'feed-end',
        role: 'wire',
        ohm: wireResistance(feed.area, feed.oneWay, power.conductorTemperature),
      },
    )
    points['fuse-out'] = 'Behind the main fuse'
    points['feed-end'] = 'End of the feed, at the relay'
    const relay = cab !== undefined || pressure !== undefined
    const closedBy: ClosedBy = relay ? { coil: 'coil' } : block ? 'block' : 'cab'
    parts.push(
      {
        id: 'relay',
        label: relay ? 'Relay contact' : 'Contact in the block',
        a: 'feed-end',
        b: 'motor-plus',
        role: 'contact',
        ohm: WIRING.contact,
        closedBy,
      },
      {
        id: 'motor',
        label: 'Compressor motor',
        a: 'motor-plus',
        b: 'motor-minus',
        role: 'motor',
        amps: feed.motor,
        winding: power.systemVoltage / feed.inrush,
      },
      {
        id: 'earth',
        label: 'Earth of the compressor',
        a: 'motor-minus',
        b: GROUND,
        role: 'earth',
        ohm: feed.returned ?? wireResistance(feed.area, feed.oneWay, power.conductorTemperature),
      },
    )
    points['motor-plus'] = 'Motor, its feed'
    points['motor-minus'] = 'Motor, its earth'
    if (relay) {
      let from = cab ? IGNITION : 'feed-end'
      if (cab) {
        parts.push(
          {
            id: 'wire-cab',
            label: 'Wire to the cab switch',
            a: from,
            b: 'cab-in',
            role: 'wire',
            ohm: signal(`wire-${cab}-fuse-box`),
          },
          {
            id: 'cab',
            label: label(cab),
            a: 'cab-in',
            b: 'cab-out',
            role: 'contact',
            ohm: WIRING.contact,
            closedBy: 'cab',
          },
        )
        points['cab-in'] = 'Cab switch, in'
        points['cab-out'] = 'Cab switch, out'
        from = 'cab-out'
      }
      if (pressure) {
        parts.push(
          {
            id: 'wire-pressure',
            label: 'Wire to the pressure switch',
            a: from,
            b: 'pressure-in',
            role: 'wire',
            ohm: signal(`wire-${pressure}-${cab ?? 'compressor'}`),
          },
          {
            id: 'pressure',
            label: label(pressure),
            a: 'pressure-in',
            b: 'pressure-out',
            role: 'contact',
            ohm: WIRING.contact,
            closedBy: 'pressure',
          },
        )
        points['pressure-in'] = 'Pressure switch, in'
        points['pressure-out'] = 'Pressure switch, out'
        from = 'pressure-out'
      }
      parts.push(
        {
          id: 'wire-coil',
          label: 'Wire to the relay’s coil',
          a: from,
          b: 'coil-in',
          role: 'wire',
          ohm: signal('wire-compressor-coil'),
        },
        { id: 'coil', label: 'Relay coil', a: 'coil-in', b: 'coil-out', role: 'coil', ohm: WIRING.coil },
        {
          id: 'earth-coil',
          label: 'Earth of the relay’s coil',
          a: 'coil-out',
          b: GROUND,
          role: 'earth',
          ohm: WIRING.earth,
        },
      )
      points['coil-in'] = 'Relay coil, in'
      points['coil-out'] = 'Relay coil, out'
    }
  }
  if (block) {
    // With a feed to the compressor the block takes its current there; by itself it has a fuse of its own.
    if (feed) user(block, 'feed-end', 'wire-block-compressor')
    else {
      parts.push({
        id: 'block-fuse',
        label: 'Fuse of the block',
        a: PLUS,
        b: 'block-fuse-out',
        role: 'fuse',
        ohm: fuseResistance(WIRING.smallFuse),
      })
      points['block-fuse-out'] = 'Behind the fuse of the block'
      user(block, 'block-fuse-out', 'wire-block-battery')
    }
    parts.push(
      {
        id: 'wire-wake',
        label: 'Wake wire',
        a: IGNITION,
        b: 'wake',
        role: 'wire',
        ohm: signal(`wire-${block}-fuse-box`),
      },
      {
        id: 'wake',
        label: 'Wake input of the block',
        a: 'wake',
        b: `${block}-out`,
        role: 'user',
        ohm: WIRING.wakeInput,
      },
    )
    points.wake = 'Wake wire, at the block'
  }
  for (const id of of('gauge', 'dualGauge', 'solenoid', 'controller'))
    user(id, IGNITION, `wire-${id}-fuse-box`)
  return { parts, points }
}
