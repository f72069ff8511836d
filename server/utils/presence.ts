import { leave, removeGone, stayPresent, tellChange, whoIsPresent } from '../db/live'

/**
 * Every open page of this server that listens to documents. Who has a document open is read once for all its
 * pages, however many arrived at the same time; pages are renewed in the database together.
 */
export interface Listening {
  /** One row a connection, because an older one of the same tab may close after the newer one was opened. */
  here: string
  tab: string
  docs: string[]
  /** Who is at the page; null if unknown. */
  person: string | null
  push(name: 'changed' | 'present', data: unknown): void
}

/** Most pages of one server that may listen at once; a shop has tens. */
export const MOST_LISTENING = 1000
const RENEW = 15_000

const pages = new Set<Listening>()
const stops = new Map<string, () => void>()
const pagesOf = (doc: string) => [...pages].filter(({ docs }) => docs.includes(doc))
const docsOpen = () => [...new Set([...pages].flatMap(({ docs }) => docs))]

const toTell = new Set<string>()
let telling = false

/** Tells the pages of some documents who has them open: one read for all requests in between. */
async function tellPresent(docs: string[]): Promise<void> {
  for (const doc of docs) toTell.add(doc)
  if (telling) return
  telling = true
  while (toTell.size > 0) {
    const asked = [...toTell]
    toTell.clear()
    const there = await whoIsPresent(useDatabase(), asked).catch(() => null)
    if (!there) continue
    for (const doc of asked) {
      const here = there.filter((row) => row.doc === doc)
      for (const page of pagesOf(doc)) {
        const others = here.filter(({ tab }) => !tab.startsWith(`${page.tab}:`))
        page.push('present', { doc, names: others.map(({ name }) => name) })
      }
    }
  }
  telling = false
}

const comeOrGo = (doc: string) =>
  tellChange(useDatabase(), { doc, revision: 0, who: '', label: '' }).catch(() => {})

let renewing: ReturnType<typeof setInterval> | null = null
async function renew(): Promise<void> {
  await stayPresent(useDatabase(), [...pages]).catch(() => {})
  await removeGone(useDatabase()).catch(() => {})
  await tellPresent(docsOpen())
}

/** Adds a page; false if the limit is reached. */
export function listenAs(page: Listening): boolean {
  if (pages.size >= MOST_LISTENING) return false
  pages.add(page)
  for (const doc of page.docs)
    if (!stops.has(doc))
      stops.set(
        doc,
        onChange(doc, (change) => {
          if (change.revision === 0) void tellPresent([doc])
          else for (const one of pagesOf(doc)) one.push('changed', change)
        }),
      )
  renewing ??= setInterval(() => void renew(), RENEW)
  void stayPresent(useDatabase(), [page])
    .catch(() => {})
    .then(() => Promise.all(page.docs.map(comeOrGo)))
  return true
}

/** Removes a page. */
export async function listenNoMore(page: Listening): Promise<void> {
  pages.delete(page)
  for (const doc of page.docs)
    if (pagesOf(doc).length === 0) {
      stops.get(doc)?.()
      stops.delete(doc)
    }
  if (pages.size === 0 && renewing) {
    clearInterval(renewing)
    renewing = null
  }
  await leave(useDatabase(), page.here).catch(() => {})
  await Promise.all(page.docs.map(comeOrGo))
}
