import { share } from '../quantity/share'
import type { Memo } from '../quantity/stage'

interface Remembered {
  inputs: unknown[]
  output: unknown
}

export interface DeriverMemo extends Memo {
  /** A value, the very same object as last time while it equals that. */
  same<T>(key: string, value: T): T
  /** A copy begins with what is remembered, and from there each goes its own way. */
  copy(): DeriverMemo
}

/**
 * Remembers the last answer of every key, and gives it again while its inputs are the very same objects.
 * @param known what is remembered from the start.
 */
export function createMemo(known: ReadonlyMap<string, Remembered> = new Map()): DeriverMemo {
  const last = new Map(known)
  const memo = <T>(key: string, inputs: unknown[], compute: () => T): T => {
    const before = last.get(key)
    const same = before?.inputs.length === inputs.length && before.inputs.every((v, i) => v === inputs[i])
    if (same) return before.output as T
    const output = compute()
    last.set(key, { inputs, output })
    return output
  }
  const same = <T>(key: string, value: T): T => {
    const output = share(last.get(key)?.output, value)
    last.set(key, { inputs: [], output })
    return output
  }
  return Object.assign(memo, { same, copy: () => createMemo(last) })
}
