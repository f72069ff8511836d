import type { ApiErrorBody } from '#core/document/exchange'

/** An answer the server refused, in the server's own words. Status 0 means that it could not be reached. */
export class RefusedError extends Error {
  constructor(
    readonly status: number,
    readonly body: ApiErrorBody['error'],
  ) {
    super(body.message)
  }

  /** True if trying again later may help. */
  get passing() {
    return this.status < 400 || this.status >= 500 || this.status === 408 || this.status === 429
  }
}

/** Tells the server who is at this browser; it keeps that in a cookie. */
export const sayWho = (person: string) =>
  callApi<{ you: string }>('/api/who', { method: 'PUT', body: { person } })

/** Calls a server route with JSON and returns its JSON; throws {@link RefusedError}. */
export async function callApi<T>(
  path: string,
  options: { method?: string; body?: unknown } = {},
): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, {
      method: options.method ?? 'GET',
      headers: {
        ...(options.method ? { 'x-nimble-piston': '1' } : {}),
        ...(options.body === undefined ? {} : { 'content-type': 'application/json' }),
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
    error ?? {
      code: 'unexpected',
      message: `The server’s answer (${response.status}) could not be read. It is asked again.`,
    },
  )
}
