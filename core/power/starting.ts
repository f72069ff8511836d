import type { CompressorClass } from '../catalog/compressors'
import type { PowerPlan } from '../document/types'
import { fuseHolds } from './circuit'

/** True if a second compressor starts only after the first one's inrush; false until somebody says so. */
export const isStaged = ({ staging }: Pick<PowerPlan, 'staging'>, { inrushTime }: CompressorClass): boolean =>
  staging !== null && staging >= inrushTime

/** Motors that start on one fuse, at once or one after the other. SI. */
export interface StartingMotors {
  count: number
  running: number
  inrush: number
  inrushTime: number
  besides: number
}

export interface StartOnFuse {
  /** Most current at any time, A. */
  peak: number
  /** Share of what the fuse is certain to pass; from 1 on it may open. */
  share: number
}

/**
 * Current over time as steps: each motor's inrush, then its running current. The share of each step in what the
 * fuse certainly withstands is added up.
 * @param delay s from one start to the next
 * @source shares of the fuse's least time added up, like its heat (from memory)
 */
export function startsOnFuse(rating: number, motors: StartingMotors, delay: number): StartOnFuse {
  const { count, running, inrush, inrushTime, besides } = motors
  const starts = Array.from({ length: count }, (_, i) => i * delay)
  const at = [...new Set(starts.flatMap((t) => [t, t + inrushTime]))].sort((a, b) => a - b)
  const amps = (t: number) =>
    besides +
    starts.reduce((sum, start) => sum + (t < start ? 0 : t < start + inrushTime ? inrush : running), 0)
  let [peak, share] = [0, 0]
  at.forEach((from, i) => {
    const current = amps(from)
    peak = Math.max(peak, current)
    const until = at[i + 1]
    const lasts = until === undefined ? Infinity : until - from
    const held = fuseHolds(current / rating)
    // A current that the fuse carries for ever takes no share. A lasting larger one opens it.
    share += held === Infinity ? 0 : lasts / held
  })
  return { peak, share }
}
