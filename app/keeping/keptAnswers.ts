import type { Answers } from '#core/air/run/answers'

/**
 * What runs of a circuit said, kept for as long as this tab lives: the same plan opened again does not run again. Held
 * by the whole text it was run for and the build that ran it, so that it can be of nothing else.
 */
const KEY = 'np.answers'
const MOST = 4

interface Kept {
  of: string
  answers: Answers
}

function read(): Kept[] {
  try {
    return JSON.parse(sessionStorage.getItem(KEY) ?? '[]') as Kept[]
  } catch {
    return []
  }
}

export const keptAnswers = (of: string): Answers | null => read().find((k) => k.of === of)?.answers ?? null

/** Keeps the newest few; where there is no room it is run again next time. */
export function keepAnswers(of: string, answers: Answers): void {
  const kept = [{ of, answers }, ...read().filter((k) => k.of !== of)].slice(0, MOST)
  try {
    sessionStorage.setItem(KEY, JSON.stringify(kept))
  } catch {
    sessionStorage.removeItem(KEY)
  }
}
