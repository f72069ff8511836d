/** A piece of work: how long it takes, and what it follows. */
export interface Task {
  id: string
  minutes: number
  after: readonly string[]
}

/** Tasks that follow themselves, or something that is not there. */
export class ScheduleError extends Error {}

/** Tasks so that each comes after everything it follows; otherwise in the order they were given. */
function sorted(tasks: readonly Task[]): Task[] {
  const known = new Map(tasks.map((task) => [task.id, task]))
  const state = new Map<string, 'open' | 'done'>()
  const order: Task[] = []
  const visit = (task: Task): void => {
    if (state.get(task.id) === 'done') return
    if (state.get(task.id) === 'open') throw new ScheduleError(`“${task.id}” follows itself`)
    state.set(task.id, 'open')
    for (const id of task.after) {
      const before = known.get(id)
      if (!before) throw new ScheduleError(`“${task.id}” follows “${id}”, which is not there`)
      visit(before)
    }
    state.set(task.id, 'done')
    order.push(task)
  }
  tasks.forEach(visit)
  return order
}

/**
 * The longest chain of tasks, each of which follows the one before it: no number of hands is quicker. Its
 * length in minutes and its ids in order; the first of several equal chains in the order given.
 * @throws {ScheduleError} on a ring or an unknown id
 */
export function criticalPath(tasks: readonly Task[]): { minutes: number; critical: string[] } {
  const order = sorted(tasks)
  const end = new Map<string, { minutes: number; from: string | null }>()
  for (const { id, minutes, after } of order) {
    let from: string | null = null
    for (const before of after)
      if (from === null || end.get(before)!.minutes > end.get(from)!.minutes) from = before
    end.set(id, { minutes: minutes + (from === null ? 0 : end.get(from)!.minutes), from })
  }
  let last: string | null = null
  for (const { id } of order) if (last === null || end.get(id)!.minutes > end.get(last)!.minutes) last = id
  const critical: string[] = []
  for (let at = last; at !== null; at = end.get(at)!.from) critical.unshift(at)
  return { minutes: last === null ? 0 : end.get(last)!.minutes, critical }
}

/** When each task begins and who does it. */
export interface Turn {
  id: string
  hand: number
  from: number
  to: number
}

/**
 * Tasks shared out among so many people: whoever is free takes the open task with the longest chain behind it.
 * List scheduling by critical path (Graham, 1966): never longer than 2 − 1/n times the best.
 */
export function shareOut(tasks: readonly Task[], people: number): { minutes: number; turns: Turn[] } {
  const order = sorted(tasks)
  const tail = new Map<string, number>(order.map(({ id, minutes }) => [id, minutes]))
  for (const { id, after } of [...order].reverse())
    for (const before of after) {
      const task = order.find((t) => t.id === before)!
      tail.set(before, Math.max(tail.get(before)!, task.minutes + tail.get(id)!))
    }
  const done = new Map<string, number>()
  const free = Array.from({ length: people }, () => 0)
  const turns: Turn[] = []
  const left = new Set(order)
  while (left.size > 0) {
    const hand = free.indexOf(Math.min(...free))
    const now = free[hand]!
    const ready = [...left].filter(({ after }) => after.every((id) => (done.get(id) ?? Infinity) <= now))
    if (ready.length === 0) {
      // Nothing can begin: this person waits for the next task to end.
      free[hand] = Math.min(...[...done.values()].filter((end) => end > now))
      continue
    }
    const task = ready.reduce((best, t) => (tail.get(t.id)! > tail.get(best.id)! ? t : best))
    left.delete(task)
    const to = now + task.minutes
    done.set(task.id, to)
    free[hand] = to
    turns.push({ id: task.id, hand, from: now, to })
  }
  return { minutes: Math.max(0, ...done.values()), turns }
}
