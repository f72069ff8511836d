import * as yup from 'yup'

/**
 * The one schema of the plan document: used by file import, the server's routes, worker messages and `bin/np`.
 * Strict: a number in quotes, a missing or an unknown field is an error with its path.
 * Ranges here only keep out what cannot be meant (a mass above 200 t); what is unwise is a bench note, not an error.
 */

export const ID = /^[a-z0-9][a-z0-9-]{0,63}$/i

export const numberField = (min: number, max: number) =>
  yup
    .number()
    .strict()
    .required()
    .min(min)
    .max(max)
    .test('finite', '${path} must be a finite number', (value) => value == null || Number.isFinite(value))
export const nullableNumber = (min: number, max: number) =>
  yup.number().strict().nullable().defined().min(min).max(max)
export const textField = (max: number) => yup.string().strict().defined().max(max)
export const flagField = () => yup.boolean().strict().required()
export const choiceField = (...values: string[]) => yup.string().strict().required().oneOf(values)
export const shape = (fields: Record<string, yup.Schema>) =>
  yup
    .object(fields)
    .strict()
    .required()
    .noUnknown('${path} has fields this version does not know: ${unknown}')
/** The shape, or null where there is none of it. */
export const orNull = (of: ReturnType<typeof shape>) => of.notRequired().nullable().defined()
export const knownField = (...how: string[]) =>
  shape({ how: choiceField(...how), tolerance: nullableNumber(0, 1000) })
export const listField = (of: yup.Schema, max: number) => yup.array().strict().of(of).required().max(max)

/** A record keyed by id, every value checked by `of`. `meta.recordOf` carries it to the JSON Schema. */
export function recordField(of: yup.Schema, max: number) {
  return yup
    .mixed()
    .required()
    .meta({ recordOf: of, max } as object)
    .test('record', function (value) {
      if (typeof value !== 'object' || value === null || Array.isArray(value))
        return this.createError({ message: `${this.path} must be an object of entries by id` })
      const entries = Object.entries(value as Record<string, unknown>)
      if (entries.length > max)
        return this.createError({ message: `${this.path} has ${entries.length} entries; at most ${max} fit` })
      for (const [id, entry] of entries) {
        const path = `${this.path}.${id}`
        if (!ID.test(id.replace(/:/g, '-')) || id === '__proto__' || id === 'constructor')
          return this.createError({
            path,
            message: `${path}: an id is letters, digits and dashes, 64 at most`,
          })
        try {
          of.validateSync(entry, { strict: true })
        } catch (error) {
          const inner = error as yup.ValidationError
          const at = inner.path ? `${path}.${inner.path}` : path
          return this.createError({ path: at, message: inner.message.replace(inner.path || 'this', at) })
        }
      }
      return true
    })
}

/** One of several shapes, told apart by what their `do` says. */
export function stepField(shapes: Record<string, Record<string, yup.Schema>>) {
  const whole = Object.fromEntries(
    Object.entries(shapes).map(([name, fields]) => [name, shape({ do: choiceField(name), ...fields })]),
  )
  return yup
    .mixed()
    .required()
    .meta({ anyOf: Object.values(whole) } as object)
    .test('step', function (value) {
      const of = whole[String((value as { do?: unknown } | null)?.do)]
      if (!of)
        return this.createError({
          message: `${this.path}.do must be one of ${Object.keys(whole).join(', ')}`,
        })
      try {
        of.validateSync(value, { strict: true })
        return true
      } catch (error) {
        const inner = error as yup.ValidationError
        const at = inner.path ? `${this.path}.${inner.path}` : this.path
        return this.createError({ path: at, message: inner.message.replace(inner.path || 'this', at) })
      }
    })
}

export const lengthField = () => numberField(-40, 40)
export const sizeField = () => numberField(0, 40)
export const massField = () => numberField(0, 200_000)
/** A slip of sign is kept as typed, marked and explained, not refused. */
export const signedMassField = () => numberField(-200_000, 200_000)
export const pressureField = () => numberField(0, 5e6)
export const pointField = () => shape({ x: lengthField(), y: lengthField(), z: lengthField() })
export const cornersField = (field: () => yup.Schema) =>
  shape({ frontLeft: field(), frontRight: field(), rearLeft: field(), rearRight: field() })

export const classField = () =>
  yup.string().strict().required().matches(ID, '${path}: a class name is letters, digits and dashes')
