import { readHistory } from '../../../db/jobs'

export default route(async (event) => readHistory(useDatabase(), shopId(), getRouterParam(event, 'id') ?? ''))
