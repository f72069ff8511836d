import { saveRequest } from '#core/document/exchange'
import { saveEdits } from '../../../db/jobs'

/** Saves edits that began from a revision. */
export default route(async (event) => {
  const { base, edits } = await readChecked(event, saveRequest, 8_000_000)
  const saved = await saveEdits(
    useDatabase(),
    await whoIs(event),
    getRouterParam(event, 'id') ?? '',
    base,
    edits,
  )
  if (saved.kind === 'missing')
    throw new ApiError(404, 'no-job', 'There is no such job or revision in this shop.')
  if (saved.kind === 'invalid')
    throw new ApiError(422, 'invalid', saved.problems[0]!.message, { problems: saved.problems })
  if (saved.kind === 'conflict')
    throw new ApiError(409, 'conflict', 'Someone else changed the same part since you began.', {
      conflicts: saved.conflicts,
      revision: saved.revision,
      plan: saved.plan,
    })
  return saved
})
