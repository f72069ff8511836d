import { PRACTICE } from '../catalog/practice'
import type { Derived } from '../derive/types'
import type { EnteredSolid, Plan, Point } from '../document/types'
import { laidParts, nearestRoom, partBox, solidsOf } from '../lay/space/room'
import { boxAround, boxToShape } from '../lay/space/shapes'
import { laidSize } from '../lay/space/stand'

/** What was corrected on one side, as it would be on the other. */
export type OtherSide =
  | {
      kind: 'place'
      part: string
      at: Point
      /** How far it stands from the mirrored place, m, and what keeps it from there; 0 and empty if nothing does. */
      moved: number
      because: string[]
    }
  | {
      kind: 'solid'
      solid: Omit<EnteredSolid, 'order'>
      /** What the plan has at that place already. */
      because: string[]
    }

/** The id of the same thing on the other side; null for what has no side. */
export function twinOf(id: string): string | null {
  if (/(^|-)left($|-)/.test(id)) return id.replace(/(^|-)left($|-)/, '$1right$2')
  if (/(^|-)right($|-)/.test(id)) return id.replace(/(^|-)right($|-)/, '$1left$2')
  return null
}

const mirrored = ({ x, y, z }: Point): Point => ({ x, y: -y, z })
const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z)
/** Places nearer to each other than this are one, m. */
const SAME = 0.02
/** Things found farther from a part than this are not offered in its step, m. */
const NEAR = 0.8

/**
 * What hands corrected in the step of the other side, offered mirrored for this one: a place that was taken
 * there, and things that were found in the way. Where the truck differs, such as by its exhaust, it says so.
 */
export function otherSide(
  plan: Plan,
  derived: Derived,
  step: { id: string; part: string | null },
): OtherSide[] {
  const twinStep = twinOf(step.id)
  const twinPart = step.part && twinOf(step.part)
  const found = Object.values(plan.build.fromTruck).filter((one) => one.step === twinStep)
  if (!twinPart || !step.part || found.length === 0) return []
  const { places, stands } = derived.stages.lay.result
  const { truck } = derived.stages.truck.result
  const solids = solidsOf(truck, plan.air, plan.lay.solids)
  const offers: OtherSide[] = []
  const own = places[step.part]
  const taken = plan.lay.places[twinPart]
  if (own && taken && found.some(({ kind }) => kind === 'does-not-fit')) {
    const size = laidSize(plan.air, stands, step.part)
    const wanted = mirrored(taken)
    const box = partBox(wanted, size)
    const because = solids.flatMap(({ shape, kind, label }) =>
      boxToShape(box, shape) < (kind === 'hot' ? PRACTICE.heatClearance.value : 0) ? [label] : [],
    )
    const others = laidParts(plan.air)
      .filter((id) => id !== step.part && places[id])
      .map((id) => ({
        label: plan.air.components[id]!.label,
        shape: partBox(places[id]!, laidSize(plan.air, stands, id)),
      }))
    because.push(...others.flatMap(({ label, shape }) => (boxToShape(box, shape) <= 0 ? [label] : [])))
    const boxes = others.map(({ shape }) => shape)
    const at = nearestRoom(wanted, size, truck, solids, boxes)
    if (at && far(at, own) > SAME) {
      const moved = far(at, wanted)
      offers.push({
        kind: 'place',
        part: step.part,
        at,
        moved: moved > SAME ? moved : 0,
        because: moved > SAME ? [...new Set(because)] : [],
      })
    }
  }
  const middle = places[twinPart]
  if (middle && found.some(({ kind }) => kind === 'in-the-way')) {
    const entered = Object.values(plan.lay.solids)
    for (const { order: _, ...solid } of entered) {
      const at = mirrored(solid.at)
      const known = entered.some((other) => far(other.at, at) < SAME)
      if (Math.abs(solid.at.y) < SAME || far(solid.at, middle) > NEAR || known) continue
      const [x, y, z] = [solid.size.along / 2, solid.size.across / 2, solid.size.up / 2]
      const box = boxAround(
        { x: at.x - x, y: at.y - y, z: at.z - z },
        { x: at.x + x, y: at.y + y, z: at.z + z },
      )
      const because = solids.filter(({ shape }) => boxToShape(box, shape) <= 0).map(({ label }) => label)
      offers.push({ kind: 'solid', solid: { ...solid, at }, because })
    }
  }
  return offers
}
