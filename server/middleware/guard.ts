/**
 * Rejects requests from other sites. A browser says in every request where it comes from; a request that
 * changes something must come from our own page, as JSON, with a header that no form can send.
 */
const HOSTS = new Set(['127.0.0.1', 'localhost', '[::1]', ...(process.env.NP_HOSTS ?? '').split(',')])
const WRITES = new Set(['POST', 'PUT', 'DELETE', 'PATCH'])

const nameOf = (host: string) => host.replace(/:\d+$/, '').toLowerCase()

function refusal(event: Parameters<typeof getHeader>[0]): ApiError | null {
  const host = getHeader(event, 'host') ?? ''
  if (!HOSTS.has(nameOf(host)))
    return new ApiError(
      421,
      'other-host',
      'This program does not answer under that name. Use its own address.',
    )
  if (!event.path.startsWith('/api/')) return null
  const from = getHeader(event, 'sec-fetch-site')
  if (from && from !== 'same-origin' && from !== 'none')
    return new ApiError(403, 'other-site', 'Only the program’s own pages may ask for this.')
  const origin = getHeader(event, 'origin')
  if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`)
    return new ApiError(403, 'other-site', 'Only the program’s own pages may ask for this.')
  if (!WRITES.has(event.method)) return null
  if (getHeader(event, 'x-nimble-piston') !== '1')
    return new ApiError(
      403,
      'no-mark',
      'A request that changes something carries the header x-nimble-piston: 1.',
    )
  const type = (getHeader(event, 'content-type') ?? '').split(';')[0]!.trim().toLowerCase()
  const bodiless = event.method === 'DELETE' && !getHeader(event, 'content-length')
  if (type !== 'application/json' && !bodiless)
    return new ApiError(415, 'not-json', 'A request that changes something is application/json.')
  return null
}

export default defineEventHandler((event) => {
  let path = event.path
  try {
    path = decodeURIComponent(event.path)
  } catch {
    path = '\0'
  }
  const bad = path.includes('\0') ? new ApiError(400, 'bad-address', 'That is no address.') : refusal(event)
  if (!bad) return
  setResponseStatus(event, bad.status)
  return { error: { code: bad.code, message: bad.message } }
})
