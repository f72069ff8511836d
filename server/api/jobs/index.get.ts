import { listJobs } from '../../db/jobs'

export default route(async (event) => {
  const query = getQuery(event)
  const search = typeof query.search === 'string' ? query.search.trim().slice(0, 100) : ''
  const page = Math.min(Math.max(Math.trunc(Number(query.page ?? 0)) || 0, 0), 10_000)
  return listJobs(useDatabase(), shopId(), search, page)
})
