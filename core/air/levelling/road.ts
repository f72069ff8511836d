import { randomNumbers } from '../../quantity/random'

/**
 * Roads by their roughness, made from a seed. SI: m along and up.
 * @source ISO 8608 (memory): displacement spectrum G(n) = G(n₀)·(n/n₀)⁻², n₀ = 0.1 /m; class means 16, 64, 256,
 * 1024 × 10⁻⁶ m³
 */

export const ROAD_CLASSES = ['A', 'B', 'C', 'D'] as const
export type RoadClass = (typeof ROAD_CLASSES)[number]
/** G(n₀) of each class, m³. */
export const ROUGHNESS: Record<RoadClass, number> = { A: 16e-6, B: 64e-6, C: 256e-6, D: 1024e-6 }
const N0 = 0.1

/** Waves longer than this are hills, not roughness, m. */
const LONGEST = 100

/**
 * Heights of a road at even steps. Its slope is white noise of (2π·n₀)²·G(n₀), so that its heights fall off
 * with n⁻²; waves longer than a hundred metres are removed.
 * @param step m between two heights
 */
export function roadHeights(road: RoadClass, length: number, step: number, seed = 1): Float64Array {
  const random = randomNumbers(seed)
  const normal = () => Math.sqrt(-2 * Math.log(random() + 1e-300)) * Math.cos(2 * Math.PI * random())
  // One-sided up to half a wave per step: the variance of a slope is the spectrum's level times that.
  const slope = Math.sqrt(((2 * Math.PI * N0) ** 2 * ROUGHNESS[road]) / (2 * step))
  const keep = Math.exp((-2 * Math.PI * step) / LONGEST)
  const heights = new Float64Array(Math.ceil(length / step) + 1)
  for (let i = 1; i < heights.length; i++) heights[i] = heights[i - 1]! * keep + slope * step * normal()
  return heights
}

/** Washboard: even waves of length `wave`, m, with a height from crest to trough. */
export const washboard = (along: number, wave: number, height: number): number =>
  (height / 2) * Math.sin((2 * Math.PI * along) / wave)
