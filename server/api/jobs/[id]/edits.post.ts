import { handInRequest, MOST_HAND_IN } from '#core/document/exchange'
import { handInToJob } from '../../../db/jobs'

/** Hands edits in to a job. */
export default route(async (event) => {
  const { edits } = await readChecked(event, handInRequest, MOST_HAND_IN)
  const who = await whoMade(event, edits)
  const id = getRouterParam(event, 'id') ?? ''
  const answer = await handInToJob(useDatabase(), who, id, edits)
  if (!answer) throw new ApiError(404, 'no-job', 'There is no such job in this shop.')
  await queueAnswers(id)
  return answer
})
