import type { Haul } from '../document/types'
import type { TargetPressures, CardRow } from './types'
import { itemMass, scaledItem, towedLoad } from './masses'

/** A haul with a share of its load aboard: every item, the ball load and the spring bars in proportion. */
export function scaledHaul(haul: Haul, share: number): Haul {
  const { ball, whole } = towedLoad(haul)
  return {
    ...haul,
    ballLoad: ball * share,
    ballFrom: 'typed',
    trailerMass: whole * share,
    bars: haul.bars && { ...haul.bars, force: haul.bars.force * share },
    items: Object.fromEntries(Object.entries(haul.items).map(([id, item]) => [id, scaledItem(item, share)])),
  }
}

/** Steps of the card, and the most that it goes up to, as shares of the haul. */
const STEP = 0.1
const LARGEST_SHARE = 2

/**
 * Pressure against load in tenths of the haul, from empty to past the first limit (rear axle rating or the
 * spring's own), at least to the whole haul, at most to twice. Every row is a full solution, so the card never
 * disagrees with Load.
 */
export function pressureCard(
  haul: Haul,
  rearRating: number,
  solve: (haul: Haul) => TargetPressures & { rearAxle: number },
): CardRow[] {
  const whole = Object.values(haul.items).reduce((sum, i) => sum + itemMass(i), 0) + towedLoad(haul).ball
  if (!(whole > 0)) return []
  const rows: CardRow[] = []
  for (let i = 0; i <= LARGEST_SHARE / STEP; i++) {
    const share = Math.round(i * STEP * 10) / 10
    const r = solve(scaledHaul(haul, share))
    const worst = r.left.wanted >= r.right.wanted ? r.left : r.right
    const row: CardRow = {
      share,
      added: whole * share,
      rearAxle: r.rearAxle,
      left: r.left.pressure,
      right: r.right.pressure,
      limitedBy: worst.limitedBy,
      overRating: r.rearAxle > rearRating,
    }
    rows.push(row)
    const limit = row.overRating || (row.limitedBy !== null && row.limitedBy !== 'minPressure')
    if (limit && share >= 1) break
  }
  return rows
}
