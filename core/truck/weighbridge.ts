import type { Corners } from '../document/types'

/** A drive-on scale: it shows the weight on each wheel. */
export interface Weighbridge {
  weigh(wheels: Corners): { front: number; rear: number; corners: Corners | null; step: number }
}

/**
 * Stand-in for a public scale: axle by axle, rounded to its own step, from what the plan computes. It gives no
 * single wheels.
 */
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
