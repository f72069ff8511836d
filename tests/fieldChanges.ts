import { jsonSchemaOf } from '../core/document/jsonSchema'
import { changedPlanProblem, planSchema } from '../core/document/schema'
import { applyEdit } from '../core/document/edit'
import type { Plan } from '../core/document/types'

type Json = string | number | boolean | null | Json[] | { [key: string]: Json }
interface Schema {
  type?: string | string[]
  properties?: Record<string, Schema>
  additionalProperties?: Schema | false
  items?: Schema
  anyOf?: Schema[]
  enum?: string[]
  minimum?: number
  maximum?: number
}
type Path = (string | number)[]

/** One field of a plan set to something else. */
export interface FieldChange {
  /** Path of the field, with `*` for a record's key and `[]` for a list's index: `hauls.*.items.*.mass`. */
  field: string
  path: Path
  to: Json
}

/** Fields that nobody changes by themselves: the order of lists, and the kind of a part. */
const LEFT_ALONE = /\.order$|^format$|^version$|^air\.components\.\*\.kind$|^air\.gone\.components\.\*\.kind$/

/** Factor by which a number is raised, and divided. */
const UP = 1.2
const DOWN = 0.85
/** Values tried instead of 0. */
const FROM_ZERO = [0.1, 1]

const typesOf = (schema: Schema) => [schema.type ?? []].flat()

/** Whether a schema could accept a value, as far as the kinds of steps and parts tell them apart. */
function mayBe(value: Json, schema: Schema): boolean {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return !schema.properties
  return Object.entries(schema.properties ?? {}).every(
    ([key, of]) => key in value && (!of.enum || of.enum.includes(value[key] as string)),
  )
}

/** Other values that a field could have. */
function othersOf(value: Json, schema: Schema): Json[] {
  const empty = value !== null && typesOf(schema).includes('null') ? [null] : []
  if (schema.enum) return [...schema.enum.filter((other) => other !== value), ...empty]
  if (typeof value === 'boolean') return [!value]
  if (typeof value !== 'number') return empty
  const { minimum = -Infinity, maximum = Infinity } = schema
  const moved = typesOf(schema).includes('integer')
    ? [value + 1, value - 1]
    : value === 0
      ? FROM_ZERO
      : [value * UP, value * DOWN]
  return [...moved.filter((n) => n >= minimum && n <= maximum), ...empty]
}

/** Every leaf of a document, with its schema and path. */
function leaves(
  value: Json,
  schema: Schema,
  path: Path,
  field: string,
): { value: Json; schema: Schema; path: Path; field: string }[] {
  const branch = schema.anyOf?.find((of) => mayBe(value, of))
  if (schema.anyOf) return branch ? leaves(value, branch, path, field) : []
  if (value === null || typeof value !== 'object') return [{ value, schema, path, field }]
  if (Array.isArray(value))
    return value.flatMap((v, i) => leaves(v, schema.items ?? {}, [...path, i], `${field}[]`))
  return Object.entries(value)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .flatMap(([key, v]) => {
      const own = schema.properties?.[key]
      if (own) return leaves(v, own, [...path, key], field ? `${field}.${key}` : key)
      return leaves(v, schema.additionalProperties || {}, [...path, key], `${field}.*`)
    })
}

/** A copy of the plan with one field changed. */
export const withField = (plan: Plan, { path, to }: FieldChange): Plan =>
  applyEdit(plan, [{ op: 'replace', path, value: to }])

type Job = { id: string; plan: Plan }
type Place = { id: string; value: Json; schema: Schema; path: Path }

/** The places of each field in the jobs, in the order of the jobs. */
function placesOf(jobs: readonly Job[]): Map<string, Place[]> {
  const schema = jsonSchemaOf(planSchema) as Schema
  const found = new Map<string, Place[]>()
  for (const { id, plan } of jobs)
    for (const { field, ...leaf } of leaves(plan as unknown as Json, schema, [], ''))
      if (!LEFT_ALONE.test(field)) found.set(field, [...(found.get(field) ?? []), { id, ...leaf }])
  return found
}

/** Kind of change. One of each kind is enough for a field. */
const sortOf = (value: Json, to: Json) =>
  typeof to === 'number' && typeof value === 'number' ? (to > value ? 'more' : 'less') : JSON.stringify(to)

/**
 * The ways to change a field: a number a fifth more and a fifth less, every other choice, on and off, unset,
 * and the value from another job. Each comes with every place where the schema allows it.
 */
export function* fieldChanges(jobs: readonly Job[]): Generator<(FieldChange & { id: string })[]> {
  const plans = new Map(jobs.map(({ id, plan }) => [id, plan]))
  for (const [field, places] of placesOf(jobs)) {
    const said = [...new Set(places.map((p) => p.value))].filter((v) => typeof v === 'number').slice(0, 2)
    const ways = new Map<string, (FieldChange & { id: string })[]>()
    for (const { id, value, schema, path } of places)
      for (const to of value === null ? [...othersOf(value, schema), ...said] : othersOf(value, schema)) {
        const change = { id, field, path, to }
        if (changedPlanProblem(withField(plans.get(id)!, change), plans.get(id)!)) continue
        const sort = sortOf(value, to)
        ways.set(sort, [...(ways.get(sort) ?? []), change])
      }
    yield* ways.values()
  }
}

/** Every field of the jobs that can be changed. */
export const fieldsOf = (jobs: readonly Job[]): string[] =>
  [...placesOf(jobs)]
    .filter(([, places]) => places.some(({ value, schema }) => othersOf(value, schema).length > 0))
    .map(([field]) => field)
