import { connect, isAway } from '../db/client'
import { ApiError, databaseAway } from '../utils/apiError'
import { tasksOn, type TaskInput, type TaskName } from './work'

/** One thread of the server, with its own connections to the database; it does one task after the other. */

/** The result of a task, or its refusal. A refusal is returned, not thrown: an error thrown between threads loses its code. */
export type Done = { value: unknown } | { refused: Pick<ApiError, 'status' | 'code' | 'message' | 'more'> }

const url = process.env.DATABASE_URL
if (!url) throw new Error('DATABASE_URL is not set.')
const tasks = tasksOn(connect(url).db)

export default async function work<T extends TaskName>({
  task,
  input,
}: {
  task: T
  input: TaskInput<T>
}): Promise<Done> {
  try {
    return { value: await (tasks[task] as (input: TaskInput<T>) => Promise<unknown>)(input) }
  } catch (error) {
    const known = error instanceof ApiError ? error : isAway(error) ? databaseAway() : null
    if (!known) throw error
    const { status, code, message, more } = known
    return { refused: { status, code, message, more } }
  }
}
