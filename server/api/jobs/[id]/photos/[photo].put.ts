import { captionRequest } from '#core/document/photoRequests'
import { captionPhoto } from '../../../../db/photos'

/** Saves a photo's caption. */
export default route(async (event) => {
  const { caption } = await readChecked(event, captionRequest, 4000)
  const [job, photo] = [getRouterParam(event, 'id') ?? '', getRouterParam(event, 'photo') ?? '']
  if (!(await captionPhoto(useDatabase(), shopId(), job, photo, caption))) throw noPhoto()
  return { caption }
})
