import { PRACTICE } from '../catalog/practice'
import {
  SIDES,
  ordered,
  type Haul,
  type Side,
  type SurveyFacts,
  type SurveyTolerances,
  type TrialReading,
} from '../document/types'
import { withKnown } from './knownLoad'
import { SIGMA_WITHIN } from '../quantity/constants'
import { solveSpd } from '../quantity/spd'
import { balanceBody, NoBalanceError } from './body'
import { TRIAL_FIT } from './settings'
import { haulLoads } from './target'
import type { BodyLoad, Corrected, LevelSpring, RoadTrial, TrialLips } from './types'
import { sourcesOf, type Source, type UncertainCase } from './uncertainty'

/**
 * What a road trial tells about the plan, by least squares with the survey's doubt as prior. Every source of
 * doubt (area, rate, gap, each item's weight and place) may move within its ±, every taped lip pulls with its
 * own ±, and the likeliest combination is taken (Gauss–Newton, linear least squares with a prior; any text on
 * estimation). The doubt of the load takes part, so that a heavy load is not taken for a weak spring.
 */

const LIP_SIGMA = PRACTICE.lip.value * SIGMA_WITHIN
/**
 * Sources that belong to the spring and the truck are the same whatever is aboard. The plan adopts two of them,
 * area and rate.
 */
const SHARED = ['area', 'rate', 'gap', 'lip-left', 'lip-right']
const STEEL_AND_AIR = ['area', 'rate']
/**
 * Chi square that is exceeded once in 20, by degrees of freedom from 1 (any table). There are at most four
 * readings.
 */
const CHI_SQUARE = [3.84, 5.99, 7.81, 9.49]
/** If only two readings disagree, nothing tells which one is wrong. */
const LEAST_TO_TELL = 3
const NOTHING: Aboard = { haul: null, known: 0 }

/** What was aboard at a reading: a haul or nothing, plus a known load over the rear axle, kg. */
type Aboard = Pick<TrialReading, 'haul' | 'known'>
const nameOf = ({ haul, known }: Aboard) => JSON.stringify([haul, known])

interface Taped extends Aboard {
  id: string
  side: Side
  lip: number
  air: { left: number; right: number }
}
interface Unknown {
  /** Name of what was aboard where this source counts; the truck's own sources always count. */
  aboard: string
  source: Source
  /**
   * What its whole ± adds on the suspension; the effect of a doubtful load is proportional. Null for the
   * truck's own sources.
   */
  adds: BodyLoad | null
}
/** The unknowns, and where the plan has each lip with every source off by its z. */
interface Model {
  taped: readonly Taped[]
  unknowns: readonly Unknown[]
  lipsAt(z: readonly number[]): number[]
}
export interface TrialInput {
  surveyed: SurveyFacts
  spring: LevelSpring
  hauls: Record<string, Haul>
  /** A haul with nothing aboard, for readings of the empty truck. */
  empty: Haul
  trials: Record<string, TrialReading>
}

/** What the readings tell; null while no lip is taped, or if the truck finds no balance for them. */
export function roadTrial(input: TrialInput): RoadTrial | null {
  const taped = tapedLips(input)
  if (taped.length === 0) return null
  try {
    const said = fitTrial(input, taped)
    return said.refused ? { ...said, odd: oddOne(input, taped) } : said
  } catch (error) {
    if (error instanceof NoBalanceError) return null
    throw error
  }
}

/**
 * Taped lips of readings that nobody set aside and whose haul is still in the plan. Readings of one haul at one
 * pressure count as one, however often it was taped, because an error in it is the same each time. Its lip is
 * their mean.
 */
function tapedLips({ trials, hauls }: TrialInput): Taped[] {
  const counted = ordered(trials).filter(([, t]) => t.setAside === null && (t.haul === null || hauls[t.haul]))
  const alike = new Map<string, typeof counted>()
  for (const entry of counted) {
    const [, t] = entry
    const key = JSON.stringify([nameOf(t), Math.round(t.left), Math.round(t.right)])
    alike.set(key, [...(alike.get(key) ?? []), entry])
  }
  return [...alike.values()].flatMap((group) =>
    SIDES.flatMap((side): Taped[] => {
      const lips = group.flatMap(([, t]) => (side === 'left' ? t.lipLeft : t.lipRight) ?? [])
      if (lips.length === 0) return []
      const [id, { haul, known, left, right }] = group[0]!
      const lip = lips.reduce((sum, l) => sum + l, 0) / lips.length
      return [{ id, side, lip, haul, known, air: { left, right } }]
    }),
  )
}

