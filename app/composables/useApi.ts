import type { ApiErrorBody } from '#core/document/exchange'

/** An answer the server refused, in the server's own words. Status 0: it could not be reached at all. */
export class RefusedError extends Error {
  constructor(
    readonly status: number,
    readonly body: ApiErrorBody['error'],
  ) {
    super(body.message)
  }

  /** Whether trying again later may help. */
  get passing() {
    return this.status === 0 || this.status === 503
  }
}

/** Calls a server route with JSON and returns its JSON; throws {@link RefusedError}. */
export async function callApi<T>(
  path: string,
  options: { method?: string; body?: unknown; author?: string; keepalive?: boolean } = {},
): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, {
      method: options.method ?? 'GET',
      keepalive: options.keepalive,
      headers: {
        ...(options.body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(options.author ? { 'x-author': options.author } : {}),
      },
      body: options.body === undefined ? undefined : JSON.stringify(options.body),
    })
  } catch {
    throw new RefusedError(0, {
      code: 'no-answer',
      message: 'The server does not answer. What you typed is kept here and saved when it is back.',
    })
  }
  const answer = (await response.json().catch(() => null)) as T | ApiErrorBody | null
  if (response.ok && answer !== null) return answer as T
  const error = (answer as ApiErrorBody | null)?.error
  throw new RefusedError(
    response.status,
    error ?? { code: 'unexpected', message: `The server answered ${response.status}. Try again.` },
  )
}
