import * as yup from 'yup'
import { AWG_SIZES, METRIC_SIZES } from '../catalog/electrical'
import { fraction, gauge, kPa, positive, table } from './define'

/** Fields used by more than one calculator, and fields with more than one form. */

const awgs = AWG_SIZES.map((s) => s.awg!)
const metric = METRIC_SIZES.map((s) => s.mm2!)

export type Size = { awg: number } | { mm2: number }
/** Copper area of a wire size, m². */
export const areaOf = (size: Size): number =>
  ('awg' in size ? AWG_SIZES.find((s) => s.awg === size.awg)! : METRIC_SIZES.find((s) => s.mm2 === size.mm2)!)
    .area

/** `{awg: n}` or `{mm2: n}`, one of the sizes in the table. */
export function sizeField(label: string) {
  return yup
    .mixed()
    .required('${path} is missing: {"awg": 10} or {"mm2": 6}')
    .meta({ label, unit: '{awg} or {mm2}' } as object)
    .test('size', '${path}', function (value) {
      const size = value as Record<string, unknown>
      const keys = typeof size === 'object' && size !== null && !Array.isArray(size) ? Object.keys(size) : []
      if (keys.length === 1 && keys[0] === 'awg' && awgs.includes(size.awg as number)) return true
      if (keys.length === 1 && keys[0] === 'mm2' && metric.includes(size.mm2 as number)) return true
      return this.createError({
        message: `${this.path} must be {"awg": n} with n one of ${awgs.join(', ')}, or {"mm2": n} with n one of ${metric.join(', ')}`,
      })
    })
}

export type Return = 'wire' | { resistance_mOhm: number }
/** Resistance of the return path, Ω; null if it is a wire like the feed. */
export const returnOf = (value: Return): number | null =>
  value === 'wire' ? null : value.resistance_mOhm / 1000
/** `"wire"`, or a return path by its resistance. */
export const returnField = () =>
  yup
    .mixed()
    .required('${path} is missing: "wire" or {"resistance_mOhm": n}')
    .meta({ label: 'Return path', unit: '"wire" or {resistance_mOhm}' } as object)
    .test('return', '${path}', function (value) {
      if (value === 'wire') return true
      const keys =
        typeof value === 'object' && value !== null && !Array.isArray(value) ? Object.keys(value) : []
      const resistance = (value as { resistance_mOhm?: unknown }).resistance_mOhm
      if (
        keys.length === 1 &&
        typeof resistance === 'number' &&
        Number.isFinite(resistance) &&
        resistance > 0
      )
        return true
      return this.createError({
        message: `${this.path} must be "wire" or {"resistance_mOhm": a number above 0}`,
      })
    })

export const criticalRatio = () => fraction('Critical pressure ratio').lessThan(1, '${path} must be below 1')

/** A compressor's free air by the pressure it pumps against. */
export const freeAirField = () =>
  table(
    'Compressor, free air',
    'kPa gauge, free L/min',
    (_, flow) => flow >= 0,
    'a flow must not be below 0 L/min',
  )
/** The same in Pa gauge and m³/s. */
export const freeAirOf = (rows: [number, number][]) =>
  rows.map(([pressure, flow]): [number, number] => [kPa(pressure), flow / 60_000])

/** Air in a vessel that goes from one pressure to another. */
export const vesselFields = () => ({
  volume_L: positive('Volume', 'L'),
  from_kPa: gauge('From'),
  to_kPa: gauge('To'),
})
/** What is wrong with gauge pressures that no air can have, by field; `atmosphere` Pa. */
export const vacuumProblems = (pressures: Record<string, number>, atmosphere: number): string[] =>
  Object.entries(pressures)
    .filter(([, pressure]) => kPa(pressure) + atmosphere <= 0)
    .map(([field]) => `${field} is at or below a vacuum for this atmosphere`)

/** Number of live conductors that lie together. */
export function bundleField() {
  return positive('Current-carrying conductors together', '').integer(
    '${path} must be a whole number, 1 for a wire alone',
  )
}

/** Checks a value of one of several forms by that form’s schema, with the whole path in each message. */
export function nested(
  context: yup.TestContext,
  schema: yup.Schema,
  value: unknown,
): true | yup.ValidationError {
  try {
    schema.validateSync(value, { strict: true, abortEarly: false })
    return true
  } catch (error) {
    const all = (error as yup.ValidationError).inner.length
      ? (error as yup.ValidationError).inner
      : [error as yup.ValidationError]
    return new yup.ValidationError(
      all.map(
        (e) =>
          new yup.ValidationError(
            e.message.replace(e.path || 'this', `${context.path}.${e.path}`),
            value,
            `${context.path}.${e.path}`,
          ),
      ),
      value,
      context.path,
    )
  }
}
