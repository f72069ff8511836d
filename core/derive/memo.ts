import type { Memo } from '../quantity/stage'

interface Remembered {
  inputs: unknown[]
  output: unknown
}

/** A copy begins with what is remembered, and from there each goes its own way. */
export interface CopyableMemo extends Memo {
  copy(): CopyableMemo
}

/**
 * Remembers the last answer of every key, and gives it again while its inputs are the very same objects.
 * @param known what is remembered from the start.
 */
export function createMemo(known: ReadonlyMap<string, Remembered> = new Map()): CopyableMemo {
  const last = new Map(known)
  const memo = <T>(key: string, inputs: unknown[], compute: () => T): T => {
    const before = last.get(key)
    const same = before?.inputs.length === inputs.length && before.inputs.every((v, i) => v === inputs[i])
    if (same) return before.output as T
    const output = compute()
    last.set(key, { inputs, output })
    return output
  }
  return Object.assign(memo, { copy: () => createMemo(last) })
}