/** The odd reading: the rest is explained only if this one is left out. Null if there is none, or more than one. */
function oddOne(input: TrialInput, taped: readonly Taped[]): string | null {
  const ids = [...new Set(taped.map(({ id }) => id))]
  if (ids.length < LEAST_TO_TELL) return null
  const explained = ids.filter(
    (odd) =>
      fitTrial(
        input,
        taped.filter(({ id }) => id !== odd),
      ).refused === null,
  )
  return explained.length === 1 ? explained[0]! : null
}

function fitTrial(input: TrialInput, taped: readonly Taped[]): RoadTrial {
  const model = modelOf(input, taped)
  const { unknowns, lipsAt } = model
  const { z, matrix } = mostLikely(model)
  const index = (id: string) => unknowns.findIndex((u) => u.source.id === id)
  const atBound = STEEL_AND_AIR.filter((id) => Math.abs(z[index(id)]!) > 1)
  // Area and rate stay within their own doubt. What is left over is computed from the adopted values.
  const held = z.map((v, i) =>
    STEEL_AND_AIR.includes(unknowns[i]!.source.id) ? Math.min(Math.max(v, -1), 1) : v,
  )
  const explained = lipsAt(held)
  const squares = taped.reduce((sum, t, i) => sum + (t.lip - explained[i]!) ** 2, 0)
  const leftOver = { value: Math.sqrt(squares / taped.length), limit: PRACTICE.lip.value }
  const besides = furthestBesides(unknowns, z)
  // Each figure may be within its doubt while all together are further off than chance allows.
  const together = z.reduce((sum, v) => sum + (v / SIGMA_WITHIN) ** 2, 0)
  const readings = new Set(taped.map(({ id }) => id)).size
  const isUnexplained = leftOver.value > leftOver.limit || Math.abs(besides?.share ?? 0) > 1
  const isUnlikely = together > CHI_SQUARE[Math.min(readings, CHI_SQUARE.length) - 1]!
  // An unexplained reading changes nothing until somebody says what was wrong.
  const refused =
    atBound.length > 0 ? 'bound' : isUnexplained ? 'unexplained' : isUnlikely ? 'unlikely' : null
  const taken = (id: string) => (refused ? 0 : z[index(id)]!)
  const planned = lipsAt(unknowns.map(() => 0))
  const corrected = lipsAt(unknowns.map(({ source: { id } }) => (STEEL_AND_AIR.includes(id) ? taken(id) : 0)))
  const lips: TrialLips[] = taped.map(({ id, side, lip }, i) => ({
    id,
    side,
    taped: lip,
    planned: planned[i]!,
    corrected: corrected[i]!,
  }))
  /** What stays unexplained widens the doubt again, at most to what it was before. */
  const misfit = Math.max(leftOver.value / LIP_SIGMA, 1)
  const known = (id: string, tolerance: number): Corrected => {
    if (refused) return { factor: 1, tolerance }
    const unit = unknowns.map((_, k) => (k === index(id) ? 1 : 0))
    const narrowed = (Math.sqrt(solveSpd(matrix, unit)[index(id)]!) / SIGMA_WITHIN) * misfit
    return { factor: 1 + taken(id) * tolerance, tolerance: tolerance * Math.min(narrowed, 1) }
  }
  const { area, rearRate } = atTheWheel(input.surveyed.tolerances)
  return {
    area: known('area', area),
    rate: known('rate', rearRate),
    lips,
    leftOver,
    besides,
    refused,
    odd: null,
    atBound: atBound as RoadTrial['atBound'],
  }
}

/** The lips of the empty truck were taped too, and their error is in every reading. */
const lipSources: Source[] = (['Left', 'Right'] as const).map((side) => ({
  id: `lip-${side.toLowerCase()}` as Source['id'],
  label: `the unladen lip on the ${side.toLowerCase()}`,
  shift: (of, z) => {
    const key = `rear${side}` as const
    const heights = { ...of.truck.heights, [key]: of.truck.heights[key] + z * PRACTICE.unladenLip.value }
    return { ...of, truck: { ...of.truck, heights } }
  },
}))

