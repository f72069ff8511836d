import { PRACTICE } from '../catalog/practice'
import { SIDES, ordered, type Haul, type Side, type TrialReading, type Truck } from '../document/types'
import { solveSpd } from '../quantity/spd'
import { balanceBody, NoBalanceError } from './body'
import { haulLoads } from './target'
import type { Corrected, LevelSpring, RoadTrial, SurveyFacts, TrialLips } from './types'
import { sourcesOf, type Source, type UncertainCase } from './uncertainty'

/**
 * What a road trial says of the plan. Least squares with the survey's own doubt as what was known before: every source of
 * doubt (area, rate, gap, what each item weighs and where it stands) may move by its ±, each lip as taped pulls with its
 * own ±, and the most likely of all is taken (Gauss and Newton, linear least squares with a prior; any text on estimation).
 * What the load may be off is weighed too, so that a heavy load is not taken for a weak spring.
 */

/** ± taken as equally likely within it: standard deviation a/√3 (JCGM 100:2008, 4.3.7; memory). */
const SIGMA = 1 / Math.sqrt(3)
/** Of a source's ±, for the slopes; and where the search ends. */
const STEP = 0.01
const CLOSE = 1e-7
const MOST_ROUNDS = 30
const SMALLEST_PART = 1e-3
const LIP_SIGMA = PRACTICE.lip.value * SIGMA
/** Sources of the spring and the truck itself are the same whatever is aboard; of these the plan takes two over. */
const SHARED = ['area', 'rate', 'gap']
const STEEL_AND_AIR = ['area', 'rate']

interface Taped {
  id: string
  side: Side
  lip: number
  haul: string | null
  air: { left: number; right: number }
}
interface Unknown {
  id: string
  haul: string | null
  source: Source
}
export interface TrialInput {
  surveyed: SurveyFacts
  spring: LevelSpring
  hauls: Record<string, Haul>
  /** A haul with nothing aboard, for readings of the empty truck. */
  empty: Haul
  trials: Record<string, TrialReading>
}

/** What the readings say; null while no lip is taped, or where the truck finds no balance for them. */
export function roadTrial(input: TrialInput): RoadTrial | null {
  const taped = tapedLips(input)
  if (taped.length === 0) return null
  try {
    return fitTrial(input, taped)
  } catch (error) {
    if (error instanceof NoBalanceError) return null
    throw error
  }
}

/** Lips that were taped, under a haul that still stands in the plan. */
function tapedLips({ trials, hauls }: TrialInput): Taped[] {
  return ordered(trials)
    .filter(([, t]) => t.haul === null || hauls[t.haul])
    .flatMap(([id, t]) =>
      SIDES.flatMap((side) => {
        const lip = side === 'left' ? t.lipLeft : t.lipRight
        return lip === null ? [] : [{ id, side, lip, haul: t.haul, air: { left: t.left, right: t.right } }]
      }),
    )
}

function fitTrial(input: TrialInput, taped: readonly Taped[]): RoadTrial {
  const unknowns = unknownsOf(input, taped)
  const untouched = unknowns.map(() => 0)
  const planned = lipsAt(input, taped, unknowns, untouched)
  const { z, matrix } = mostLikely(input, taped, unknowns)
  const index = (id: string) => unknowns.findIndex((u) => u.id === id)
  // Never more than its own doubt allows: what is left over says so instead.
  const shift = (id: string) => Math.min(Math.max(z[index(id)]!, -1), 1)
  const applied = untouched.map((_, i) =>
    STEEL_AND_AIR.includes(unknowns[i]!.id) ? shift(unknowns[i]!.id) : 0,
  )
  const corrected = lipsAt(input, taped, unknowns, applied)
  const lips: TrialLips[] = taped.map(({ id, side, lip }, i) => ({
    id,
    side,
    taped: lip,
    planned: planned[i]!,
    corrected: corrected[i]!,
  }))
  const explained = lipsAt(input, taped, unknowns, z)
  const leftOver = Math.sqrt(
    taped.reduce((sum, t, i) => sum + (t.lip - explained[i]!) ** 2, 0) / taped.length,
  )
  /** What the tape leaves unexplained widens the doubt again, up to what it was before. */
  const misfit = Math.max(leftOver / LIP_SIGMA, 1)
  const known = (id: string, tolerance: number): Corrected => {
    const unit = unknowns.map((_, k) => (k === index(id) ? 1 : 0))
    const narrowed = (Math.sqrt(solveSpd(matrix, unit)[index(id)]!) / SIGMA) * misfit
    return { factor: 1 + shift(id) * tolerance, tolerance: tolerance * Math.min(narrowed, 1) }
  }
  const { area, rearRate } = input.surveyed.tolerances
  return {
    area: known('area', area),
    rate: known('rate', rearRate),
    lips,
    leftOver: { value: leftOver, limit: PRACTICE.lip.value },
    besides: furthestBesides(unknowns, z),
  }
}

/**
 * The z of every source that make the tape and what was known before likeliest together, and the matrix of the last step.
 * A step that makes it less likely is halved: a bump stop or an end of a table bends the truck under it.
 */
