import { PRACTICE } from '../../catalog/practice'
import { GAS_CONSTANT_AIR } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import { isoMassFlow } from '../equations/componentFlow'
import { Tube } from '../equations/tubeFlow'
import { SOLVER } from '../settings'
import type { Link, Network, SpringState } from './network'

const RELIEF_BAND = PRACTICE.reliefBand.value
const REGULATOR_BAND = PRACTICE.regulatorBand.value
/** The arm of a height valve opens no further than this, rad. */
const ARM_END = 1.2

/** From 0 to 1, smooth at both ends, because valves and springs do not open along a straight line either. */
function eased(x: number): number {
  if (x <= 0) return 0
  return x >= 1 ? 1 : x * x * (3 - 2 * x)
}

type Lever = Extract<Link, { kind: 'lever' }>
type Orifice = Extract<Link, { kind: 'orifice' }>

/**
 * Flow along each link of a network at given pressures and temperatures, kg/s from → to. Absolute, Pa and K.
 */
export class LinkFlows {
  /** Arms held by hand, by link: their angle, rad, fill positive. */
  readonly pushed = new Map<string, number>()
  private readonly tubes: (Tube | null)[]
  private readonly orificeEdge: number
  private readonly tubeEdge: number

  /** @param laminar false: no laminar flow close to rest, for flow in one direction only */
  constructor(
    private readonly network: Network,
    laminar: boolean,
  ) {
    this.orificeEdge = laminar ? SOLVER.laminarOrifice : 1
    this.tubeEdge = laminar ? SOLVER.laminarTube : 1
    this.tubes = network.links.map((l) =>
      l.kind === 'tube' ? new Tube(l.bore, l.length, l.roughness) : null,
    )
  }

  /** @param around K; `springs` heights that levers follow */
  flow(
    k: number,
    pFrom: number,
    pTo: number,
    tFrom: number,
    tTo: number,
    around: number,
    springs: SpringState | undefined,
  ): number {
    const link = this.network.links[k]!
    const { atmosphere } = this.network
    const forward = pFrom >= pTo
    const high = forward ? pFrom : pTo
    const low = forward ? pTo : pFrom
    const warm = forward ? tFrom : tTo
    switch (link.kind) {
      case 'tube': {
        const flow = this.tubeFlow(this.tubes[k]!, high, low, warm)
        return forward ? flow : -flow
      }
      case 'orifice': {
        if (link.oneWay) return this.checkFlow(link, link.oneWay.opening, pFrom, pTo, tFrom)
        const flow = this.valve(link, high, low, warm)
        return forward ? flow : -flow
      }
      case 'pump': {
        const free = Math.max(interpolate(link.curve, pTo - atmosphere), 0)
        return (atmosphere * free) / (GAS_CONSTANT_AIR * around)
      }
      case 'given':
        return link.flow(pTo)
      case 'relief': {
        const share = eased((pFrom - atmosphere - link.set) / (link.set * RELIEF_BAND))
        return share === 0 || !forward ? 0 : share * this.valve(link, pFrom, pTo, tFrom)
      }
      case 'regulator': {
        const share = eased((link.set - (pTo - atmosphere)) / (link.set * REGULATOR_BAND))
        return share === 0 || !forward ? 0 : share * this.valve(link, pFrom, pTo, tFrom)
      }
      case 'lever': {
        const share = springs ? this.leverShare(link, springs) : 0
        if (share === 0) return 0
        const flow = this.valve(link, high, low, warm)
        return share * (forward ? flow : -flow)
      }
      case 'tool': {
        if (!forward) return 0
        const full = (atmosphere * link.demand) / (GAS_CONSTANT_AIR * around)
        const least = link.needed + atmosphere
        return full * Math.min(Math.max((pFrom - atmosphere) / (least - atmosphere), 0), 1)
      }
    }
  }

  /** How far a height valve's arm opens its way, 0 to 1. */
  leverShare(link: Lever, at: SpringState): number {
    const angle = (this.pushed.get(link.id) ?? this.leverAngle(link, at)) * link.way
    return eased((Math.min(angle, ARM_END) - link.deadBand) / (link.fullOpen - link.deadBand))
  }

  /** Angle of a lever's arm as the truck stands, rad: up while it stands low. */
  private leverAngle(link: Lever, at: SpringState): number {
    const { levelAt } = this.network
    if (!levelAt) return 0
    const low =
      link.side === 'left'
        ? levelAt.left - at[2]
        : link.side === 'right'
          ? levelAt.right - at[3]
          : (levelAt.left - at[2] + levelAt.right - at[3]) / 2
    return Math.asin(Math.min(Math.max((low * levelAt.perHeight) / link.arm, -1), 1))
  }

  private valve(
    { conductance, criticalRatio }: { conductance: number; criticalRatio: number },
    high: number,
    low: number,
    warm: number,
  ): number {
    return isoMassFlow(conductance, criticalRatio, high, low, warm, this.orificeEdge)
  }

  private tubeFlow(tube: Tube, high: number, low: number, warm: number): number {
    const edge = high * this.tubeEdge
    if (low <= edge) return tube.flow(high, low, warm)
    return (tube.flow(high, edge, warm) * (high - low)) / (high - edge)
  }

  /** A check valve opens along a smooth curve past its opening pressure and never lets air back. */
  private checkFlow(link: Orifice, opening: number, pFrom: number, pTo: number, tFrom: number): number {
    const over = pFrom - pTo - opening
    if (over <= 0) return 0
    const share = eased(over / (pFrom * (1 - SOLVER.laminarOrifice)))
    return share * this.valve(link, pFrom, pTo + opening, tFrom)
  }
}
