import { scenariosOf, haulSets } from '#core/whatIf/runs'
import type { NamedScenario, RunResult } from '#core/air/run/types'
import type { ScenarioStep } from '#core/document/types'
import { hire, type Hired } from '~/workers/hire'
import type { Hand } from '~/workers/run'

/** What the circuit's picture shows at one instant of a run. */
export interface LivePicture {
  /** Flow along each line, kg/s, and how far its dashes have moved, px. */
  flow: Record<string, number>
  phase: Record<string, number>
  /** Pa gauge by component, left before right. */
  pressure: Record<string, number[]>
  /** Components with an open valve or a running motor. */
  open: Set<string>
}

/** Speed of the dashes, px/s for each kg/s of flow. */
const DASH_SPEED = 30_000
const FASTEST = 160
const FRAME = 50
/** Rows of a live run that are kept; beyond that every second one is dropped. */
const MOST_LIVE = 4000

type Ran = {
  scenario: NamedScenario | null
  result: Pick<RunResult, 'columns' | 'rows' | 'where' | 'events' | 'highestCurrent'>
  whole: RunResult | null
  plan: unknown
}

/** The state of the player. */
function playerState() {
  return {
    ran: shallowRef<Ran | null>(null),
    /** The valves that can be pressed, while the circuit is run live. */
    hands: shallowRef<Hand[] | null>(null),
    running: ref(false),
    busy: ref(false),
    problem: ref(''),
    /** Position in the run, 0 to 1. */
    at: ref(1),
    speed: ref(5),
    playing: ref(false),
  }
}
type PlayerState = ReturnType<typeof playerState>

/** What the run shows at the position of the player. */
function useShown({ ran, at }: PlayerState, isStale: () => boolean) {
  const row = computed(() => {
    const rows = ran.value?.result.rows
    return rows?.length ? rowAt(rows, at.value) : null
  })
  const columnAt = computed(() => new Map(ran.value?.result.columns.map((c, i) => [c.id, i]) ?? []))
  const value = (id: string) => {
    const i = columnAt.value.get(id)
    return i === undefined || !row.value ? null : row.value[i]!
  }

  const phase = shallowRef<Record<string, number>>({})
  /** Moves the dashes by the current flow. */
  function move(dt: number): void {
    if (!row.value) return
    const next = { ...phase.value }
    for (const [id, i] of columnAt.value) {
      if (!id.startsWith('flow.')) continue
      const [line, flow] = [id.slice(5), row.value[i]!]
      next[line] = (next[line] ?? 0) - Math.sign(flow) * Math.min(Math.abs(flow) * DASH_SPEED, FASTEST) * dt
    }
    phase.value = next
  }
  const live = computed((): LivePicture | null => {
    if (!ran.value || !row.value || isStale()) return null
    const picture: LivePicture = { flow: {}, phase: phase.value, pressure: {}, open: new Set() }
    for (const [id, i] of columnAt.value) {
      if (id.startsWith('flow.')) picture.flow[id.slice(5)] = row.value[i]!
      if (id.startsWith('open.') && row.value[i]! > 0) picture.open.add(id.slice(5).split('.')[0]!)
    }
    for (const [part, column] of Object.entries(ran.value.result.where)) {
      const pressure = value(column)
      const [id, port] = part.split('.') as [string, string?]
      // A gauge on a valve reads the side away from the supply; a dual gauge shows both its sides.
      if (pressure !== null && (!port || port === 'out' || port === 'left' || port === 'right'))
        picture.pressure[id] = [...(port === 'right' ? (picture.pressure[id] ?? []) : []), pressure]
    }
    return picture
  })
  return { row, value, move, live }
}

/** The first row of a run at or after a position, 0 to 1. */
function rowAt(rows: readonly number[][], at: number): number[] {
  const t = rows[0]![0]! + at * (rows.at(-1)![0]! - rows[0]![0]!)
  let [low, high] = [0, rows.length - 1]
  while (low < high) {
    const middle = (low + high) >> 1
    if (rows[middle]![0]! >= t - 1e-12) high = middle
    else low = middle + 1
  }
  return rows[low]!
}

/**
 * Plays a run from where it stands, frame by frame.
 * @param move moves the dashes
 * @param live computes the next piece of a live run
 */
function useClock(
  { ran, hands, at, speed, playing }: PlayerState,
  move: (dt: number) => void,
  live: (dt: number) => Promise<void>,
) {
  let frame = 0
  function hold(): void {
    cancelAnimationFrame(frame)
    playing.value = false
  }
  function playOn(dt: number): void {
    const rows = ran.value!.result.rows
    at.value = Math.min(at.value + (dt * speed.value) / Math.max(rows.at(-1)![0]!, 1e-9), 1)
    if (at.value >= 1) hold()
  }
  function go(): void {
    if (playing.value) return
    playing.value = true
    let last = performance.now()
    let waiting = false
    const tick = (now: number) => {
      if (!playing.value) return
      const dt = Math.min((now - last) / 1000, 0.25)
      if (now - last >= FRAME && !waiting) {
        last = now
        move(dt)
        if (hands.value) {
          waiting = true
          void live(dt).finally(() => {
            waiting = false
          })
        } else playOn(dt)
      }
      if (playing.value) frame = requestAnimationFrame(tick)
    }
    frame = requestAnimationFrame(tick)
  }
  function play(): void {
    if (playing.value) return hold()
    if (!ran.value) return
    if (!hands.value && at.value >= 1) at.value = 0
    go()
  }
  return { go, hold, play }
}

