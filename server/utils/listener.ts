import pg from 'pg'
import { CHANNEL, type Change } from '../db/live'

type Listener = (change: Change) => void

const listeners = new Map<string, Set<Listener>>()
let listening = false
const AGAIN = 1000

/** One connection of this server that receives what any server of the database announces. */
async function listen(): Promise<void> {
  const client = new pg.Client({ connectionString: databaseUrl() })
  let over = false
  const again = () => {
    if (over) return
    over = true
    setTimeout(() => void listen(), AGAIN).unref()
  }
  client.once('error', () => void client.end().catch(() => {}))
  client.once('end', again)
  client.on('notification', ({ payload }) => {
    const change = JSON.parse(payload ?? '{}') as Change
    for (const tell of listeners.get(change.doc) ?? []) tell(change)
  })
  try {
    await client.connect()
    await client.query(`listen ${CHANNEL}`)
    // Messages were missed while nobody listened: every page reads for itself.
    for (const [doc, tellers] of listeners)
      for (const tell of tellers) tell({ doc, revision: 0, who: '', label: '' })
  } catch {
    await client.end().catch(() => {})
    again()
  }
}

/** Listens for changes of a document until the returned function is called. */
export function onChange(doc: string, listener: Listener): () => void {
  if (!listening) {
    listening = true
    void listen()
  }
  const all = listeners.get(doc) ?? new Set()
  listeners.set(doc, all.add(listener))
  return () => {
    all.delete(listener)
    if (all.size === 0) listeners.delete(doc)
  }
}
