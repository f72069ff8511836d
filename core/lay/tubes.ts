import { tubeClass } from '../catalog/tubes'
import { ordered, type AirPlan, type LayPlan } from '../document/types'
import { planCuts } from './cutPlan'
import type { Route, TubeCuts } from './types'

/** A tube cutter removes nothing, m. */
const KERF = 0
/** Offcuts longer than this are kept, m (from memory). */
export const KEEP_OVER = 0.3

/** Coils of a tube: the kit's own, and those recorded on the shelf. */
function coilsOf(tube: string, air: AirPlan, lay: LayPlan): TubeCuts['coils'] {
  const { kit } = air
  const fromKit =
    kit?.tubeClass === tube && kit.tubeLength !== null
      ? [{ length: kit.tubeLength, count: 1, label: `“${kit.label}”`, ofKit: true }]
      : []
  const shelf = ordered(lay.coils)
    .filter(([, coil]) => coil.tube === tube)
    .map(([, { length, count }]) => ({ length, count, label: 'shelf', ofKit: false }))
  return [...fromKit, ...shelf]
}

/**
 * What every line that comes off a coil is cut from. Hoses with their ends on are bought in standard lengths.
 */
export function tubeCuts(air: AirPlan, lay: LayPlan, cuts: readonly Route[]): TubeCuts[] {
  const cut = cuts.filter(({ coiled }) => coiled === null)
  const tubeOf = ({ id }: Route) => air.lines[id]!.tube ?? air.tubeClass
  return [...new Set(cut.map(tubeOf))].map((tube) => {
    const lines = cut.filter((line) => tubeOf(line) === tube)
    const coils = coilsOf(tube, air, lay)
    const label = air.classes[tube]?.label ?? tubeClass(tube)?.label ?? tube
    return {
      tube,
      label,
      lines: lines.map(({ id }) => id),
      wanted: lines.reduce((sum, line) => sum + line.cut, 0),
      coils,
      plan:
        coils.length === 0
          ? null
          : planCuts(
              lines.map((line) => line.cut),
              coils,
              KERF,
            ),
    }
  })
}
