import { integrate } from '../quantity/interpolate'

/** Air volume of a spring at a height, m³: an inextensible bag changes volume by dV/dh = A(h). Textbook air spring. */
export function springVolume(
  areaByHeight: readonly (readonly [number, number])[],
  at: { height: number; volume: number },
  height: number,
): number {
  return Math.max(at.volume + integrate(areaByHeight, at.height, height), at.volume * 0.05)
}
