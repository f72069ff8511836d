import { STAGES, type Figure, type StageName } from '#core/quantity/figure'
import type { Derived } from '#core/derive/types'
import { show, type UnitChoice } from '#core/quantity/units'

export const STAGE_TITLES: Record<StageName, { name: string; what: string }> = {
  truck: { name: 'Truck', what: 'What is under there, as measured.' },
  load: { name: 'Load', what: 'What it carries, and the air that brings it level.' },
  air: { name: 'Air', what: 'Springs, supply and control, and how they join.' },
  lay: { name: 'Lay', what: 'Drag a part; lines and wires re-run as you move it.' },
  power: { name: 'Power', what: 'Wires, guards and earths for this set.' },
  tune: { name: 'Tune', what: 'A pressure for each haul, and the minimum.' },
  build: { name: 'Build', what: 'The steps for this very plan, in order.' },
  prove: { name: 'Prove', what: 'Does it hold, with the weather taken out?' },
  handover: { name: 'Hand over', what: 'What the driver takes along.' },
}

/** A stage's figure by id, or the current haul's figure of that name. */
export function figureOf(
  derived: Derived | null,
  stage: StageName,
  id: string,
  haul: string,
): Figure | undefined {
  const figures = derived?.stages[stage].figures
  return figures?.[id] ?? figures?.[`${haul}.${id}`]
}

export const stageNumber = (stage: StageName) => STAGES.indexOf(stage) + 1
export const isStage = (name: unknown): name is StageName => STAGES.includes(name as StageName)

/** A figure without its unit, for several figures together or a unit shown beside them. */
export const bareFigure = (figure: Figure | undefined, units: UnitChoice): string =>
  figure ? show(figure.value, figure.quantity, units).text : '—'
