import type { Memo } from '../quantity/stage'
import type { DeriverMemo } from './memo'

/** One step of the derivation: what it reads, and what it makes of that. */
interface Room<From, Reads extends object, Output> {
  name: string
  /**
   * A narrow projection of the plan and of what earlier rooms answered. The room gets nothing else, so it
   * cannot depend on anything that is not compared.
   */
  reads(from: From): Reads
  /** @param memo keeps parts of the answer that a change does not affect */
  run(reads: Reads, memo: Memo): Output
}

/**
 * Makes a room that answers at once with what it answered last while everything it reads equals what it read
 * then. If it has to compute, whatever of its answer equals the last one stays the very same object.
 * @example defineRoom({ name: 'needs', reads: ({ truck }: Before) => ({ truck }), run: ({ truck }) =>
 * truck.kind })
 */
export const defineRoom =
  <From, Reads extends object, Output>({ name, reads, run }: Room<From, Reads, Output>) =>
  (from: From, memo: DeriverMemo): Output => {
    const now = memo.same(`${name} reads`, reads(from))
    return memo(name, [now], () => memo.same(`${name} answers`, run(now, memo)))
  }

/** Some fields of an object. */
export const only = <T, K extends keyof T>(of: T, keys: readonly K[]): Pick<T, K> =>
  Object.fromEntries(keys.map((key) => [key, of[key]])) as Pick<T, K>
