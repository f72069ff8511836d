import { DIRECT, type ComponentKind, type LayPlan, type Point } from '#core/document/types'
import { useMoving } from '~/pictures/useMoving'

const SMALL: [number, number, number] = [0.07, 0.06, 0.06]
/** Sizes of parts whose class gives none, as they are drawn: along, across, up; m (from memory). */
const SIZE: Partial<Record<ComponentKind, [number, number, number]>> = {
  tank: [0.5, 0.16, 0.16],
  belt: [0.2, 0.16, 0.2],
  manifold: [0.12, 0.06, 0.05],
  plug: [0.03, 0.03, 0.03],
  relief: [0.03, 0.03, 0.05],
  drain: [0.03, 0.03, 0.04],
  pressureSwitch: [0.04, 0.04, 0.06],
  spring: [0, 0, 0],
  handFill: [0.06, 0.06, 0.06],
  tee: [0.06, 0.05, 0.05],
  filter: [0.07, 0.07, 0.12],
  dryer: [0.09, 0.06, 0.06],
}

/** Hundredths of a metre: what a hand can lay to. */
const tidy = (v: number) => Math.round(v * 100) / 100

/** The parts laid on the truck, and the ways to move them. */
export function useLay() {
  const job = useJob()
  const screen = useScreen()
  const plan = computed(() => job.plan!)
  const stage = computed(() => job.derived!.stages.lay)
  const result = computed(() => stage.value.result)
  const set = (label: string, change: (lay: LayPlan) => void) => job.edit(label, (draft) => change(draft.lay))
  /** What is screwed into another part stands with it and is not laid by itself. */
  const screwed = computed(
    () =>
      new Set(
        Object.values(plan.value.air.lines)
          .filter((l) => l.tube === DIRECT)
          .map((l) => l.from),
      ),
  )
  const parts = computed(() =>
    Object.entries(plan.value.air.components)
      .filter(([id]) => !screwed.value.has(id))
      .map(([id, c]) => {
        const r = job.derived!.stages.air.result
        const size =
          c.kind === 'compressor'
            ? (r.compressor?.size ?? SMALL)
            : c.kind === 'block'
              ? (r.block?.size ?? SMALL)
              : (SIZE[c.kind] ?? SMALL)
        return { id, ...c, place: result.value.places[id]!, size }
      }),
  )
  function put(id: string, label: string, place: Point): void {
    set(`Move ${label}`, (lay) => {
      lay.places[id] = place
    })
  }
  const moves = useMoving<{ id: string; label: string; view: 'above' | 'side' }>(
    ({ id, label, view }) => {
      screen.subject = id
      const from = { ...result.value.places[id]! }
      return {
        label: `Move ${label}`,
        to: (dx, dy) => {
          const x = tidy(from.x - dx / 1000)
          const place =
            view === 'above'
              ? { ...from, x, y: tidy(from.y - dy / 1000) }
              : { ...from, x, z: tidy(from.z - dy / 1000) }
          return (draft) => void (draft.lay.places[id] = place)
        },
      }
    },
    { usual: 50, fine: 10 },
  )
  const alarmed = computed(
    () => new Set(stage.value.notes.filter((n) => n.rank !== 'know').map((n) => n.subject)),
  )
  return { plan, stage, result, parts, alarmed, set, put, moves }
}
