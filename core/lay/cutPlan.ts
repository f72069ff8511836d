/** Which coil each piece is cut from: a cutting-stock problem in one dimension, fewest coils opened. Lengths in m. */

/** Coils of one length, as bought or found on the shelf. */
export interface Coils {
  length: number
  count: number
}
/** One coil opened: which of the coils given it is, what is cut from it, and what is left. */
export interface CoilCut {
  coil: number
  pieces: number[]
  offcut: number
}
export interface CutPlan {
  cuts: CoilCut[]
  /** Whether no plan with fewer coils can be; false where looking at all of them took too long. */
  best: boolean
}
/** Pieces by their index for which there is no coil left that is long enough. */
export interface TooLittle {
  short: number[]
}

/** Places of pieces tried before a plan is taken as good as it is. */
const TRIED_AT_MOST = 400_000
/** Lengths are typed to the millimetre: less than this is rounding, m. */
const ROUNDING = 1e-9

interface Packed {
  /** By piece, in the order given: the coil it lies in. */
  inCoil: number[]
}

/**
 * Every piece into its coil, largest first, each into the coil it leaves least of: good, not always best.
 * A cut takes a saw's or cutter's width, but the last one of a coil used up takes none: pieces and coils are both that
 * much longer.
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

/**
 * All ways to lay pieces, largest first, into coils, until one holds them all; null where none does, 'long' given
 * up.
 */
function exactFit(sizes: readonly number[], room: readonly number[]): Packed | null | 'long' {
  const free = [...room]
  const inCoil = sizes.map(() => -1)
  const rest = sizes.map((_, i) => sizes.slice(i).reduce((a, b) => a + b, 0))
  let tried = 0
  const lay = (piece: number): boolean => {
    if (piece === sizes.length) return true
    const size = sizes[piece]!
    // What is too short for the smallest piece left is lost.
    const smallest = sizes.at(-1)!
    const useful = free.reduce((sum, f) => sum + (f >= smallest - ROUNDING ? f : 0), 0)
    if (useful < rest[piece]! - ROUNDING) return false
    // A piece as long as the one before lies in the same coil or a later one: the other order is the same plan.
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
 * Fewest coils for a list of pieces, and which is cut from which. Any plan with so many coils also works with the
 * longest ones, so only those are tried; in the end each is changed for the shortest that still holds its pieces, so
 * that long ones and rests stay whole.
 * @param pieces lengths to cut, m, each above 0
 * @param coils what there is
 * @param kerf what one cut takes away, m
 * @example planCuts([3, 2, 2], [{ length: 5, count: 2 }], 0) // two coils: 3 + 2, and 2
 * Source: exact search with best-fit decreasing as its start (from memory of the literature on bin packing).
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
      // No more coils of a length than pieces are ever opened.
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

/** The same pieces together, each lot in the shortest coil that holds it. */
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
  // Longest lot first takes the shortest coil that holds it: a shorter lot never needs a longer one.
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
