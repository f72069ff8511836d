import type { EventHandlerRequest, H3Event } from 'h3'
import * as yup from 'yup'
import type { ApiErrorBody } from '#core/document/exchange'
import { isAway } from '../db/client'
import { ApiError, checkedJson, databaseAway } from './apiError'

/** Logs a fault: where and what, never the values of a query, because they are somebody's plan. */
export function logFault(error: unknown): void {
  const { stack = '', cause } = error as Error
  const where = stack
    .split('\n')
    .filter((line) => line.startsWith('    at '))
    .slice(0, 8)
  const said = cause instanceof Error ? cause.message : (error as Error).name
  console.error([new Date().toISOString(), said.split('\n')[0], ...where].join('\n'))
}

/** A route whose errors all have one shape: `{ error: { code, message, … } }`. */
export function route<T>(handler: (event: H3Event<EventHandlerRequest>) => Promise<T>) {
  return defineEventHandler(async (event) => {
    try {
      return await handler(event)
    } catch (error) {
      const known =
        error instanceof ApiError
          ? error
          : isAway(error)
            ? databaseAway()
            : new ApiError(
                500,
                'unexpected',
                'The server met an error it did not expect. Try again; the log holds the details.',
              )
      if (known.code === 'unexpected') logFault(error)
      setResponseStatus(event, known.status)
      return { error: { code: known.code, message: known.message, ...known.more } } satisfies ApiErrorBody
    }
  })
}

/** Sends text as JSON. */
export function asJson(event: H3Event, text: string): string {
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  return text
}

/** Reads a body as text, and refuses one over the limit without holding it all. */
export async function readLimited(event: H3Event, limit: number): Promise<string> {
  const tooLarge = () =>
    new ApiError(413, 'too-large', `That is larger than ${limit / 1e6} MB, the most this accepts.`)
  if (Number(getHeader(event, 'content-length') ?? 0) > limit) throw tooLarge()
  const chunks: Buffer[] = []
  let size = 0
  for await (const chunk of event.node.req) {
    size += (chunk as Buffer).length
    if (size > limit) throw tooLarge()
    chunks.push(chunk as Buffer)
  }
  return Buffer.concat(chunks).toString('utf8')
}

/**
 * The query of an address, checked by a schema; unknown fields are left out.
 * @param refused the beginning of a refusal's sentence
 */
export function readQuery<T>(event: H3Event, schema: yup.Schema<T>, refused = 'This cannot be asked'): T {
  const query = getQuery(event)
  const twice = Object.keys(query).find((key) => Array.isArray(query[key]))
  if (twice !== undefined)
    throw new ApiError(422, 'invalid', `${refused}: “${twice.slice(0, 40)}” is asked twice. Ask it once.`)
  try {
    return schema.validateSync(query, { stripUnknown: true })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    throw new ApiError(422, 'invalid', `${refused}: ${error.message}.`)
  }
}

/** A JSON body checked by a schema. */
export const readChecked = async <T>(event: H3Event, schema: yup.Schema<T>, limit = 1_000_000): Promise<T> =>
  checkedJson(await readLimited(event, limit), schema)
