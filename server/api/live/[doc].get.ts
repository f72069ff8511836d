import { leave, stayPresent, tellChange, whoIsPresent } from '../../db/live'

const RENEW = 15_000

/**
 * What happens to an open document, as it happens: `changed` with the new revision and who made it, `present` with who
 * else has it open. The page asks for the document itself.
 */
export default route(async (event) => {
  const doc = getRouterParam(event, 'doc') ?? ''
  const tab = String(getQuery(event).tab ?? '')
  if (!/^(job|shop):[\w-]{1,64}$/.test(doc) || !/^[\w-]{1,64}$/.test(tab))
    throw new ApiError(422, 'invalid', 'Name the document and the tab.')
  const person = await personAt(event)
  const db = useDatabase()
  const stream = createEventStream(event)
  const push = (name: string, data: unknown) =>
    void stream.push({ event: name, data: JSON.stringify(data) }).catch(() => {})
  const tellPresent = async () => {
    const there = await whoIsPresent(db, doc).catch(() => null)
    if (there)
      push(
        'present',
        there.filter((p) => p.tab !== tab).map((p) => p.name),
      )
  }
  const stay = async () => {
    if (person) await stayPresent(db, doc, tab, person).catch(() => {})
    await tellPresent()
  }
  const comeOrGo = () => tellChange(db, { doc, revision: 0, who: '', label: '' }).catch(() => {})
  const stop = onChange(doc, (change) => {
    if (change.revision > 0) push('changed', change)
    else void tellPresent()
  })
  const renew = setInterval(() => void stay(), RENEW)
  stream.onClosed(async () => {
    stop()
    clearInterval(renew)
    await leave(db, doc, tab).catch(() => {})
    await comeOrGo()
  })
  void stay().then(comeOrGo)
  push('ready', {})
  return stream.send()
})
