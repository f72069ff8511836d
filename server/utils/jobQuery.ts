import type { H3Event } from 'h3'
import * as yup from 'yup'
import { STAGES } from '#core/quantity/figure'
import { JOB_SORTS, type JobQuery } from '../db/jobs'

const asked = yup.object({
  search: yup.string().trim().default(''),
  page: yup.number().integer().min(0).max(10_000).default(0),
  sort: yup.string().oneOf(JOB_SORTS).default('changed'),
  archived: yup.boolean().default(false),
  stopped: yup.boolean().default(false),
  at: yup
    .string()
    .oneOf([...STAGES, 'done'] as const)
    .nullable()
    .default(null),
  who: yup.string().max(64).nullable().default(null),
})
const LONGEST = 100

/** Query of the job list from a route: unknown values are refused, and a search that is too long is cut. */
export function jobQueryOf(event: H3Event): JobQuery {
  const query = readQuery(event, asked, 'The list cannot be asked that')
  return { ...query, search: query.search.slice(0, LONGEST) }
}