function modelOf(input: TrialInput, taped: readonly Taped[]): Model {
  const all = unknownsOf(input, taped)
  const loads = new Map(taped.map((t) => [nameOf(t), loadOf(caseOf(input, t))]))
  const model = (unknowns: readonly Unknown[]): Model => ({
    taped,
    unknowns,
    lipsAt: (z) => lipsOf(input, loads, taped, unknowns, z),
  })
  if (all.length <= TRIAL_FIT.mostUnknowns) return model(all)
  const whole = model(all)
  const planned = whole.lipsAt(all.map(() => 0))
  const moves = all.map((unknown, i) => {
    const lips = whole.lipsAt(all.map((_, k) => (k === i ? 1 : 0)))
    return { unknown, by: Math.max(...lips.map((lip, row) => Math.abs(lip - planned[row]!))) }
  })
  const must = ({ unknown }: (typeof moves)[number]) => (STEEL_AND_AIR.includes(unknown.source.id) ? 1 : 0)
  moves.sort((a, b) => must(b) - must(a) || b.by - a.by)
  return model(moves.slice(0, TRIAL_FIT.mostUnknowns).map(({ unknown }) => unknown))
}

/**
 * The likeliest z of every source, given the tape and the prior, with the matrix of the last step. A step that
 * makes it less likely is halved, because the truck bends at a bump stop or at the end of a table.
 */
function mostLikely(model: Model): { z: number[]; matrix: number[][] } {
  const cost = (z: readonly number[], lips: readonly number[]) =>
    model.taped.reduce((sum, t, i) => sum + ((t.lip - lips[i]!) / LIP_SIGMA) ** 2, 0) +
    z.reduce((sum, v) => sum + (v / SIGMA_WITHIN) ** 2, 0)
  let z = model.unknowns.map(() => 0)
  let lips = model.lipsAt(z)
  let least = cost(z, lips)
  let equations = normalEquations(model, z, lips)
  for (let round = 0; round < TRIAL_FIT.rounds; round++) {
    const step = solveSpd(equations.matrix, equations.right)
    let part = 1
    for (; part > TRIAL_FIT.smallestPart; part /= 2) {
      const next = z.map((v, i) => v + part * step[i]!)
      const there = model.lipsAt(next)
      const costs = cost(next, there)
      if (costs > least) continue
      z = next
      lips = there
      least = costs
      break
    }
    if (part <= TRIAL_FIT.smallestPart) break
    equations = normalEquations(model, z, lips)
    if (part * Math.max(...step.map(Math.abs)) < TRIAL_FIT.close) break
  }
  return { z, matrix: equations.matrix }
}

/** Every source of doubt once: first the truck's own, then those of each haul. */
function unknownsOf(input: TrialInput, taped: readonly Taped[]): Unknown[] {
  const cases = [...new Map(taped.map((t) => [nameOf(t), t])).values()]
  const own = cases.flatMap((aboard, i) =>
    [...sourcesOf(caseOf(input, aboard)), ...lipSources]
      .filter(({ id }) => i === 0 || !SHARED.includes(id))
      .map((source) => ({
        aboard: nameOf(aboard),
        source,
        adds: SHARED.includes(source.id) ? null : added(input, aboard, source),
      })),
  )
  return [...own, ...cases.filter(({ haul }) => haul !== null).map((aboard) => statedLoad(input, aboard))]
}

/**
 * A haul heavier than entered looks like weaker springs and steel, and the readings hardly separate them. So
 * the doubt of its whole weight takes part, by as much as loads are off in practice.
 */
function statedLoad(input: TrialInput, aboard: Aboard): Unknown {
  const { front, rear, roll } = loadOf(caseOf(input, aboard))
  const share = PRACTICE.statedLoad.value
  return {
    aboard: nameOf(aboard),
    source: { id: 'item:all', label: 'what was aboard', shift: (of) => of },
    adds: { front: front * share, rear: rear * share, roll: roll * share },
  }
}

const loadOf = ({ haul, truck }: UncertainCase): BodyLoad => haulLoads(haul, truck).body

