import * as yup from 'yup'
import { keptOffcuts, planCuts } from '../lay/cutPlan'
import { roundedLength } from '../lay/run/bends'
import { define, list, mm, notNegative, object, positive } from './define'

/** Length of a bent run, and which coil each piece is cut from. */

const toMm = (metres: number) => Math.round(metres * 1e9) / 1e6

/** A place in space, three numbers. */
const place = () =>
  yup
    .mixed()
    .test('place', '${path}', function (value) {
      const isPlace =
        Array.isArray(value) &&
        value.length === 3 &&
        value.every((v) => typeof v === 'number' && Number.isFinite(v) && Math.abs(v) <= 1e6)
      if (isPlace) return true
      return this.createError({ message: `${this.path} must be three numbers in mm, as [0, 0, 0]` })
    })
    .meta({ label: 'Place: along, across, up', unit: 'mm' } as object)

export const bendLengthCalculator = define<{ points_mm: [number, number, number][]; bendRadius_mm: number }>({
  name: 'bend-length',
  title: 'Length of a run with its bends',
  formula: 'Σ pieces − Σ (2·r·tan(θ/2) − r·θ)',
  source: 'Plane geometry of tangent arcs',
  schema: object({
    points_mm: list(place(), 2),
    bendRadius_mm: notNegative('Bend radius', 'mm'),
  }),
  outputs: {
    length_mm: { label: 'Length', unit: 'mm' },
    tooTight: { label: 'Corners without room for their bend', unit: '' },
  },
  example: {
    points_mm: [
      [0, 0, 0],
      [1000, 0, 0],
      [1000, 500, 0],
      [1000, 500, 300],
    ],
    bendRadius_mm: 50,
  },
  run(input) {
    const points = input.points_mm.map(([x, y, z]) => ({ x: mm(x), y: mm(y), z: mm(z) }))
    const { length, tooTight } = roundedLength(points, mm(input.bendRadius_mm))
    return { length_mm: toMm(length), tooTight }
  },
})

export const cutPlanCalculator = define<{
  pieces_mm: number[]
  coils: { length_mm: number; count: number }[]
  kerf_mm: number
  keepOver_mm: number
}>({
  name: 'cut-plan',
  title: 'Which coil each piece is cut from',
  formula: 'fewest coils that hold every piece and every cut',
  source: 'One-dimensional cutting stock, searched through; best-fit decreasing where that takes too long',
  schema: object({
    pieces_mm: list(positive('Piece', 'mm').max(1e6), 1, 200),
    coils: list(
      object({
        length_mm: positive('Coil', 'mm').max(1e6),
        count: positive('How many', '').integer('${path} must be a whole number').max(1000),
      }),
      1,
      50,
    ),
    kerf_mm: notNegative('One cut takes', 'mm').max(1e6),
    keepOver_mm: notNegative('Offcuts kept over', 'mm').max(1e6),
  }),
  outputs: {
    coilsUsed: { label: 'Coils', unit: '' },
    cuts: { label: 'From each', unit: '' },
    kept_mm: { label: 'Offcuts kept', unit: 'mm' },
    best: { label: 'Proven fewest', unit: '' },
    short: { label: 'Pieces that fit nowhere', unit: '' },
  },
  example: {
    pieces_mm: [4620, 2180, 240, 900],
    coils: [
      { length_mm: 6000, count: 1 },
      { length_mm: 3000, count: 2 },
    ],
    kerf_mm: 0,
    keepOver_mm: 300,
  },
  run({ pieces_mm, coils, kerf_mm, keepOver_mm }) {
    const plan = planCuts(
      pieces_mm.map(mm),
      coils.map(({ length_mm, count }) => ({ length: mm(length_mm), count })),
      mm(kerf_mm),
    )
    if ('short' in plan) return { coilsUsed: null, cuts: null, kept_mm: null, best: null, short: plan.short }
    return {
      coilsUsed: plan.cuts.length,
      cuts: plan.cuts.map(({ coil, pieces, offcut }) => ({ coil, pieces, offcut_mm: toMm(offcut) })),
      kept_mm: keptOffcuts(plan, mm(keepOver_mm)).map(toMm),
      best: plan.best,
      short: [],
    }
  },
})
