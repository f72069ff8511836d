import type { CompressorClass } from '../../catalog/compressors'
import { STANDARD_ATMOSPHERE } from '../../quantity/constants'
import { interpolate } from '../../quantity/interpolate'
import type { MotorFeed, Site } from '../types'

type Curve = [pressure: number, value: number][]

/**
 * Resistance of a motor's winding, Ω, from its inrush, because at rest only the winding limits the current. R =
 * U/(inrush · I_max).
 */
const windingOf = ({ inrush, current }: CompressorClass, nominal: number) =>
  nominal / (inrush * Math.max(...current.map(([, amps]) => amps)))

/** Volts at a motor's terminals while it draws a current, A. */
export const terminalVoltage = (feed: MotorFeed, current: number): number => feed.supply - feed.loop * current

/**
 * Speed of a motor on its feed relative to nominal voltage, 0 or more. A permanent magnet's current follows its
 * torque and not its voltage, so lost volts slow it and leave the current: (U − I·R)/(U_nominal − I·R). Source:
 * any text on permanent-magnet motors; losses that grow with speed are left out.
 */
export function motorSpeed(compressor: CompressorClass, feed: MotorFeed, current: number): number {
  const { nominal } = feed
  const lost = current * windingOf(compressor, nominal)
  return Math.max((terminalVoltage(feed, current) - lost) / (nominal - lost), 0)
}

/**
 * A curve up to its compressor's rated pressure: thinner air moves its rows down, and the last slope continues.
 */
function upToRating(curve: Curve, rated: number): Curve {
  const [before, last] = curve.slice(-2)
  if (!before || !last || last[0] >= rated) return curve
  const slope = (last[1] - before[1]) / (last[0] - before[0])
  return [...curve, [rated, Math.max(last[1] + slope * (rated - last[0]), 0)]]
}

/**
 * A compressor on site. In thinner air the same gauge pressure is a higher ratio: what its curve gives at p, it
 * gives at p·p_around/p_standard, in free air of the site. The load of its motor falls with the air it draws;
 * its idle current stays. On its feed it turns slower. At sea level without a feed this is the class itself.
 */
export function compressorOnSite(
  compressor: CompressorClass,
  { atmosphere, feed }: Pick<Site, 'atmosphere' | 'feed'>,
): CompressorClass {
  const thin = atmosphere / STANDARD_ATMOSPHERE
  if (thin === 1 && !feed) return compressor
  const idle = compressor.current[0]?.[1] ?? 0
  const moved = (curve: Curve) => (thin === 1 ? curve : upToRating(curve, compressor.maxPressure))
  const current = moved(compressor.current.map(([p, amps]) => [p * thin, idle + (amps - idle) * thin]))
  const flow = moved(compressor.flow.map(([p, q]) => [p * thin, q]))
  if (!feed) return { ...compressor, flow, current }
  const slowed = flow.map(([p, q]): [number, number] => [
    p,
    q * motorSpeed(compressor, feed, interpolate(current, p)),
  ])
  return { ...compressor, flow: slowed, current }
}
