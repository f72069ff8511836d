import { ordered, type LayPlan, type Point } from '#core/document/types'
import { movedTogether } from '#core/lay/carrier'
import { laidParts } from '#core/lay/space/room'
import { snapped } from '#core/lay/space/snap'
import { laidSize } from '#core/lay/space/stand'
import { useMoving } from '~/pictures/useMoving'

/** Hundredths of a metre: as exact as a hand can lay. */
const tidy = (v: number) => Math.round(v * 100) / 100

/** Distance moved by an arrow key, and with Shift held, mm. */
const STEP = { usual: 50, fine: 10 }
export type FlatView = 'below' | 'side'
/** A place moved on a flat picture by a distance to the right and down, mm. */
function movedIn(view: FlatView, { x, y, z }: Point, dx: number, dy: number): Point {
  const ahead = tidy(x - dx / 1000)
  return view === 'below' ? { x: ahead, y: tidy(y - dy / 1000), z } : { x: ahead, y, z: tidy(z - dy / 1000) }
}

/** The parts laid on the truck, and how to move them. */
export function useLay() {
  const job = useJob()
  const screen = useScreen()
  const plan = computed(() => job.plan!)
  const stage = computed(() => job.derived!.stages.lay)
  const result = computed(() => stage.value.result)
  const set = (label: string, change: (lay: LayPlan) => void) => job.edit(label, (draft) => change(draft.lay))
  /** Springs at their seats, and every part with a place of its own. */
  const parts = computed(() => {
    const { air, lay } = plan.value
    const own = new Set(laidParts(air))
    return Object.entries(air.components)
      .filter(([id, c]) => c.kind === 'spring' || own.has(id))
      .map(([id, c]) => ({ id, ...c, place: result.value.places[id]!, size: laidSize(air, lay.stands, id) }))
  })
  function put(id: string, label: string, place: Point): void {
    const moved = movedTogether(plan.value.lay, result.value.places, id, place)
    set(`Move ${label}`, (lay) => void Object.assign(lay.places, moved))
  }
  const moves = useMoving<{ id: string; label: string; view: FlatView }>(({ id, label, view }) => {
    screen.subject = id
    const { places } = result.value
    const from = places[id]!
    const { truck, air, lay } = plan.value
    const size = laidSize(air, lay.stands, id)
    // A dragged part snaps to steel it comes near; the arrow keys place it exactly.
    const to = (dx: number, dy: number, nudged: boolean) => {
      const place = movedIn(view, from, dx, dy)
      return nudged ? place : snapped(place, size, truck)
    }
    return {
      label: `Move ${label}`,
      to: (dx, dy, nudged) => {
        const moved = movedTogether(lay, places, id, to(dx, dy, nudged))
        return (draft) => void Object.assign(draft.lay.places, moved)
      },
    }
  }, STEP)
  const waypointsOf = (id: string): Point[] => plan.value.lay.waypoints[id] ?? []
  /** The shown run: the chosen one, otherwise the longest cut. */
  const chosenRun = computed(() => {
    const { routes, cuts } = result.value
    return routes.find((r) => r.id === screen.subject) ?? cuts[0] ?? routes[0] ?? null
  })
  /** A place that a run must pass, by the run and its position in the list. */
  const movesWaypoint = useMoving<{ run: string; index: number; view: FlatView }>(({ run, index, view }) => {
    const from = waypointsOf(run)[index]!
    return {
      label: 'Move a place to pass',
      to: (dx, dy) => (draft) => void (draft.lay.waypoints[run]![index] = movedIn(view, from, dx, dy)),
    }
  }, STEP)
  /** A thing entered by hand. */
  const movesThing = useMoving<{ id: string; view: FlatView }>(({ id, view }) => {
    screen.subject = id
    const { label, at: from } = plan.value.lay.solids[id]!
    return {
      label: `Move ${label}`,
      to: (dx, dy) => (draft) => void (draft.lay.solids[id]!.at = movedIn(view, from, dx, dy)),
    }
  }, STEP)
  const things = computed(() =>
    ordered(plan.value.lay.solids)
      .filter(([, thing]) => thing.there)
      .map(([id, thing]) => ({ id, ...thing })),
  )
  const alarmed = computed(
    () => new Set(stage.value.notes.filter((n) => n.rank !== 'know').map((n) => n.subject)),
  )
  return {
    plan,
    stage,
    result,
    parts,
    things,
    alarmed,
    chosenRun,
    waypointsOf,
    set,
    put,
    moves,
    movesThing,
    movesWaypoint,
  }
}
