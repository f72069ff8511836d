/**
 * A line of edits belongs to one browser tab. Its name outlives a reload, and a lock held as long as the tab
 * lives tells other tabs whether its edits are still somebody's.
 */
const KEY = 'np.tab'
const lockOf = (line: string) => `np.line.${line}`

/** Holds a line's lock for as long as this page lives; false when another page has it. */
function hold(line: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(lockOf(line), { ifAvailable: true }, (lock) => {
      resolve(lock !== null)
      return lock === null ? undefined : new Promise(() => {})
    })
  })
}

let mine: Promise<string> | null = null

/** This tab's line. A tab made by copying another gets one of its own. */
export function ownLine(): Promise<string> {
  mine ??= (async () => {
    const kept = sessionStorage.getItem(KEY)
    if (kept && (await hold(kept))) return kept
    const made = crypto.randomUUID()
    await hold(made)
    sessionStorage.setItem(KEY, made)
    return made
  })()
  return mine
}

const taken = new Map<string, Promise<boolean>>()

/** Whether a line's tab is gone; its edits are this tab's to hand in from then on. */
export function mayTake(line: string): Promise<boolean> {
  const known = taken.get(line)
  if (known) return known
  const asked = hold(line)
  taken.set(line, asked)
  // While its tab lives it may be asked for again.
  void asked.then((got) => got || taken.delete(line))
  return asked
}
