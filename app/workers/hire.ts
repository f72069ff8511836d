import { wrap, type Remote } from 'comlink'
import type { Work } from './work'

/** A worker for one kind of work: its methods, and how to end it. */
export interface Hired<Name extends keyof Work> {
  work: Remote<Work[Name]>
  end: () => void
}

export function hire<Name extends keyof Work>(name: Name): Hired<Name> {
  const worker = new Worker(new URL('./work.ts', import.meta.url), { type: 'module', name })
  return { work: wrap<Work[Name]>(worker), end: () => worker.terminate() }
}

/** Most workers for one task: each keeps a system of its own. */
const MOST_WORKERS = 4

/** As many workers as there are cores, but no more than there are jobs. */
export function hireSeveral<Name extends keyof Work>(name: Name, jobs: number): Hired<Name>[] {
  const cores = Math.max(navigator.hardwareConcurrency || 2, 1)
  return Array.from({ length: Math.min(cores, MOST_WORKERS, jobs) }, () => hire(name))
}

/** Works through jobs: each worker prepares itself, then takes the next job that is left. */
export async function workOff<Name extends keyof Work, Job>(
  hired: readonly Hired<Name>[],
  jobs: Iterable<Job>,
  makeReady: (work: Remote<Work[Name]>) => Promise<unknown>,
  doOne: (work: Remote<Work[Name]>, job: Job) => Promise<void>,
): Promise<void> {
  const open = jobs[Symbol.iterator]()
  await Promise.all(
    hired.map(async ({ work }) => {
      await makeReady(work)
      for (let next = open.next(); !next.done; next = open.next()) await doOne(work, next.value)
    }),
  )
}
