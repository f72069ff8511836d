import { READING_DOUBT } from '../catalog/practice'
import type { Plan } from '../document/types'
import type { Quantity } from '../quantity/units'
import type { FaultRun, FaultRuns, FunctionTest, Sight } from './functions'
import { DIAGNOSIS } from './settings'

/**
 * What is wrong, from what gauge and meter showed: the fault whose readings in the function tests are closest
 * to these is likeliest. SI, gauge.
 */

/** One standard deviation of a reading. */
export function doubtOf(quantity: Quantity, value: number): number {
  const { share, besides } = READING_DOUBT[quantity] ?? { share: 0.05, besides: 0 }
  return Math.hypot(share * value, besides)
}

export type SeenVerdict = 'as expected' | 'odd' | 'wrong'
/** How a reading compares with the sound system: odd from two deviations, wrong from four. */
export function seenVerdict({ quantity, value }: Sight, seen: number): SeenVerdict {
  const off = Math.abs(seen - value) / doubtOf(quantity, value)
  if (off <= DIAGNOSIS.alike) return 'as expected'
  return off <= 2 * DIAGNOSIS.alike ? 'odd' : 'wrong'
}

/** Readings of function tests by sight. */
export const sightsOf = (tests: readonly FunctionTest[]) =>
  Object.fromEntries(tests.flatMap(({ sights }) => sights.map(({ id, value }) => [id, value])))

/** Readings by sight that still count, because the test presses the same as then. */
export const readingsThatStand = (
  tests: readonly FunctionTest[],
  functions: Plan['prove']['functions'],
): Record<string, number> =>
  Object.fromEntries(
    tests.flatMap(({ press, sights }) =>
      sights.flatMap(({ id }): [string, number][] => {
        const reading = functions[id]
        return reading?.of === press ? [[id, reading.value]] : []
      }),
    ),
  )

export interface Suspect {
  /** Possible causes; several with the same readings are grouped. */
  labels: string[]
  /** Probability, 0–1. */
  share: number
  /** Evidence for it and against a sound system: readings as they are, and as it would give them. */
  because: { id: string; seen: number; would: number; sound: number; quantity: Quantity }[]
}
export interface Diagnosis {
  suspects: Suspect[]
  /**
   * True if the likeliest is within `DIAGNOSIS.alike` deviations of the readings on average; otherwise it is
   * another fault.
   */
  fits: boolean
  /** The reading that best separates the first two: its id, and what each would show. */
  next: { id: string; first: number; second: number; quantity: Quantity } | null
}

const quantitiesOf = (tests: readonly FunctionTest[]) =>
  new Map(tests.flatMap(({ sights }) => sights.map(({ id, quantity }) => [id, quantity] as const)))

/** Sum of squared differences of two sets of readings, in deviations. */
function apart(
  one: Record<string, number>,
  other: Record<string, number>,
  quantities: ReadonlyMap<string, Quantity>,
  ids: readonly string[],
): number {
  return ids.reduce((sum, id) => {
    const [a, b] = [one[id], other[id]]
    const quantity = quantities.get(id)
    if (a === undefined || b === undefined || !quantity) return sum
    const off = (a - b) / doubtOf(quantity, Math.max(Math.abs(a), Math.abs(b)))
    return sum + Math.min(off ** 2, DIAGNOSIS.mostOff ** 2)
  }, 0)
}

/** Faults with the same readings in the given tests, each group once. */
export function alike(
  runs: readonly FaultRun[],
  quantities: ReadonlyMap<string, Quantity>,
  ids: readonly string[],
): FaultRun[][] {
  const groups: FaultRun[][] = []
  for (const run of runs) {
    const group = groups.find(
      ([first]) => apart(first!.sights, run.sights, quantities, ids) <= DIAGNOSIS.apart ** 2,
    )
    if (group) group.push(run)
    else groups.push([run])
  }
  return groups
}

/**
 * The likeliest causes: every fault by how far its readings are from these.
 * @param seen readings by sight; unread ones have no entry
 * @source Bayes with equal prior odds; readings independent, each within its doubt, none worse than
 * `DIAGNOSIS.mostOff`
 */
export function diagnose({ tests, runs }: FaultRuns, seen: Record<string, number>): Diagnosis {
  const quantities = quantitiesOf(tests)
  const ids = Object.keys(seen).filter((id) => quantities.has(id))
  if (ids.length === 0 || runs.length === 0) return { suspects: [], fits: false, next: null }
  const all = [...quantities.keys()]
  const groups = alike(runs, quantities, ids)
  const far = groups.map(([first]) => apart(first!.sights, seen, quantities, ids))
  const least = Math.min(...far)
  const odds = groups.map((group, i) => group.length * Math.exp(-(far[i]! - least) / 2))
  const whole = odds.reduce((sum, o) => sum + o, 0)
  const sound = sightsOf(tests)
  const found = groups
    .map((group, i) => ({ group, share: odds[i]! / whole }))
    .sort((a, b) => b.share - a.share)
  const suspects = found.map(({ group, share }): Suspect => {
    const would = group[0]!.sights
    const readings = ids.map((id) => ({
      id,
      seen: seen[id]!,
      would: would[id] ?? NaN,
      sound: sound[id]!,
      quantity: quantities.get(id)!,
    }))
    const speaks = ({ seen: s, sound: n, quantity }: (typeof readings)[number]) =>
      Math.abs(s - n) / doubtOf(quantity, n)
    return {
      labels: group.map(({ label }) => label),
      share,
      because: readings.sort((a, b) => speaks(b) - speaks(a)).slice(0, 3),
    }
  })
  return {
    suspects,
    fits: least <= DIAGNOSIS.alike ** 2 * ids.length,
    next: partingTest(
      found.map(({ group }) => group),
      all.filter((id) => !(id in seen)),
    ),
  }

  function partingTest(ranked: FaultRun[][], left: readonly string[]): Diagnosis['next'] {
    // Two of the first group that these readings do not separate; otherwise the first against the second.
    const [one, other] = ranked[0]!.length > 1 ? furthest(ranked[0]!, left) : [ranked[0]![0]!, ranked[1]?.[0]]
    if (!one || !other) return null
    const parts = (id: string) => apart(one.sights, other.sights, quantities, [id])
    const best = left.reduce<string | null>((b, id) => (b === null || parts(id) > parts(b) ? id : b), null)
    if (best === null || parts(best) < 1) return null
    return {
      id: best,
      first: one.sights[best]!,
      second: other.sights[best]!,
      quantity: quantities.get(best)!,
    }
  }
  function furthest(group: FaultRun[], left: readonly string[]): [FaultRun, FaultRun | undefined] {
    const [first] = group as [FaultRun]
    const by = (run: FaultRun) => apart(first.sights, run.sights, quantities, left)
    return [first, group.slice(1).sort((a, b) => by(b) - by(a))[0]]
  }
}
