import type * as yup from 'yup'
import { BUILT_IN, ENTRY_ID } from './fields'

type Json = Record<string, unknown>
interface Described {
  type: string
  fields?: Record<string, unknown>
  innerType?: unknown
  oneOf: unknown[]
  nullable: boolean
  tests: { name?: string; params?: Record<string, unknown> }[]
}

/**
 * JSON Schema (draft 2020-12) of a Yup schema, so that the file format is described by the schema that checks
 * it. Nullable fields are marked as such.
 */
export function jsonSchemaOf(schema: yup.Schema): Json {
  const described = schema.describe() as unknown as Described
  const filled = filledSchema(schema, described)
  return described.nullable ? { anyOf: [filled, { type: 'null' }] } : filled
}

/** The schema of a value that is not null. */
function filledSchema(schema: yup.Schema, described: Described): Json {
  const meta = schema.meta() as { recordOf?: yup.Schema; anyOf?: yup.Schema[]; max?: number } | undefined
  if (meta?.recordOf)
    return {
      type: 'object',
      propertyNames: { pattern: ENTRY_ID.source, not: { enum: BUILT_IN } },
      additionalProperties: jsonSchemaOf(meta.recordOf),
      maxProperties: meta.max,
    }
  if (meta?.anyOf) return { anyOf: meta.anyOf.map(jsonSchemaOf) }
  const param = (name: string, key: string) => described.tests.find((t) => t.name === name)?.params?.[key]
  switch (described.type) {
    case 'object': {
      const fields = (schema as yup.ObjectSchema<yup.AnyObject>).fields as Record<string, yup.Schema>
      return {
        type: 'object',
        properties: Object.fromEntries(Object.entries(fields).map(([k, v]) => [k, jsonSchemaOf(v)])),
        required: Object.keys(fields),
        additionalProperties: false,
      }
    }
    case 'array':
      return {
        type: 'array',
        items: jsonSchemaOf((schema as yup.ArraySchema<unknown[], yup.AnyObject>).innerType as yup.Schema),
        maxItems: param('max', 'max'),
      }
    case 'number':
      return {
        type: described.tests.some((t) => t.name === 'integer') ? 'integer' : 'number',
        minimum: param('min', 'min'),
        maximum: param('max', 'max'),
      }
    case 'boolean':
      return { type: 'boolean' }
    default: {
      const choices = described.oneOf.filter((choice) => choice !== null)
      if (choices.length > 0) return { type: 'string', enum: choices }
      const pattern = param('matches', 'regex') as RegExp | undefined
      return {
        type: 'string',
        minLength: param('min', 'min'),
        maxLength: param('max', 'max'),
        pattern: pattern?.source,
        ...(described.tests.some(({ name }) => name === 'built-in') ? { not: { enum: BUILT_IN } } : {}),
      }
    }
  }
}
