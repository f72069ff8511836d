import { ownStream } from './editStream'

/** A change of a document, received as it happens. */
export interface LiveChange {
  doc: string
  revision: number
  who: string
  label: string
}

interface Listener {
  /** Why no changes are received. */
  deaf?: (why: string) => void
  /** Null: something may have happened while nobody listened. */
  changed: (change: LiveChange | null) => void
  present?: (names: string[]) => void
}

const listeners = new Map<string, Listener>()
let source: EventSource | null = null
let due = false

/**
 * One connection for all documents of this page, only while the page is visible: a browser keeps at most six
 * connections to one server over all its tabs.
 */
async function connect(): Promise<void> {
  if (due) return
  due = true
  const stream = await ownStream()
  due = false
  source?.close()
  source = null
  if (document.hidden || listeners.size === 0) return
  const docs = [...listeners.keys()].map(encodeURIComponent).join(',')
  source = new EventSource(`/api/live/${docs}?tab=${stream}`)
  const data = <T>(event: Event) => JSON.parse((event as MessageEvent<string>).data) as T
  source.addEventListener('changed', (event) => {
    const change = data<LiveChange>(event)
    listeners.get(change.doc)?.changed(change)
  })
  source.addEventListener('present', (event) => {
    const { doc, names } = data<{ doc: string; names: string[] }>(event)
    listeners.get(doc)?.present?.(names)
  })
  source.addEventListener('full', (event) => {
    source?.close()
    const { message } = data<{ message: string }>(event)
    listeners.forEach(({ deaf }) => deaf?.(message))
  })
  source.addEventListener('ready', () => listeners.forEach(({ changed }) => changed(null)))
}

let watching = false

/** Listens for changes of a document until the returned function is called. */
export function hearChanges(doc: string, on: Listener): () => void {
  if (!watching) {
    watching = true
    document.addEventListener('visibilitychange', () => void connect())
  }
  listeners.set(doc, on)
  void connect()
  return () => {
    if (listeners.get(doc) !== on) return
    listeners.delete(doc)
    void connect()
  }
}
