import { randomUUID } from 'node:crypto'
import { MAX_FILE_BYTES } from '#core/document/file'

/** A new job from a truck kind and a name, from another job, or from the text of a plan file. */
export default route(async (event) => {
  const text = await readLimited(event, MAX_FILE_BYTES * 2)
  const id = await onThread('beginJob', randomUUID(), { text, who: await whoIs(event) })
  await queueAnswers(id)
  setResponseStatus(event, 201)
  return { id }
})
