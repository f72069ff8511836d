/**
 * A stream of edits belongs to one browser tab. Its id survives a reload. A lock, held while the tab is open,
 * tells other tabs whether its edits still belong to somebody.
 */
const KEY = 'np.tab'
const lockOf = (stream: string) => `np.line.${stream}`

/** Holds a stream's lock while this page is open; false if another page has it. */
function hold(stream: string): Promise<boolean> {
  return new Promise((resolve) => {
    void navigator.locks.request(lockOf(stream), { ifAvailable: true }, (lock) => {
      resolve(lock !== null)
      return lock === null ? undefined : new Promise(() => {})
    })
  })
}

let mine: Promise<string> | null = null

/** This tab's stream. A tab made by copying another gets its own. */
export function ownStream(): Promise<string> {
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

/** True if a stream's tab is gone; from then on this tab hands its edits in. */
export function mayTake(stream: string): Promise<boolean> {
  const known = taken.get(stream)
  if (known) return known
  const asked = hold(stream)
  taken.set(stream, asked)
  // While its tab is open it may be asked for again.
  void asked.then((got) => got || taken.delete(stream))
  return asked
}