/** The worker that computes runs. */
function useRunWorker() {
  let hired: Hired<'run'> | null = null
  /** True while it computes something that may no longer be wanted. */
  let isAtWork = false
  const quit = () => {
    hired?.end()
    hired = null
    isAtWork = false
  }
  return {
    quit,
    /** Ends it if it computes something; an idle one is kept, because starting a new one takes longer. */
    quitIfAtWork: () => isAtWork && quit(),
    /** Has it compute something. @returns null if it was ended meanwhile */
    async ask<T>(question: (work: Hired<'run'>['work']) => Promise<T>): Promise<{ answer: T } | null> {
      const mine = (hired ??= hire('run'))
      isAtWork = true
      try {
        const answer = await question(mine.work)
        return hired === mine ? { answer } : null
      } catch (error) {
        if (hired === mine) throw error
        return null
      } finally {
        if (hired === mine) isAtWork = false
      }
    },
    /** The worker if there is one, for a live run. */
    now: () => hired?.work,
  }
}

/** Plays runs of the planned circuit: scenarios computed at once in a worker, or live with valves to press. */
export function usePlayer() {
  const job = useJob()
  const scenarios = computed(() => scenariosOf(job.plan!, job.derived!))
  const sets = computed(() => haulSets(job.plan!, job.derived!))
  const chosen = ref('')
  const scenarioId = computed(() =>
    scenarios.value.some((s) => s.id === chosen.value)
      ? chosen.value
      : ((scenarios.value.find((s) => s.id === `up-${job.haulId}`) ?? scenarios.value[0])?.id ?? ''),
  )
  const state = playerState()
  const { ran, hands, running, busy, problem, at, speed } = state
  /** True if the plan has changed since the run. */
  const stale = computed(() => ran.value !== null && ran.value.plan !== job.plan)
  const worker = useRunWorker()
  const { move, ...shown } = useShown(state, () => stale.value)
  const { go, hold, play } = useClock(state, move, live)

  const plain = () => JSON.parse(JSON.stringify(job.plan)) as unknown
  function stop(): void {
    hold()
    worker.quitIfAtWork()
    running.value = false
    hands.value = null
    busy.value = false
  }

  async function start(): Promise<void> {
    stop()
    problem.value = ''
    running.value = true
    const { plan } = job
    try {
      const found = await worker.ask((work) => work.runThrough(plain(), scenarioId.value))
      if (!found) return
      const { answer } = found
      ran.value = answer && { scenario: answer.scenario, result: answer.result, whole: answer.result, plan }
      at.value = 1
    } catch (error) {
      problem.value = `This run did not come to its end: ${(error as Error).message}`
    }
    running.value = false
  }

  /** Starts a live run at the minimum pressure, with the shown haul or empty. */
  async function takeOver(loaded: boolean): Promise<void> {
    stop()
    problem.value = ''
    const least = job.derived!.stages.load.result.spring?.minPressure ?? 0
    const { plan } = job
    try {
      const found = await worker.ask((work) => work.open(plain(), loaded ? job.haulId : null, least, least))
      if (!found?.answer) return
      const opened = found.answer
      hands.value = opened.hands
      ran.value = { scenario: null, result: { ...opened, events: [], highestCurrent: 0 }, whole: null, plan }
      at.value = 1
      go()
    } catch (error) {
      problem.value = `The circuit cannot be run: ${(error as Error).message}`
      stop()
    }
  }
  const press = (part: string, way: 'up' | 'down' | null) => void worker.now()?.press(part, way)
  const begin = (step: ScenarioStep) => {
    busy.value = true
    void worker.now()?.begin(step)
    go()
  }

  async function live(dt: number): Promise<void> {
    const now = ran.value
    try {
      const next = await worker.now()?.advance(dt * speed.value)
      if (!next || !now || ran.value !== now) return
      let rows = [...now.result.rows, ...next.rows]
      if (rows.length > MOST_LIVE) rows = rows.filter((_, i) => i % 2 === 0 || i === rows.length - 1)
      busy.value = next.busy
      ran.value = { ...now, result: { ...now.result, rows, events: [...now.result.events, ...next.events] } }
      at.value = 1
    } catch (error) {
      problem.value = `The run stopped: ${(error as Error).message}`
      stop()
    }
  }
  onScopeDispose(() => {
    stop()
    worker.quit()
  })

  return {
    ...{ scenarios, sets, chosen, scenarioId, stale },
    ...state,
    ...shown,
    ...{ start, stop, takeOver, press, begin, play, hold },
  }
}
export type Player = ReturnType<typeof usePlayer>
