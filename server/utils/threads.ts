import { createHash } from 'node:crypto'
import { availableParallelism } from 'node:os'
import { Piscina } from 'piscina'
import type { Done } from '../threads/thread'
import type { TaskInput, TaskName, TaskOutput } from '../threads/work'

/** Threads for long work: one for each core except one, and at least two. */
const COUNT = Math.min(4, Math.max(2, availableParallelism() - 1))
/** A task that takes longer than this is ended, ms. */
const LONGEST = 60_000

let threads: Piscina[] | null = null

/** Starts the threads. */
export function startThreads(): Piscina[] {
  const filename = process.env.NP_THREAD
  if (!filename) throw new Error('NP_THREAD is not set. Start with bin/start, which makes what it names.')
  // An idle thread must not sleep, or it would not notice that the database closed its connections.
  const options = { filename, minThreads: 1, maxThreads: 1, atomics: 'disabled' } as const
  threads ??= Array.from({ length: COUNT }, () => new Piscina(options))
  return threads
}

/** The thread for a key. One job always has the same thread, which remembers its newest plan and derivation. */
function threadOf(key: string): Piscina {
  const number = createHash('sha256').update(key).digest().readUInt32BE()
  return startThreads()[number % COUNT]!
}

/**
 * Runs a task on a thread.
 * @param key tasks of one key run one after the other, on the same thread
 * @throws ApiError the task's refusal, or that it took too long
 */
export async function onThread<T extends TaskName>(
  task: T,
  key: string,
  input: TaskInput<T>,
): Promise<TaskOutput<T>> {
  const signal = AbortSignal.timeout(LONGEST)
  const done = await threadOf(key)
    .run({ task, input }, { signal })
    .catch((error: unknown) => {
      if (!signal.aborted) throw error
      throw new ApiError(
        503,
        'too-long',
        'That took longer than a minute and was ended. Try again in a minute.',
      )
    })
  if ('value' in (done as Done)) return (done as { value: TaskOutput<T> }).value
  const { status, code, message, more } = (done as { refused: ApiError }).refused
  throw new ApiError(status, code, message, more)
}
