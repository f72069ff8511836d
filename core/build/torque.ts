import { FOOT_POUND } from '../quantity/constants'

/** Proof stress, Pa, of metric property classes (ISO 898-1, memory) and inch grades (SAE J429, memory). */
const PROOF: Record<string, number> = {
  '4.6': 225e6,
  '4.8': 310e6,
  '5.8': 380e6,
  '8.8': 580e6,
  '10.9': 830e6,
  '12.9': 970e6,
  '2': 379e6,
  '5': 586e6,
  '8': 827e6,
}

/** Tensile stress areas, m², coarse metric threads. ISO 898-1 (memory for those beyond M6, M8 and M10). */
const METRIC_AREA: Record<string, number> = {
  M4: 8.78e-6,
  M5: 14.2e-6,
  M6: 20.1e-6,
  M8: 36.6e-6,
  M10: 58e-6,
  M12: 84.3e-6,
  M14: 115e-6,
  M16: 157e-6,
}

export interface Thread {
  diameter: number
  area: number
}

/** Tensile stress areas, m², of coarse metric threads. ISO 898-1 (memory for all but M6, M8 and M10). */
export function threadOf(name: string): Thread | null {
  const metric = /^M(\d+(?:\.\d+)?)(?:\s*[x×]\s*(\d+(?:\.\d+)?))?$/i.exec(name.trim())
  if (metric) {
    const diameter = Number(metric[1]) / 1000
    const table = METRIC_AREA[`M${metric[1]}`]
    // A_s = π/4·(d − 0.9382·P)². ISO 898-1.
    const core = diameter - 0.9382e-3 * Number(metric[2] ?? 0)
    const area = metric[2] ? (Math.PI / 4) * core ** 2 : table
    // A pitch that leaves less than half of the shank is a typing error.
    return area && core > diameter / 2 ? { diameter, area } : null
  }
  const inch = /^(\d+)\/(\d+)-(\d+)$/.exec(name.trim())
  if (!inch || Number(inch[2]) === 0 || Number(inch[3]) === 0) return null
  const diameter = (Number(inch[1]) / Number(inch[2])) * 0.0254
  // A_s = π/4·(d − 0.9743/n)². ASME B1.1.
  const core = diameter - (0.9743 / Number(inch[3])) * 0.0254
  return core > diameter / 2 ? { diameter, area: (Math.PI / 4) * core ** 2 } : null
}

export type TorqueLooks = 'ok' | 'ft-lb typed as N·m' | 'in-lb typed as N·m' | 'other'

/** Known property classes and grades. */
export const GRADES = Object.keys(PROOF)

/**
 * Usual torque range in N·m, T = K·d·F with F = 75 % of proof and K 0.16–0.24 (dry steel about 0.2), and
 * whether a stated torque looks like a wrong unit. It only catches errors: the kit's own sheet decides.
 */
export function torqueCheck(
  thread: Thread,
  grade: string,
  stated: number,
): { low: number; high: number; looksLike: TorqueLooks } {
  const proof = PROOF[grade]
  if (proof === undefined)
    throw new Error(`No property class or grade “${grade}”. Use one of ${GRADES.join(', ')}.`)
  const force = 0.75 * proof * thread.area
  const low = 0.16 * thread.diameter * force
  const high = 0.24 * thread.diameter * force
  const fits = (torque: number) => torque >= low && torque <= high
  const looksLike = fits(stated)
    ? 'ok'
    : fits(stated * FOOT_POUND)
      ? 'ft-lb typed as N·m'
      : fits(stated * (FOOT_POUND / 12))
        ? 'in-lb typed as N·m'
        : 'other'
  return { low, high, looksLike }
}
