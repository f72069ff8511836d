import { heldSince } from '../../../db/handIn'

/** A job at its newest revision, and which edits came to be held since the revision asked about. */
export default route(async (event) => {
  const doc = `job:${getRouterParam(event, 'id')}`
  // Asked first, so that every edit told as held is in the document read after it.
  const holds = await heldSince(useDatabase(), doc, sinceOf(event))
  const { revision, plan } = await jobOf(event)
  return { doc, revision, document: plan, holds }
})
