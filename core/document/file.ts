import { PLAN_FORMAT, PLAN_VERSION, type Plan } from './types'
import { checkPlan } from './schema'

/** Largest plan file read, bytes. */
export const MAX_FILE_BYTES = 2_000_000

/** A plan file that cannot be used: what is wrong, where, and what to do. */
export class PlanFileError extends Error {
  override name = 'PlanFileError'
}

/** A text without the byte-order mark that some editors put before it. */
const withoutMark = (text: string): string => text.replace(/^\uFEFF/, '')

/** Same document with the keys of every object in alphabetical order, so that equal plans are equal text. */
export function sortKeys(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sortKeys)
  if (value === null || typeof value !== 'object') return value
  return Object.fromEntries(
    Object.keys(value)
      .sort()
      .map((key) => [key, sortKeys((value as Record<string, unknown>)[key])]),
  )
}

/** Text of a plan file. Canonical: export → import → export gives the same bytes. */
export function writePlanFile(plan: Plan): string {
  return `${JSON.stringify(sortKeys(plan), null, 2)}\n`
}

/**
 * Reads the text of a plan file.
 * @throws {PlanFileError} in one plain sentence: what, where, why.
 */
export function readPlanFile(text: string): Plan {
  const bytes = new TextEncoder().encode(text).length
  if (bytes > MAX_FILE_BYTES)
    throw new PlanFileError(
      `The file is ${(bytes / 1e6).toFixed(1)} MB; a plan file is at most ${MAX_FILE_BYTES / 1e6} MB. Choose a file exported from a job.`,
    )
  if (text.trim() === '') throw new PlanFileError('The file is empty. Choose a file exported from a job.')
  let value: unknown
  try {
    value = JSON.parse(withoutMark(text))
  } catch (error) {
    const cut = !/[}\]]\s*$/.test(text)
    throw new PlanFileError(
      cut
        ? 'The file stops in the middle: it was cut short on the way. Export it again.'
        : `The file is not readable as a plan (${(error as Error).message}). Export it again.`,
    )
  }
  if (value === null || typeof value !== 'object' || (value as Plan).format !== PLAN_FORMAT) {
    throw new PlanFileError(
      `The file is not a plan: its “format” is not “${PLAN_FORMAT}”. Choose a file exported from a job.`,
    )
  }
  const version = (value as { version?: unknown }).version
  if (!Number.isInteger(version) || (version as number) < 1) {
    throw new PlanFileError(
      `The file says plan version ${JSON.stringify(version) ?? 'nothing'}; versions are whole numbers from 1 to ${PLAN_VERSION}. Export it again.`,
    )
  }
  if (typeof version === 'number' && version > PLAN_VERSION) {
    throw new PlanFileError(
      `The file is plan version ${version}; this program reads up to version ${PLAN_VERSION}. Update the program, then open it again.`,
    )
  }
  const { plan, problems } = checkPlan(value)
  if (problems) {
    const first = problems[0]!
    throw new PlanFileError(
      `The plan does not fit the format at ${first.path || 'the top'}: ${first.message}${problems.length > 1 ? ` (and ${problems.length - 1} more)` : ''}.`,
    )
  }
  return plan
}

/** Plans put into one file at most. */
export const MOST_PLANS = 200

/** Format mark of a file with several plans. */
const PLANS_FORMAT = `${PLAN_FORMAT}s`

/** Text of a file with several plans, each as in a file of its own. */
export function writePlanFiles(plans: readonly Plan[]): string {
  return `${JSON.stringify({ format: PLANS_FORMAT, plans: plans.map(sortKeys) }, null, 2)}\n`
}

/**
 * Texts of the plans in a file, whether it has one or several; all are read and checked before any is returned.
 * @throws {PlanFileError} for the first that cannot be used, by its position in the file
 */
export function readPlanFiles(text: string): string[] {
  const plans = plansIn(text)
  if (plans === null) return [writePlanFile(readPlanFile(text))]
  return plans.map((plan, i) => {
    try {
      return writePlanFile(readPlanFile(JSON.stringify(plan)))
    } catch (error) {
      if (!(error instanceof PlanFileError)) throw error
      throw new PlanFileError(`Plan ${i + 1} of ${plans.length}: ${error.message}`)
    }
  })
}

/** The plans of a file with several; null for any other text. */
function plansIn(text: string): unknown[] | null {
  try {
    const { format, plans } = JSON.parse(withoutMark(text)) as { format?: unknown; plans?: unknown }
    return format === PLANS_FORMAT && Array.isArray(plans) ? plans : null
  } catch {
    return null
  }
}
