import { LONGEST_SIDE, MOST_PHOTO_BYTES, MOST_PHOTO_REQUEST, MOST_PHOTOS } from '#core/document/photos'
import { photoRequest } from '#core/document/photoRequests'
import { addPhoto } from '../../../../db/photos'

/** Adds a photo to a job. */
export default route(async (event) => {
  const { data, ...photo } = await readChecked(event, photoRequest, MOST_PHOTO_REQUEST)
  const bytes = Buffer.from(data, 'base64')
  if (bytes.length > MOST_PHOTO_BYTES)
    throw new ApiError(413, 'too-large', `A photo holds ${MOST_PHOTO_BYTES / 1000} kB at most. Shrink it.`)
  const size = await jpegSize(bytes)
  if (!size)
    throw new ApiError(
      422,
      'no-photo',
      `That is no photo this program can read. Send a whole JPEG of at most ${LONGEST_SIDE} pixels a side.`,
    )
  const id = getRouterParam(event, 'id') ?? ''
  const done = await addPhoto(useDatabase(), await whoIs(event), id, { ...photo, ...size, bytes })
  if (done === 'no-job') throw new ApiError(404, 'no-job', 'There is no such job in this shop.')
  if (done === 'too-many')
    throw new ApiError(
      409,
      'too-many',
      `A job holds ${MOST_PHOTOS} photos. Take one away before another comes in.`,
    )
  setResponseStatus(event, 201)
  return { id: photo.id }
})
