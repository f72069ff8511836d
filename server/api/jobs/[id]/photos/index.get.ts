import { listPhotos } from '../../../../db/photos'

/** A job's photos, without their bytes. */
export default route(async (event) => listPhotos(useDatabase(), shopId(), getRouterParam(event, 'id') ?? ''))
