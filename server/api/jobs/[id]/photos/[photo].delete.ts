import { removePhoto } from '../../../../db/photos'

/** Removes a photo. */
export default route(async (event) => {
  const [job, photo] = [getRouterParam(event, 'id') ?? '', getRouterParam(event, 'photo') ?? '']
  if (!(await removePhoto(useDatabase(), shopId(), job, photo))) throw noPhoto()
  return { removed: true }
})
