import type { Answers } from '#core/air/run/answers'

/**
 * Answers of runs, kept while this tab is open, so that the same plan opened again does not run again. The key
 * is the whole text it was run for and the build that ran it.
 */
const KEY = 'np.answers'
const MOST_KEPT = 4

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

/** Keeps the newest few; if there is no room, it is run again next time. */
export function keepAnswers(of: string, answers: Answers): void {
  const kept = [{ of, answers }, ...read().filter((k) => k.of !== of)].slice(0, MOST_KEPT)
  try {
    sessionStorage.setItem(KEY, JSON.stringify(kept))
  } catch {
    sessionStorage.removeItem(KEY)
  }
}
