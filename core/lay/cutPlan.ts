/**
 * Which coil each piece is cut from: one-dimensional cutting stock with the fewest coils opened. Lengths in m.
 */

/** Coils of one length, bought or on the shelf. */
export interface Coils {
  length: number
  count: number
}
/** One opened coil: which one it is, what is cut from it, and what is left. */
export interface CoilCut {
  coil: number
  pieces: number[]
  offcut: number
}
export interface CutPlan {
  cuts: CoilCut[]
  /** True if no plan needs fewer coils; false if checking all of them took too long. */
  best: boolean
}
/** Indices of pieces for which no coil is long enough. */
export interface TooLittle {
  short: number[]
}

/** Placements tried before the plan found so far is accepted. */
const TRIED_AT_MOST = 400_000
/** Lengths are typed to the millimetre, so smaller differences are rounding, m. */
const ROUNDING = 1e-9

interface Packed {
  /** For each piece, in the given order: its coil. */
  inCoil: number[]
}

/**
 * Every piece into its coil, largest first, each into the coil where it leaves least: good, not always best. A
 * cut takes the cutter's width, but the last cut of a used-up coil takes none, so pieces and coils are both
 * lengthened by it.
 */
function bestFit(sizes: readonly number[], room: readonly number[]): { inCoil: number[]; left: number[] } {
  const free = [...room]
  const inCoil = sizes.map((size) => {
    let best = -1
    free.forEach((f, i) => {
      if (f >= size - ROUNDING && (best < 0 || f < free[best]!)) best = i
    })
    if (best >= 0) free[best]! -= size
    return best
  })
  return { inCoil, left: inCoil.flatMap((coil, i) => (coil < 0 ? [i] : [])) }
}

/** All ways to lay pieces, largest first, into coils, until all fit; null if none does, 'long' if given up. */
function exactFit(sizes: readonly number[], room: readonly number[]): Packed | null | 'long' {
  const free = [...room]
  const inCoil = sizes.map(() => -1)
  const rest = sizes.map((_, i) => sizes.slice(i).reduce((a, b) => a + b, 0))
  let tried = 0
  const lay = (piece: number): boolean => {
    if (piece === sizes.length) return true
    const size = sizes[piece]!
    // A rest too short for the smallest remaining piece is lost.
    const smallest = sizes.at(-1)!
    const useful = free.reduce((sum, f) => sum + (f >= smallest - ROUNDING ? f : 0), 0)
    if (useful < rest[piece]! - ROUNDING) return false
    // A piece as long as the previous one goes into the same coil or a later one, because the other order is
    // the same plan.
    const first = piece > 0 && sizes[piece - 1] === size ? inCoil[piece - 1]! : 0
    const seen = new Set<number>()
    for (let coil = first; coil < free.length; coil++) {
      const f = free[coil]!
      if (f < size - ROUNDING || seen.has(f)) continue
      seen.add(f)
      if (++tried > TRIED_AT_MOST) return false
      free[coil] = f - size
      inCoil[piece] = coil
      if (lay(piece + 1)) return true
      free[coil] = f
    }
    return false
  }
  if (lay(0)) return { inCoil }
  return tried > TRIED_AT_MOST ? 'long' : null
}

/**
 * Fewest coils for a list of pieces, and which is cut from which. A plan with that many coils also works with
 * the longest ones, so only those are tried. Finally each coil is exchanged for the shortest that still holds
 * its pieces, so that long ones stay whole.
 * @param pieces lengths to cut, m, each above 0
 * @param coils available
 * @param kerf width of one cut, m
 * @example planCuts([3, 2, 2], [{ length: 5, count: 2 }], 0) // two coils: 3 + 2, and 2 Source: exact search
 * starting from best-fit decreasing (from memory of the literature on bin packing).
 */
export function planCuts(
  pieces: readonly number[],
  coils: readonly Coils[],
  kerf: number,
): CutPlan | TooLittle {
  const order = pieces.map((_, i) => i).sort((a, b) => pieces[b]! - pieces[a]! || a - b)
  const sizes = order.map((i) => pieces[i]! + kerf)
  const each = coils
    .flatMap(({ length, count }, coil) =>
      // Of one length, never more coils are opened than there are pieces.
      Array.from({ length: Math.min(count, pieces.length) }, () => ({ coil, length })),
    )
    .sort((a, b) => b.length - a.length || a.coil - b.coil)
  const room = each.map(({ length }) => length + kerf)

  const quick = bestFit(sizes, room)
  let enough: number[] | null = null
  let best = true
  for (let count = 1; count <= room.length && !enough; count++) {
    const held = room.slice(0, count)
    const fit = bestFit(sizes, held)
    const found = fit.left.length === 0 ? fit : exactFit(sizes, held)
    if (found === 'long') best = false
    else if (found) enough = found.inCoil
  }
  if (pieces.length === 0) return { cuts: [], best: true }
  if (!enough) return { short: quick.left.map((i) => order[i]!).sort((a, b) => a - b) }
  return { cuts: shortestCoils(enough, order, pieces, each, kerf), best }
}

/** The same groups of pieces, each in the shortest coil that holds it. */
function shortestCoils(
  inCoil: readonly number[],
  order: readonly number[],
  pieces: readonly number[],
  each: readonly { coil: number; length: number }[],
  kerf: number,
): CoilCut[] {
  const lots = [...new Set(inCoil)].map((coil) => {
    const lot = order.filter((_, i) => inCoil[i] === coil)
    const length = lot.reduce((sum, i) => sum + pieces[i]! + kerf, 0) - kerf
    return { lot, length }
  })
  const free = each.map((one) => ({ ...one, taken: false })).sort((a, b) => a.length - b.length)
  // The longest group takes the shortest coil that holds it first; a shorter group never needs a longer one.
  return lots
    .sort((a, b) => a.length - b.length)
    .map(({ lot, length }) => {
      const coil = free.find((one) => !one.taken && one.length >= length - ROUNDING)!
      coil.taken = true
      const rest = coil.length - length
      return { coil: coil.coil, pieces: lot, offcut: rest > ROUNDING ? Math.max(rest - kerf, 0) : 0 }
    })
    .sort((a, b) => a.coil - b.coil || a.pieces[0]! - b.pieces[0]!)
}

/** Offcuts worth keeping, m. */
export const keptOffcuts = ({ cuts }: CutPlan, over: number): number[] =>
  cuts.map(({ offcut }) => offcut).filter((offcut) => offcut > over)
