import { MOST_HAND_IN } from '#core/document/exchange'

/** Hands edits in to the shop's settings. */
export default route(async (event) => {
  const text = await readLimited(event, MOST_HAND_IN)
  const browser = await browserOf(event)
  return asJson(event, await onThread('handInToShop', shopId(), { text, shopId: shopId(), browser }))
})