function mostLikely(
  input: TrialInput,
  taped: readonly Taped[],
  unknowns: readonly Unknown[],
): { z: number[]; matrix: number[][] } {
  const at = (z: readonly number[]) => lipsAt(input, taped, unknowns, z)
  const cost = (z: readonly number[], lips: readonly number[]) =>
    taped.reduce((sum, t, i) => sum + ((t.lip - lips[i]!) / LIP_SIGMA) ** 2, 0) +
    z.reduce((sum, v) => sum + (v / SIGMA) ** 2, 0)
  let z = unknowns.map(() => 0)
  let lips = at(z)
  let least = cost(z, lips)
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const { matrix, right } = normalEquations(input, taped, unknowns, z, lips)
    const step = solveSpd(matrix, right)
    let part = 1
    for (; part > SMALLEST_PART; part /= 2) {
      const next = z.map((v, i) => v + part * step[i]!)
      const there = at(next)
      const costs = cost(next, there)
      if (costs > least) continue
      z = next
      lips = there
      least = costs
      break
    }
    const moved = part * Math.max(...step.map(Math.abs))
    if (moved < CLOSE || part <= SMALLEST_PART) break
  }
  return { z, matrix: normalEquations(input, taped, unknowns, z, lips).matrix }
}

/** Every source of doubt once: the truck's own, then each haul's. */
function unknownsOf(input: TrialInput, taped: readonly Taped[]): Unknown[] {
  const hauls = [...new Set(taped.map((t) => t.haul))]
  return hauls.flatMap((haul, i) =>
    sourcesOf(caseOf(input, haul))
      .filter(({ id }) => i === 0 || !SHARED.includes(id))
      .map((source) => ({
        id: source.id,
        haul: SHARED.includes(source.id) ? null : haul,
        source,
      })),
  )
}

const caseOf = ({ surveyed, spring, hauls, empty }: TrialInput, haul: string | null): UncertainCase => ({
  haul: haul === null ? empty : hauls[haul]!,
  truck: surveyed.truck,
  spring,
  teed: false,
  tolerances: surveyed.tolerances,
})

/** Where the plan has each lip, with every source off by its z. */
function lipsAt(
  input: TrialInput,
  taped: readonly Taped[],
  unknowns: readonly Unknown[],
  z: readonly number[],
): number[] {
  return taped.map((t) => {
    const shifted = unknowns.reduce(
      (of, { id, haul, source }, i) => {
        const counts = z[i] !== 0 && (SHARED.includes(id) || haul === t.haul)
        return counts ? source.shift(of, z[i]!) : of
      },
      caseOf(input, t.haul),
    )
    return lipOf(shifted, t)
  })
}

/** A rear lip above the ground, m: unladen less how far its side has gone down. */
function lipOf({ truck, spring, haul }: UncertainCase, { side, air }: Taped): number {
  const at = balanceBody(truck, haulLoads(haul, truck).body, spring, air)
  const middle = (at.rearLeft + at.rearRight) / 2
  const lean = (at.roll * truck.rearTrack) / 2
  return unladenLip(truck, side) - middle - (side === 'left' ? lean : -lean)
}

const unladenLip = ({ heights }: Truck, side: Side) =>
  side === 'left' ? heights.rearLeft : heights.rearRight

/** (JᵀJ/σ² + 1/s²)·dz = Jᵀr/σ² − z/s²: the readings and what was known before, each with its own weight. */
function normalEquations(
  input: TrialInput,
  taped: readonly Taped[],
  unknowns: readonly Unknown[],
  z: readonly number[],
  at: readonly number[],
): { matrix: number[][]; right: number[] } {
  const slopes = unknowns.map((_, i) => {
    const moved = (by: number) =>
      lipsAt(
        input,
        taped,
        unknowns,
        z.map((v, k) => (k === i ? v + by : v)),
      )
    const down = moved(-STEP)
    return moved(STEP).map((lip, row) => (lip - down[row]!) / (2 * STEP))
  })
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i]!, 0)
  const missed = taped.map((t, i) => t.lip - at[i]!)
  const weight = 1 / LIP_SIGMA ** 2
  const prior = 1 / SIGMA ** 2
  return {
    matrix: slopes.map((a, i) => slopes.map((b, k) => dot(a, b) * weight + (i === k ? prior : 0))),
    right: slopes.map((a, i) => dot(a, missed) * weight - z[i]! * prior),
  }
}

/** Less than this part of its own ± is nothing to speak of. */
const WORTH_SAYING = 0.25

function furthestBesides(unknowns: readonly Unknown[], z: readonly number[]): RoadTrial['besides'] {
  const others = unknowns
    .map(({ id, source }, i) => ({ id, label: source.label, share: z[i]! }))
    .filter(({ id, share }) => id !== 'area' && id !== 'rate' && Math.abs(share) >= WORTH_SAYING)
    .sort((a, b) => Math.abs(b.share) - Math.abs(a.share))
  return others[0] ? { label: others[0].label, share: others[0].share } : null
}