function added(input: TrialInput, aboard: Aboard, source: Source): BodyLoad {
  const stated = caseOf(input, aboard)
  const [without, weighed] = [loadOf(stated), loadOf(source.shift(stated, 1))]
  return {
    front: weighed.front - without.front,
    rear: weighed.rear - without.rear,
    roll: weighed.roll - without.roll,
  }
}

/**
 * A reading shows what the bags do at the wheel. It cannot separate their area, the motion ratio and the place
 * of their seat, so the area stands for all three.
 */
const atTheWheel = ({ area, motion, seat, ...rest }: SurveyTolerances): SurveyTolerances => ({
  ...rest,
  area: Math.hypot(area, motion, seat),
  motion: 0,
  seat: 0,
})

const caseOf = ({ surveyed, spring, hauls, empty }: TrialInput, { haul, known }: Aboard): UncertainCase => ({
  haul: withKnown(haul === null ? empty : hauls[haul]!, known),
  truck: surveyed.truck,
  spring,
  teed: false,
  tolerances: atTheWheel(surveyed.tolerances),
})

/**
 * Lips above the ground, m: unladen height minus how far each side has gone down. Both lips of a reading come
 * from one balance.
 */
function lipsOf(
  input: TrialInput,
  loads: ReadonlyMap<string, BodyLoad>,
  taped: readonly Taped[],
  unknowns: readonly Unknown[],
  z: readonly number[],
): number[] {
  const { truck, spring } = unknowns.reduce(
    (of, { source, adds }, i) => (adds || z[i] === 0 ? of : source.shift(of, z[i]!)),
    caseOf(input, NOTHING),
  )
  const { rearLeft, rearRight } = truck.heights
  const stood = new Map<string, { left: number; right: number }>()
  return taped.map(({ id, air, side, ...of }) => {
    const known = stood.get(id)
    if (known) return known[side]
    const aboard = nameOf(of)
    const load = { ...loads.get(aboard)! }
    unknowns.forEach((unknown, i) => {
      if (!unknown.adds || unknown.aboard !== aboard) return
      load.front += z[i]! * unknown.adds.front
      load.rear += z[i]! * unknown.adds.rear
      load.roll += z[i]! * unknown.adds.roll
    })
    const at = balanceBody(truck, load, spring, air)
    const middle = (at.rearLeft + at.rearRight) / 2
    const lean = (at.roll * truck.rearTrack) / 2
    const lips = { left: rearLeft - middle - lean, right: rearRight - middle + lean }
    stood.set(id, lips)
    return lips[side]
  })
}

/** (JᵀJ/σ² + 1/s²)·dz = Jᵀr/σ² − z/s²: the readings and the prior, each with its own weight. */
function normalEquations(
  { taped, unknowns, lipsAt }: Model,
  z: readonly number[],
  at: readonly number[],
): { matrix: number[][]; right: number[] } {
  const slopes = unknowns.map((_, i) => {
    const moved = lipsAt(z.map((v, k) => (k === i ? v + TRIAL_FIT.nudge : v)))
    return moved.map((lip, row) => (lip - at[row]!) / TRIAL_FIT.nudge)
  })
  const dot = (a: readonly number[], b: readonly number[]) => a.reduce((sum, v, i) => sum + v * b[i]!, 0)
  const missed = taped.map((t, i) => t.lip - at[i]!)
  const weight = 1 / LIP_SIGMA ** 2
  const prior = 1 / SIGMA_WITHIN ** 2
  return {
    matrix: slopes.map((a, i) => slopes.map((b, k) => dot(a, b) * weight + (i === k ? prior : 0))),
    right: slopes.map((a, i) => dot(a, missed) * weight - z[i]! * prior),
  }
}

/** Shifts below this share of the tolerance are ignored. */
const WORTH_SAYING = 0.25

function furthestBesides(unknowns: readonly Unknown[], z: readonly number[]): RoadTrial['besides'] {
  const others = unknowns
    .map(({ source: { id, label } }, i) => ({ id, label, share: z[i]! }))
    .filter(({ id, share }) => id !== 'area' && id !== 'rate' && Math.abs(share) >= WORTH_SAYING)
    .sort((a, b) => Math.abs(b.share) - Math.abs(a.share))
  return others[0] ? { label: others[0].label, share: others[0].share } : null
}
