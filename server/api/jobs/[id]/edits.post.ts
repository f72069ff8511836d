import { MOST_HAND_IN } from '#core/document/exchange'

/** Hands edits in to a job. */
export default route(async (event) => {
  const text = await readLimited(event, MOST_HAND_IN)
  const browser = await browserOf(event)
  const job = getRouterParam(event, 'id') ?? ''
  const answer = await onThread('handInToJob', job, { text, shopId: shopId(), browser, job })
  await queueAnswers(job)
  return asJson(event, answer)
})
