import { heldSince } from '../../../db/handIn'

/** A job at its newest revision, and the edits saved since the given revision. */
export default route(async (event) => {
  const doc = `job:${getRouterParam(event, 'id')}`
  // Read first, so that every edit listed as saved is in the document read after it.
  const holds = await heldSince(useDatabase(), doc, sinceOf(event))
  const { revision, plan } = await jobOf(event)
  return { doc, revision, document: plan, holds }
})
