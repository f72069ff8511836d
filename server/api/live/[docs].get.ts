import { randomUUID } from 'node:crypto'
import { leave, stayPresent, tellChange, whoIsPresent } from '../../db/live'

const RENEW = 15_000
const MOST_DOCS = 4

/**
 * What happens to the open documents of a page, as it happens, over one connection: `changed` with the
 * document, its new revision and who made it, `present` with who else has it open. The page asks for the
 * document itself.
 */
export default route(async (event) => {
  const docs = (getRouterParam(event, 'docs', { decode: true }) ?? '').split(',')
  const tab = String(getQuery(event).tab ?? '')
  const fits = docs.length <= MOST_DOCS && docs.every((doc) => /^(job|shop):[\w-]{1,64}$/.test(doc))
  if (!fits || !/^[\w-]{1,64}$/.test(tab))
    throw new ApiError(422, 'invalid', 'Name the documents and the tab.')
  // One row a connection: an older one of the same tab may close after the newer one has come.
  const here = `${tab}:${randomUUID()}`
  const person = await personAt(event)
  const db = useDatabase()
  const stream = createEventStream(event)
  const push = (name: string, data: unknown) =>
    void stream.push({ event: name, data: JSON.stringify(data) }).catch(() => {})
  const tellPresent = async (doc: string) => {
    const there = await whoIsPresent(db, doc).catch(() => null)
    if (there)
      push('present', { doc, names: there.filter((p) => !p.tab.startsWith(`${tab}:`)).map((p) => p.name) })
  }
  const stay = async (doc: string) => {
    if (person) await stayPresent(db, doc, here, person).catch(() => {})
    await tellPresent(doc)
  }
  const comeOrGo = (doc: string) => tellChange(db, { doc, revision: 0, who: '', label: '' }).catch(() => {})
  const stops = docs.map((doc) =>
    onChange(doc, (change) => {
      if (change.revision > 0) push('changed', change)
      else void tellPresent(doc)
    }),
  )
  const renew = setInterval(() => docs.forEach((doc) => void stay(doc)), RENEW)
  stream.onClosed(async () => {
    stops.forEach((stop) => stop())
    clearInterval(renew)
    for (const doc of docs) {
      await leave(db, doc, here).catch(() => {})
      await comeOrGo(doc)
    }
  })
  for (const doc of docs) void stay(doc).then(() => comeOrGo(doc))
  push('ready', {})
  return stream.send()
})
