/**
 * A line of edits belongs to one browser tab. Its id survives a reload. A lock, held while the tab is open,
 * tells other tabs whether its edits still belong to somebody.
 */
const KEY = 'np.tab'
const lockOf = (line: string) => `np.line.${line}`

/** Holds a line's lock while this page is open; false if another page has it. */
function hold(line: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(lockOf(line), { ifAvailable: true }, (lock) => {
      resolve(lock !== null)
      return lock === null ? undefined : new Promise(() => {})
    })
  })
}

let mine: Promise<string> | null = null

/** This tab's line. A tab made by copying another gets its own. */
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

/** True if a line's tab is gone; from then on this tab hands its edits in. */
export function mayTake(line: string): Promise<boolean> {
  const known = taken.get(line)
  if (known) return known
  const asked = hold(line)
  taken.set(line, asked)
  // While its tab is open it may be asked for again.
  void asked.then((got) => got || taken.delete(line))
  return asked
}
