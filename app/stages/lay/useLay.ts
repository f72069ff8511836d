import { partSize } from '#core/catalog/partSizes'
import type { LayPlan, Point } from '#core/document/types'
import { laidParts } from '#core/lay/space/room'
import { useMoving } from '~/pictures/useMoving'

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
  /** Springs at their seats, and every part with a place of its own. */
  const parts = computed(() => {
    const { air } = plan.value
    const own = new Set(laidParts(air))
    return Object.entries(air.components)
      .filter(([id, c]) => c.kind === 'spring' || own.has(id))
      .map(([id, c]) => ({ id, ...c, place: result.value.places[id]!, size: partSize(air, id) }))
  })
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
