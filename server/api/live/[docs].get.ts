import { randomUUID } from 'node:crypto'
import * as yup from 'yup'

const asked = yup.object({
  tab: yup
    .string()
    .matches(/^[\w-]{1,64}$/)
    .required(),
})
/** Time given to a page that may not listen, to read why, ms. */
const SAID = 1000
const MOST_DOCS = 4

/**
 * Sends changes of a page's open documents as they happen, over one connection: `changed` with the document,
 * its new revision and author; `present` with the people who have it open; `full` with the reason if too many
 * pages listen. The page reads the document itself.
 */
export default route(async (event) => {
  const docs = [...new Set((getRouterParam(event, 'docs', { decode: true }) ?? '').split(','))]
  const { tab } = readQuery(event, asked, 'Name the documents and the tab')
  const fits = docs.length <= MOST_DOCS && docs.every((doc) => /^(job|shop):[\w-]{1,64}$/.test(doc))
  if (!fits) throw new ApiError(422, 'invalid', 'Name the documents and the tab.')
  const stream = createEventStream(event)
  const push = (name: string, data: unknown) =>
    void stream.push({ event: name, data: JSON.stringify(data) }).catch(() => {})
  const page = { here: `${tab}:${randomUUID()}`, tab, docs, person: await personAt(event), push }
  if (listenAs(page)) {
    stream.onClosed(() => listenNoMore(page))
    push('ready', {})
  } else {
    push('full', {
      message: `${MOST_LISTENING} pages listen to this server already. What others change is shown here when this page is opened again.`,
    })
    setTimeout(() => void stream.close(), SAID)
  }
  return stream.send()
})
