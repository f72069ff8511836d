import type { BuildPlan } from '../document/types'
import type { Step } from './types'

/** Shortest and longest time between two ticks that counts as the work of one step, min (from memory). */
const WORK = { least: 0.5, most: 60 }
/** Number of times from which a shop's own time is used (from memory). */
const ENOUGH = 3

/** How long steps of one kind took in a shop: the middle of its times, min, and how many there are. */
export interface OwnTime {
  minutes: number
  times: number
}

/** The kind of a step: without its side; all lines are of one kind. */
export const stepKind = (id: string): string =>
  /^line-/.test(id) ? 'line' : id.replace(/-(left|right)$/, '')

/**
 * How long steps really took, from the ticks of a shop's jobs: the time from one tick of a person to that
 * person's next. A longer pause is no work, and several ticks at once are no time.
 */
export function ownTimes(jobs: readonly BuildPlan['ticks'][]): Record<string, OwnTime> {
  const found = new Map<string, number[]>()
  for (const ticks of jobs) {
    const last = new Map<string, number>()
    const inTime = Object.entries(ticks).sort(([, a], [, b]) => (a.at < b.at ? -1 : 1))
    for (const [id, { who, at }] of inTime) {
      const now = Date.parse(at)
      if (Number.isNaN(now)) continue
      const minutes = (now - (last.get(who) ?? NaN)) / 60_000
      if (minutes >= WORK.least && minutes <= WORK.most)
        found.set(stepKind(id), [...(found.get(stepKind(id)) ?? []), minutes])
      last.set(who, now)
    }
  }
  return Object.fromEntries(
    [...found].map(([kind, times]) => {
      const sorted = [...times].sort((a, b) => a - b)
      const middle =
        (sorted[Math.floor((sorted.length - 1) / 2)]! + sorted[Math.ceil((sorted.length - 1) / 2)]!) / 2
      return [kind, { minutes: middle, times: times.length }]
    }),
  )
}

/** The time of some steps with a shop's own times where it has enough of them, and on how many times that rests. */
export function timeByOwn(
  steps: readonly Pick<Step, 'id' | 'minutes'>[],
  own: Readonly<Record<string, OwnTime>>,
): { minutes: number; known: number; times: number } {
  let [minutes, known] = [0, 0]
  const kinds = new Set<string>()
  for (const step of steps) {
    const kind = stepKind(step.id)
    const time = own[kind]
    const usable = time !== undefined && time.times >= ENOUGH
    minutes += usable ? time.minutes : step.minutes
    if (!usable) continue
    known += 1
    kinds.add(kind)
  }
  return { minutes, known, times: [...kinds].reduce((sum, kind) => sum + own[kind]!.times, 0) }
}

/**
 * Work so far, min: the time from each tick to the one before it, by anybody, without pauses. The step at hand
 * counts from the last tick until `now`.
 */
export function workedSoFar(ticks: BuildPlan['ticks'], now: number | null): number {
  const at = Object.values(ticks)
    .map((tick) => Date.parse(tick.at))
    .filter((time) => !Number.isNaN(time))
    .sort((a, b) => a - b)
  if (now !== null && at.length > 0) at.push(Math.max(now, at.at(-1)!))
  return at.slice(1).reduce((sum, time, i) => {
    const minutes = (time - at[i]!) / 60_000
    return sum + (minutes <= WORK.most ? minutes : 0)
  }, 0)
}
