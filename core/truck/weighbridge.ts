import type { Corners } from '../document/types'

/** A scale one can drive onto: what it shows of the weight on each wheel. */
export interface Weighbridge {
  weigh(wheels: Corners): { front: number; rear: number; corners: Corners | null; step: number }
}

/** Stand-in for a public scale: axle by axle, to its own step, on what the plan computes. No wheel by wheel. */
export function simulatedWeighbridge(step = 20): Weighbridge {
  const shown = (kg: number) => Math.round(kg / step) * step
  return {
    weigh: (w) => ({
      front: shown(w.frontLeft + w.frontRight),
      rear: shown(w.rearLeft + w.rearRight),
      corners: null,
      step,
    }),
  }
}
