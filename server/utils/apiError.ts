import * as yup from 'yup'
import type { ApiErrorBody } from '#core/document/exchange'
import { unfitJson } from '#core/document/json'

/** An error meant for the user: what, where, why, what to do. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly more: Partial<ApiErrorBody['error']> = {},
  ) {
    super(message)
  }
}

/** The database cannot be reached just now. */
export const databaseAway = () =>
  new ApiError(
    503,
    'database-away',
    'The database does not answer just now. What you typed is kept here and saved when it is back.',
  )

/** The text of a request as JSON, checked by a schema. */
export function checkedJson<T>(text: string, schema: yup.Schema<T>): T {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new ApiError(400, 'not-json', 'The request is not JSON.')
  }
  const unfit = unfitJson(value)
  if (unfit) throw new ApiError(422, 'invalid', unfit)
  try {
    return schema.validateSync(value, { strict: true, abortEarly: false })
  } catch (error) {
    const all =
      error instanceof yup.ValidationError && error.inner.length
        ? error.inner
        : [error as yup.ValidationError]
    throw new ApiError(422, 'invalid', all[0]!.message, {
      problems: all.map((e) => ({ path: e.path ?? '', message: e.message })),
    })
  }
}
