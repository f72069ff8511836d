import * as yup from 'yup'
import { StuckError } from '../air/dynamics/rosenbrock'
import { STANDARD_ATMOSPHERE } from '../quantity/constants'
import { QUANTITIES, toSi, fromSi, type Quantity, type Unit } from '../quantity/units'

export interface Calculator<I = unknown> {
  name: string
  title: string
  /** Its formula, as one would write it down. */
  formula: string
  source: string
  schema: yup.Schema
  /** Result fields with their units, in order. */
  outputs: Record<string, { label: string; unit: string }>
  example: I
  run(input: I): Record<string, unknown>
}

/** Refuses, by name, a field that is in quotes, missing or not finite; the bound says what is allowed. */
function numberField(
  label: string,
  unit: string,
  bound: 'any' | 'positive' | 'notNegative' | 'fraction' | 'celsius',
): yup.NumberSchema<number> {
  const base = yup
    .number()
    .strict()
    .required(`\${path} is missing: type ${label}${unit ? ` in ${unit}` : ''}`)
    .typeError(`\${path} must be a number${unit ? ` in ${unit}` : ''}, without quotes`)
    .test('finite', '${path} must be a finite number', (v) => v == null || Number.isFinite(v))
    .meta({ label, unit } as object) as yup.NumberSchema<number>
  switch (bound) {
    case 'positive':
      return base.moreThan(0, `\${path} must be above 0${unit ? ` ${unit}` : ''}`)
    case 'notNegative':
      return base.min(0, `\${path} must not be below 0${unit ? ` ${unit}` : ''}`)
    case 'fraction':
      return base.min(0, '${path} must lie between 0 and 1').max(1, '${path} must lie between 0 and 1')
    case 'celsius':
      return base.moreThan(-273.15, '${path} must be above −273.15 °C')
    default:
      return base
  }
}

export const anyNumber = (label: string, unit: string) => numberField(label, unit, 'any')
export const positive = (label: string, unit: string) => numberField(label, unit, 'positive')
export const notNegative = (label: string, unit: string) => numberField(label, unit, 'notNegative')
export const fraction = (label: string) => numberField(label, '', 'fraction')
export const celsius = (label: string) => numberField(label, '°C', 'celsius')
/** A number of things, between the least and the most that make sense. */
export const wholeNumber = (label: string, least: number, most: number) =>
  numberField(label, '', 'any')
    .integer('${path} must be a whole number')
    .min(least, `\${path} must be ${least} or more`)
    .max(most, `\${path} must be ${most} or less`)
/** A gauge pressure. That it is above vacuum is checked where the atmosphere is known. */
export const gauge = (label: string) => numberField(label, 'kPa', 'any')

export const object = (fields: Record<string, yup.Schema>) =>
  yup
    .object(fields)
    .strict()
    .required('${path} is missing')
    .noUnknown('unknown field: ${unknown}')
    .typeError('${path} must be an object')
export const list = (of: yup.Schema, least: number, most = 10_000) =>
  yup
    .array()
    .strict()
    .of(of)
    .required('${path} is missing')
    .min(least, `\${path} needs at least ${least} entries`)
    .max(most)
    .typeError('${path} must be a list')

/** A table of [x, y] rows ascending in x. */
export function table(label: string, unit: string, ok: (x: number, y: number) => boolean, rule: string) {
  return yup
    .array()
    .strict()
    .required('${path} is missing')
    .typeError('${path} must be a list of pairs')
    .meta({ label, unit } as object)
    .test('table', '${path}', function (value) {
      const rows = value as unknown
      if (!Array.isArray(rows) || rows.length === 0)
        return this.createError({ message: `${this.path} needs at least one row [${unit}]` })
      for (const [i, row] of rows.entries()) {
        if (
          !Array.isArray(row) ||
          row.length !== 2 ||
          !row.every((v) => typeof v === 'number' && Number.isFinite(v))
        )
          return this.createError({ message: `${this.path}[${i}] must be a pair of numbers [${unit}]` })
        if (i > 0 && row[0] <= (rows[i - 1] as number[])[0]!)
          return this.createError({ message: `${this.path}[${i}] must ascend in its first number` })
        if (!ok(row[0] as number, row[1] as number))
          return this.createError({ message: `${this.path}[${i}]: ${rule}` })
      }
      return true
    })
}

export const choice = (label: string, values: string[]) =>
  yup
    .string()
    .strict()
    .required('${path} is missing')
    .oneOf(values, `\${path} must be one of ${values.join(', ')}`)
    .typeError('${path} must be text')
    .meta({ label, unit: '' } as object)
export const flag = (label: string) =>
  yup
    .boolean()
    .strict()
    .required('${path} is missing: true or false')
    .typeError('${path} must be true or false')
    .meta({ label, unit: '' } as object)

const unitOf = (quantity: Quantity, name: string): Unit =>
  (QUANTITIES[quantity] as Record<string, Unit>)[name]!
/** kPa, mm and °C of the calculators' fields to and from SI. */
export const kPa = (v: number) => toSi(v, unitOf('pressure', 'kPa'))
export const toKPa = (v: number) => fromSi(v, unitOf('pressure', 'kPa'))
export const mm = (v: number) => v / 1000
export const kelvin = (v: number) => v + 273.15
export const atmosphereField = () =>
  yup
    .number()
    .strict()
    .optional()
    .moreThan(0, '${path} must be above 0 kPa')
    .typeError('${path} must be a number in kPa, without quotes')
    .test('finite', '${path} must be a finite number', (v) => v == null || Number.isFinite(v))
    .meta({ label: 'Atmosphere', unit: 'kPa' } as object)

/** The atmosphere typed, or the standard one; Pa. */
export const atmosphereOf = (input: { atmosphere_kPa?: number }): number =>
  input.atmosphere_kPa === undefined ? STANDARD_ATMOSPHERE : kPa(input.atmosphere_kPa)

/** Bad input of a calculator: one line per field. */
export class CalculatorError extends Error {
  override name = 'CalculatorError'
  constructor(readonly lines: string[]) {
    super(lines.join('\n'))
  }
}

/** If no step of a run meets its tolerance because inputs are too far apart, the input is refused. */
export function refuseWhenStuck<T>(fields: string, run: () => T): T {
  try {
    return run()
  } catch (error) {
    if (error instanceof StuckError)
      throw new CalculatorError([`${fields} lie too far apart to be run: check their units`])
    throw error
  }
}

/** A calculator of one input type among others in a list. */
export function define<I>(calculator: Calculator<I>): Calculator {
  return calculator as unknown as Calculator
}
