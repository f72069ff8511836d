import { tableRange } from '../quantity/interpolate'
import { PRACTICE } from './practice'
import type { SpringClass } from './springs'

/** Spacers as sold, m: 1 to 6 in (common practice). */
export const STANDARD_SPACERS = [0.0254, 0.0381, 0.0508, 0.0635, 0.0762, 0.1016, 0.127, 0.1524] as const

/** Heights of a spring without a spacer, m. */
export interface BareHeights {
  unladen: number
  droop: number
  bump: number
}

/**
 * The smallest standard spacer that keeps a spring in its range from the bump stop to full droop, m, 0 for
 * none; otherwise from the bump stop to unladen; otherwise at unladen only; null if not even that.
 */
export function smallestSpacer(
  { areaByHeight }: Pick<SpringClass, 'areaByHeight'>,
  bare: BareHeights,
): number | null {
  const { low, high } = tableRange(areaByHeight)
  const fits = (spacer: number) => bare.unladen - spacer <= high && bare.unladen - spacer >= low
  const closes = (spacer: number) => fits(spacer) && bare.bump - spacer >= low
  const hangs = (spacer: number) => closes(spacer) && bare.droop - spacer <= high
  const sizes = [0, ...STANDARD_SPACERS]
  return sizes.find(hangs) ?? sizes.find(closes) ?? sizes.find(fits) ?? null
}

/** Height to which a slack spring is drawn by hand, m. */
export function drawnByHand({ areaByHeight, designHeight }: SpringClass): number {
  const { high } = tableRange(areaByHeight)
  return designHeight + PRACTICE.handDrawn.value * (high - designHeight)
}
