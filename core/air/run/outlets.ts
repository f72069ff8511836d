import type { AirPlan, ComponentKind } from '../../document/types'
import { allOfKinds } from '../circuit/connections'
import type { Network } from '../dynamics/network'
import type { Outlet, CircuitModel } from './types'

/**
 * Vessels at one pressure with a vessel while nothing is worked: along tubes and everything that is always
 * open.
 */
export function atOnePressure(network: Network, start: string): Set<string> {
  const seen = new Set([start])
  for (let grew = true; grew;) {
    grew = false
    for (const l of network.links) {
      if (
        (l.kind !== 'tube' && l.kind !== 'orifice') ||
        l.command ||
        l.from === null ||
        l.to === null ||
        seen.has(l.from) === seen.has(l.to)
      )
        continue
      // Past a check valve only in its direction.
      if (l.kind === 'orifice' && l.oneWay && !seen.has(l.from)) continue
      seen.add(l.from).add(l.to)
      grew = true
    }
  }
  return seen
}

/** Outlets of a circuit to the springs: what fills and vents each side. */
export function outletsOf(
  air: AirPlan,
  model: Pick<CircuitModel, 'network' | 'where' | 'supplies' | 'hands' | 'hasTank'>,
): Outlet[] {
  const { network, where, supplies } = model
  const sidesOf = (vessel: string) =>
    [...atOnePressure(network, vessel)].flatMap(
      (id) => network.vessels.find((v) => v.id === id)?.spring ?? [],
    )
  const make = (part: string, chamber: string, rest: Pick<Outlet, 'fill' | 'vent' | 'calls'>): Outlet[] => {
    const vessel = where.get(chamber)
    const sides = vessel === undefined ? [] : sidesOf(vessel)
    return vessel !== undefined && sides.length > 0 ? [{ part, vessel, sides, ...rest }] : []
  }
  const of = (kind: ComponentKind) => allOfKinds(air, kind)
  // Solenoids that feed a block open with it.
  const feeds = (block: string) =>
    of('solenoid')
      .filter(
        (id) =>
          where.has(`${id}.out`) &&
          [...atOnePressure(network, where.get(`${id}.out`)!)].includes(where.get(`${block}.in`)!),
      )
      .map((id) => `${id}.open`)
  const blocks = of('block').flatMap((id) =>
    [...where.keys()]
      .filter((k) => k.startsWith(`${id}.out`))
      .flatMap((out) =>
        make(out, out, { fill: [`${out}.fill`, ...feeds(id)], vent: [`${out}.vent`], calls: !model.hasTank }),
      ),
  )
  if (blocks.length > 0) return blocks
  const paddles = of('paddle').flatMap((id) =>
    make(id, `${id}.out`, { fill: [`${id}.up`], vent: [`${id}.down`], calls: !model.hasTank }),
  )
  if (paddles.length > 0) return paddles
  const dumps = of('dump')
  if (of('heightValve').length > 0)
    return dumps.flatMap((id) => make(id, id, { fill: [], vent: [`${id}.open`], calls: false })).slice(0, 1)
  const compressor = supplies[0]
  if (compressor) {
    const fed = make(compressor.id, compressor.vessel, {
      fill: [],
      vent: dumps.map((id) => `${id}.open`),
      calls: true,
    })
    if (fed.length > 0) {
      // The gauge is on the springs' side of the check valve, so it is read there.
      const spring = where.get('spring-left') ?? fed[0]!.vessel
      return [{ ...fed[0]!, vessel: spring }]
    }
  }
  return of('handFill').flatMap((id) =>
    make(id, id, { fill: [`${id}.fill`], vent: [`${id}.vent`], calls: false }),
  )
}
