import type { Memo } from '../quantity/stage'

/** Remembers the last answer of every key, and gives it again while its inputs are the very same objects. */
export function createMemo(): Memo {
  const last = new Map<string, { inputs: unknown[]; output: unknown }>()
  return <T>(key: string, inputs: unknown[], compute: () => T): T => {
    const known = last.get(key)
    const same = known?.inputs.length === inputs.length && known.inputs.every((v, i) => v === inputs[i])
    if (same) return known.output as T
    const output = compute()
    last.set(key, { inputs, output })
    return output
  }
}
