import { fittingsOf, type FittingCount } from '../air/circuit/fittings'
import { kitLacks, type Lack } from '../air/circuit/kit'
import { METRIC_UNITS, showText, type Quantity, type UnitChoice } from '../quantity/units'
import { STAGES, type Figure, type Note } from '../quantity/figure'
import type { Plan, TakenKit } from '../document/types'
import type { Derived } from '../derive/types'
import type { Sampled } from '../load/uncertainty'

/** A note's text with its own figures filled in, in a shop's units. */
export function noteText(
  note: Pick<Note, 'text' | 'value' | 'limit' | 'quantity'>,
  units: UnitChoice,
): string {
  return note.text
    .replace('{value}', showText(note.value, note.quantity, units))
    .replace('{limit}', showText(note.limit, note.quantity, units))
}

const noteReport = (note: Note) => ({
  rank: note.rank,
  rule: note.rule,
  stage: note.stage,
  subject: note.subject,
  title: note.title,
  text: noteText(note, METRIC_UNITS),
  value: note.value,
  limit: note.limit,
  unit: SI_UNIT[note.quantity],
  source: note.source,
})

/**
 * Everything derived as one plain object: figures by stage in SI, notes in words, parts with what becomes of
 * them, fittings counted. What `bin/np check` prints.
 * @param sampled ranges of the hauls that had to be sampled, by haul.
 */
export function report(
  plan: Plan,
  derived: Derived,
  sampled: Record<string, Pick<Sampled, 'left' | 'right'>> = {},
): {
  figures: Record<
    string,
    Record<
      string,
      { value: number | null; quantity: Quantity; label: string; unit: string; low?: number; high?: number }
    >
  >
  notes: ReturnType<typeof noteReport>[]
  parts: Record<string, unknown>[]
  /** The kit it is planned with, and what is bought beside it; null without one. */
  kit: (TakenKit & { lacks: Lack[] }) | null
  fittings: FittingCount[]
} {
  const rangeOf = (stage: string, id: string, f: Figure) => {
    const [haul, side] = id.split('.') as [string, string]
    const own = stage === 'load' && (side === 'left' || side === 'right') ? sampled[haul]?.[side] : undefined
    return own ?? f.range
  }
  return {
    figures: Object.fromEntries(
      STAGES.map((stage) => [
        stage,
        Object.fromEntries(
          Object.entries(derived.stages[stage].figures).map(([id, f]) => [
            id,
            {
              label: f.label,
              value: f.value,
              quantity: f.quantity,
              unit: SI_UNIT[f.quantity],
              ...rangeOf(stage, id, f),
            },
          ]),
        ),
      ]),
    ),
    notes: derived.notes.map(noteReport),
    kit: plan.air.kit && { ...plan.air.kit, lacks: kitLacks(plan.air) },
    fittings: fittingsOf(plan.air),
    parts: [plan.air, plan.air.gone].flatMap(({ components }) =>
      Object.entries(components).map(([id, { kind, label, side, state, used, found }]) => ({
        id,
        kind,
        label,
        side,
        state,
        used,
        found,
      })),
    ),
  }
}

const SI_UNIT: Record<Quantity, string> = {
  pressure: 'Pa gauge',
  length: 'm',
  run: 'm',
  journey: 'm',
  mass: 'kg',
  force: 'N',
  springRate: 'N/m',
  torque: 'N·m',
  wireArea: 'm²',
  volume: 'm³',
  flow: 'm³/s',
  temperature: 'K',
  area: 'm²',
  current: 'A',
  drain: 'A',
  voltage: 'V',
  resistance: 'Ω',
  ohms: 'Ω',
  charge: 'A·s',
  power: 'W',
  angle: 'rad',
  ratio: '1',
  rollStiffness: 'N·m/rad',
  decibel: 'decibel',
  frequency: 'Hz',
  conductance: 'm³/(s·Pa)',
  bore: 'm',
  massFlow: 'kg/s',
  plain: '1',
  count: '1',
  time: 's',
  leak: 'Pa·m³/s',
  pressureLoss: 'Pa/s',
  weeklyLoss: 'Pa/s',
}

const millimetres = (metres: number): number | null =>
  Number.isFinite(metres) ? Math.round(metres * 1e6) / 1e3 : null

/** Every line and wire as it is run, with Lay's notes in words. What `bin/np route` prints. */
export function routeReport({ stages }: Derived) {
  const { routes } = stages.lay.result
  return {
    runs: routes.map((r) => ({
      id: r.id,
      kind: r.kind,
      from: r.from,
      to: r.to,
      points_mm: r.points.map(({ x, y, z }) => [x, y, z].map(millimetres)),
      length_mm: millimetres(r.run),
      slack_mm: millimetres(r.slack),
      cut_mm: millimetres(r.cut),
      leastHeat_mm: millimetres(r.heat),
      leastSolid_mm: millimetres(r.solid),
      leastBend_mm: millimetres(r.bend),
      ties: r.ties,
      grommets: r.grommets,
    })),
    notes: stages.lay.notes.map(noteReport),
  }
}
