import { handInRequest, MOST_HAND_IN } from '#core/document/exchange'
import { handInToShop } from '../../db/shops'

/** Hands edits in to what the shop has set. */
export default route(async (event) => {
  const { edits } = await readChecked(event, handInRequest, MOST_HAND_IN)
  const answer = await handInToShop(useDatabase(), await whoMade(event, edits), edits)
  if (!answer) throw new ApiError(404, 'no-shop', 'There is no such shop.')
  return answer
})
