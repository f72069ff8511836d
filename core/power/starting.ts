import type { CompressorClass } from '../catalog/compressors'
import type { PowerPlan } from '../document/types'
import { fuseHolds } from './circuit'

/** Whether a second compressor starts only once the first one's inrush is over; not before somebody said so. */
export const isStaged = ({ staging }: PowerPlan, { inrushTime }: CompressorClass): boolean =>
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
  /** Share of what the fuse is sure to let pass; from 1 on it may open. */
  share: number
}

/**
 * Current over time as steps: each motor's inrush, then its running current; what the fuse is sure to bear of
 * each step is added up as a share.
 * @param delay s from one start to the next
 * @source shares of the fuse's least time added up, as its heat is (from memory)
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
    // What passes for ever takes no share; what does not, and lasts, opens it.
    share += held === Infinity ? 0 : lasts / held
  })
  return { peak, share }
}
