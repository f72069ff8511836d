import * as yup from 'yup'
import type { Corners, Known, Point } from './types'

/**
 * Fields of the plan's schema. They are strict: a number in quotes, or a missing or unknown field, is an error
 * with its path. Each knows the type it accepts, so that a schema and a type that differ do not compile.
 */

declare const lets: unique symbol
/** A schema that accepts exactly T, neither a wider nor a narrower type. */
export type Field<T> = yup.Schema & { readonly [lets]?: (value: T) => T }
const field = <T>(schema: unknown): Field<T> => schema as Field<T>

/** Fields of a shape: every one of the type, and no other. */
export type FieldsOf<T> = { [K in keyof T]-?: Field<T[K]> }

const ID = /^[A-Za-z0-9][A-Za-z0-9-]{0,63}$/
/** Key of an entry in a record; it may name an end, as in `line-left:from`. */
export const ENTRY_ID = /^[A-Za-z0-9:][A-Za-z0-9:-]{0,63}$/
/** Properties that every object has. */
export const BUILT_IN: readonly string[] = Object.getOwnPropertyNames(Object.prototype)
/**
 * True if a text names a property that every object has, such as `constructor`. Looked up among a plan's names
 * it would find something that is in no plan.
 */
export const isBuiltIn = (text: string) => BUILT_IN.includes(text)
const NOT_BUILT_IN = '${path}: this word has a meaning of its own to the program. Choose another'
const notBuiltIn = (schema: yup.StringSchema<string | null | undefined>) =>
  schema.test('built-in', NOT_BUILT_IN, (value) => value == null || !isBuiltIn(value))

const finite = (min: number, max: number) =>
  yup
    .number()
    .strict()
    .required()
    .min(min)
    .max(max)
    .test('finite', '${path} must be a finite number', (value) => value == null || Number.isFinite(value))

export const numberField = (min: number, max: number) => field<number>(finite(min, max))
export const wholeField = (min: number, max: number) => field<number>(finite(min, max).integer())
export const nullableNumber = (min: number, max: number) =>
  field<number | null>(yup.number().strict().nullable().defined().min(min).max(max))
export const textField = (max: number) => field<string>(yup.string().strict().defined().max(max))
export const nullableText = (max: number) =>
  field<string | null>(yup.string().strict().defined().max(max).nullable())
/** Most characters of a job's name. */
export const LONGEST_JOB_NAME = 120
/** A text that is not empty. */
export const nameField = (max: number) =>
  field<string>(yup.string().strict().defined().max(max).required().min(1))
export const flagField = () => field<boolean>(yup.boolean().strict().required())

/** One of several texts. */
export const choiceField = <const T extends string>(values: readonly T[]) =>
  field<T>(yup.string().strict().required().oneOf(values))
/** One of several texts, or null. */
export const nullableChoice = <const T extends string>(values: readonly T[]) =>
  field<T | null>(
    yup
      .string()
      .strict()
      .nullable()
      .defined()
      .oneOf([...values, null]),
  )

const objectOf = (fields: Record<string, yup.Schema>) =>
  yup
    .object(fields)
    .strict()
    .required()
    .noUnknown('${path} has fields this version does not know: ${unknown}')
export const shape = <T>(fields: FieldsOf<T>) => field<T>(objectOf(fields))
/** The shape, or null if there is none. */
export const orNull = <T>(of: Field<T>) =>
  field<T | null>((of as unknown as yup.ObjectSchema<yup.AnyObject>).notRequired().nullable().defined())
export const listField = <T>(of: Field<T>, max: number) =>
  field<T[]>(yup.array().strict().of(of).required().max(max))

/** A record keyed by id, every value checked by `of`. `meta.recordOf` carries it to the JSON Schema. */
export function recordField<T>(of: Field<T>, max: number): Field<Record<string, T>> {
  return field(
    yup
      .mixed()
      .required()
      .meta({ recordOf: of, max } as object)
      .test('record', function (value) {
        // The surrounding schema says whether it may be null.
        if (value == null) return true
        if (typeof value !== 'object' || Array.isArray(value))
          return this.createError({ message: `${this.path} must be an object of entries by id` })
        const entries = Object.entries(value as Record<string, unknown>)
        if (entries.length > max)
          return this.createError({
            message: `${this.path} has ${entries.length} entries; at most ${max} fit`,
          })
        for (const [id, entry] of entries) {
          const path = `${this.path}.${id}`
          if (!ENTRY_ID.test(id) || isBuiltIn(id))
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
      }),
  )
}

type StepsOf<T extends { do: string }> = {
  [K in T['do']]: FieldsOf<Omit<Extract<T, { do: K }>, 'do'>>
}

/** One of several shapes, distinguished by their `do`. */
export function stepField<T extends { do: string }>(shapes: StepsOf<T>): Field<T> {
  const whole = new Map(
    Object.entries<Record<string, yup.Schema>>(shapes).map(([name, fields]) => [
      name,
      objectOf({ do: choiceField([name]), ...fields }),
    ]),
  )
  const schema = yup
    .mixed()
    .required()
    .meta({ anyOf: [...whole.values()] } as object)
    .test('step', function (value) {
      const of = whole.get(String((value as { do?: unknown } | null)?.do))
      if (!of)
        return this.createError({
          message: `${this.path}.do must be one of ${[...whole.keys()].join(', ')}`,
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
  return field(schema)
}

export const lengthField = () => numberField(-40, 40)
export const sizeField = () => numberField(0, 40)
export const massField = () => numberField(0, 200_000)
/** A wrong sign is kept as typed, marked and explained, not refused. */
export const signedMassField = () => numberField(-200_000, 200_000)
export const pressureField = () => numberField(0, 5e6)
export const pointField = () => shape<Point>({ x: lengthField(), y: lengthField(), z: lengthField() })
export const cornersField = (of: () => Field<number>) =>
  shape<Corners>({ frontLeft: of(), frontRight: of(), rearLeft: of(), rearRight: of() })
/** How a figure of the survey is known, and its ±. */
export const knownField = <const H extends string>(how: readonly H[]) =>
  shape<Known<H>>({ how: choiceField(how), tolerance: nullableNumber(0, 1000) })
export const orderField = () => numberField(0, 1e9)

export const classField = () =>
  field<string>(
    notBuiltIn(
      yup.string().strict().required().matches(ID, '${path}: a class name is letters, digits and dashes'),
    ),
  )
export const nullableClass = () =>
  field<string | null>(notBuiltIn(yup.string().strict().nullable().defined().matches(ID)))
/** A text used for lookup: the id of something that may be gone, a thread, the name of a place. */
export const soughtField = (max: number, min = 0) =>
  field<string>(notBuiltIn(yup.string().strict().defined().min(min).max(max)))
export const nullableSought = (max: number) =>
  field<string | null>(notBuiltIn(yup.string().strict().defined().max(max).nullable()))
