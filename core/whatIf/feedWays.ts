import { AWG_SIZES } from '../catalog/electrical'
import { applyEdit } from '../document/edit'
import type { Plan, PowerPlan } from '../document/types'
import type { PowerResult } from '../power/result'
import type { Remedy } from '../quantity/figure'
import { createDeriver } from '../derive/derive'

/** Ways to feed a compressor far from its battery, each tried on a copy of the plan. SI. */
export interface FeedWay {
  label: string
  /** Volts at the running motor; 0 if it does not turn. */
  volts: number
  /** Copper of all wires, kg, which is the main cost of a harness, and the number of ends to join. */
  copper: number
  joints: number
  /** Stops and Fixes of Power that it causes or leaves. */
  wrong: number
  /** Changes the plan to it; null for the plan as it is. */
  remedy: Remedy | null
}

/** kg/m³ */
const COPPER_DENSITY = 8960
/** A heavy feed to a bus bar at the back is at least this (common practice), m²: 6 AWG. */
const HEAVY = AWG_SIZES.find(({ awg }) => awg === 6)!.area

type Change = [path: (keyof PowerPlan)[], value: unknown]
const changed = (label: string, ...changes: Change[]): Remedy => ({
  label,
  patches: changes.map(([path, value]) => ({ op: 'replace', path: ['power', ...path], value })),
})

/** Ways to change a feed of a given size. */
function waysFrom(power: PowerPlan, area: number): Remedy[] {
  const thicker = AWG_SIZES.find((size) => size.area > area * 1.001)?.area
  const bar: Change[] = [
    [['bar'], true],
    [['wireArea'], Math.max(HEAVY, area)],
  ]
  return [
    ...(thicker ? [changed('One size thicker', [['wireArea'], thicker])] : []),
    ...(power.bar ? [] : [changed('A heavy feed to a bus bar at the back', ...bar)]),
    ...(power.relay === true ? [] : [changed('A relay beside the compressor', [['relay'], true])]),
    ...(power.earth === 'battery' ? [changed('Earth at the steel frame', [['earth'], 'frame'])] : []),
  ]
}

/** True if every wired motor turns. */
const areTurning = ({ wiring, solved }: PowerResult): boolean =>
  wiring.parts.every(({ role, id }) => role !== 'motor' || solved.compressor.turning.has(id))

/** The plan as it is, and each way from there; empty without an electric compressor. */
export function feedWays(plan: Plan): FeedWay[] {
  const derive = createDeriver()
  const tried = (remedy: Remedy | null): FeedWay => {
    const { result, notes, figures } = derive(remedy ? applyEdit(plan, remedy.patches) : plan).stages.power
    const kilograms = result.rows.reduce((sum, { area, length }) => sum + area * length * COPPER_DENSITY, 0)
    return {
      label: remedy?.label ?? 'As it is',
      volts: areTurning(result) ? (figures.motorVolts?.value ?? 0) : 0,
      copper: kilograms,
      joints: 2 * result.rows.length,
      wrong: notes.filter(({ rank }) => rank !== 'know').length,
      remedy,
    }
  }
  const { feed } = derive(plan).stages.power.result
  return feed ? [tried(null), ...waysFrom(plan.power, feed.area).map(tried)] : []
}
