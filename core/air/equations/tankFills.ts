import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'

/** What a tank gives before its compressor restarts, and before it is useless. Isothermal, gauge pressures. */
export interface TankFills {
  beforeRestart: number
  beforeFlat: number
  afterFirst: number
}

const MOST_FILLS = 10_000

/**
 * Complete fills of a volume from `from` to `to` out of a tank with the compressor off; each takes (to −
 * from)·V of gas. Before restart: while the tank is still at or above cut-in afterwards. Before flat: while it
 * can still reach `to`.
 */
export function tankFills(
  tank: { volume: number; pressure: number; cutIn: number },
  fill: { volume: number; from: number; to: number },
): TankFills {
  const drop = ((fill.to - fill.from) * fill.volume) / tank.volume
  const count = (least: number) =>
    Math.min(Math.max(Math.floor((tank.pressure - least) / drop + 1e-9), 0), MOST_FILLS)
  return {
    beforeRestart: count(Math.max(tank.cutIn, fill.to)),
    beforeFlat: count(fill.to),
    afterFirst: tank.pressure - drop,
  }
}

/** How long a tool runs off tank and compressor, and for what share of the time it may run continuously. */
export interface ToolRun {
  seconds: number | null
  share: number
}

/**
 * A tool takes `demand` of free air, m³/s, at `needed` gauge or above. With the compressor running, the tank
 * falls from `pressure` to `needed`: t = ∫ V·dp/(p_atm·(demand − Q(p))). Null if the compressor alone keeps up.
 * The share is what the compressor gives at `needed` over what the tool takes.
 */
export function toolRun(
  tank: { volume: number; pressure: number },
  curve: readonly (readonly [number, number])[],
  demand: number,
  needed: number,
  atmosphere = STANDARD_ATMOSPHERE,
): ToolRun {
  const share = Math.min(Math.max(interpolate(curve, needed), 0) / demand, 1)
  const steps = 2000
  const dp = (tank.pressure - needed) / steps
  let seconds = 0
  for (let i = 0; i < steps; i++) {
    const short = demand - Math.max(interpolate(curve, needed + dp * (i + 0.5)), 0)
    if (short <= 0) return { seconds: null, share }
    seconds += (tank.volume * dp) / (atmosphere * short)
  }
  return { seconds, share }
}
