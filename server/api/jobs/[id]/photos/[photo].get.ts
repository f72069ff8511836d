import { photoBytes } from '../../../../db/photos'

/** A photo itself. It never changes, so a browser may keep it. */
export default route(async (event) => {
  const [job, photo] = [getRouterParam(event, 'id') ?? '', getRouterParam(event, 'photo') ?? '']
  const bytes = await photoBytes(useDatabase(), shopId(), job, photo)
  if (!bytes) throw noPhoto()
  setHeader(event, 'content-type', 'image/jpeg')
  setHeader(event, 'cache-control', 'private, max-age=31536000, immutable')
  return bytes
})
