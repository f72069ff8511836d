import * as yup from 'yup'
import { upgradePlan } from './upgrade'
import { KINDS } from '../catalog/components'
import { ARCHETYPE_IDS, FAULT_KINDS, PLAN_FORMAT, PLAN_VERSION, type Plan } from './types'

/**
 * The one schema of the plan document: used by file import, the server's routes, worker messages and `bin/np`.
 * Strict: a number in quotes, a missing or an unknown field is an error with its path.
 * Ranges here only keep out what cannot be meant (a mass above 200 t); what is unwise is a bench note, not an error.
 */

const ID = /^[a-z0-9][a-z0-9-]{0,63}$/i

const number = (min: number, max: number) =>
  yup
    .number()
    .strict()
    .required()
    .min(min)
    .max(max)
    .test('finite', '${path} must be a finite number', (value) => value == null || Number.isFinite(value))
const nullable = (min: number, max: number) => yup.number().strict().nullable().defined().min(min).max(max)
const text = (max: number) => yup.string().strict().defined().max(max)
const flag = () => yup.boolean().strict().required()
const oneOf = (...values: string[]) => yup.string().strict().required().oneOf(values)
const shape = (fields: Record<string, yup.Schema>) =>
  yup
    .object(fields)
    .strict()
    .required()
    .noUnknown('${path} has fields this version does not know: ${unknown}')
/** The shape, or null where there is none of it. */
const maybe = (of: ReturnType<typeof shape>) => of.notRequired().nullable().defined()
const known = (...how: string[]) => shape({ how: oneOf(...how), tolerance: nullable(0, 1000) })
const list = (of: yup.Schema, max: number) => yup.array().strict().of(of).required().max(max)

/** A record keyed by id, every value checked by `of`. `meta.recordOf` carries it to the JSON Schema. */
function record(of: yup.Schema, max: number) {
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
function byDo(shapes: Record<string, Record<string, yup.Schema>>) {
  const whole = Object.fromEntries(
    Object.entries(shapes).map(([name, fields]) => [name, shape({ do: oneOf(name), ...fields })]),
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

const LENGTH = () => number(-40, 40)
const SIZE = () => number(0, 40)
const MASS = () => number(0, 200_000)
/** A slip of sign is kept as typed, marked and explained, not refused. */
const SIGNED_MASS = () => number(-200_000, 200_000)
const PRESSURE = () => number(0, 5e6)
const point = () => shape({ x: LENGTH(), y: LENGTH(), z: LENGTH() })
const corners = (field: () => yup.Schema) =>
  shape({ frontLeft: field(), frontRight: field(), rearLeft: field(), rearRight: field() })

const truck = shape({
  kind: oneOf(
    'light-leaf-pickup',
    'heavy-leaf-long-bed',
    'dual-rear-wheels',
    'leaf-flatbed',
    'coil-wagon',
    'coil-van',
  ),
  wheelbase: number(1, 15),
  frontTrack: number(0.5, 4),
  rearTrack: number(0.5, 4),
  frontOverhang: SIZE(),
  axleToBall: SIZE(),
  ballHeight: SIZE(),
  bedHitch: nullable(-40, 40),
  cabRear: LENGTH(),
  bed: shape({
    front: LENGTH(),
    rear: LENGTH(),
    floor: SIZE(),
    sides: SIZE(),
    width: SIZE(),
    material: oneOf('steel', 'aluminium', 'wood'),
  }),
  frame: shape({
    spacing: number(0.2, 3),
    railWidth: number(0.01, 1),
    depth: number(0.01, 1),
    top: SIZE(),
    front: LENGTH(),
    rear: LENGTH(),
    crossMembers: list(LENGTH(), 30),
    kickUp: number(-0.5, 1),
  }),
  tyre: shape({ radius: number(0.1, 2), width: number(0.05, 1), dual: flag() }),
  axle: shape({ tube: number(0.01, 0.3), differential: number(0.01, 0.6), offset: number(-2, 2) }),
  driveShaft: number(0, 0.3),
  spare: maybe(shape({ centre: point(), radius: SIZE(), width: SIZE() })),
  seat: number(0.1, 3),
  innerFender: maybe(shape({ y: number(0, 4), bottom: SIZE() })),
  brakeLine: maybe(point()),
  coil: shape({ inner: number(0.01, 1), gap: SIZE(), hole: oneOf('upper', 'lower', 'none') }),
  existing: record(
    shape({ label: text(80), kind: oneOf('air', 'switch', 'other'), at: point(), order: number(0, 1e9) }),
    60,
  ),
  heights: corners(SIZE),
  seatGap: shape({ unladen: SIZE(), droop: SIZE(), bump: SIZE() }),
  unladen: corners(MASS),
  ratings: shape({
    frontAxle: MASS(),
    rearAxle: MASS(),
    gross: MASS(),
    combination: nullable(0, 200_000),
    ball: MASS(),
    bedHitch: nullable(0, 200_000),
    tyre: nullable(0, 50_000),
  }),
  suspension: shape({
    kind: oneOf('leaf', 'coil'),
    frontRate: number(1000, 5e6),
    rearRate: number(1000, 5e6),
    frontSpringBase: number(0.2, 3),
    rearSpringBase: number(0.2, 3),
    overload: maybe(shape({ contact: number(0, 1), rate: number(0, 5e6) })),
    stopRate: number(1000, 1e7),
    frontStopGap: number(0, 1),
    frontAntiRoll: number(0, 1e6),
    rearAntiRoll: number(0, 1e6),
    motionRatio: number(0.1, 3),
    lift: number(-0.5, 1),
    frontLift: number(-0.5, 1),
    liftMeasured: flag(),
    wedge: number(-0.5, 0.5),
  }),
  survey: shape({
    frontAxle: known('scale', 'wheel-scales', 'unknown'),
    rearAxle: known('scale', 'wheel-scales', 'unknown'),
    gap: known('tape', 'unknown'),
    rearRate: known('two-heights', 'sheet', 'unknown'),
    squat: shape({
      load: MASS(),
      beforeLeft: SIZE(),
      beforeRight: SIZE(),
      afterLeft: SIZE(),
      afterRight: SIZE(),
    }),
  }),
  tickets: record(
    shape({
      label: text(80),
      order: number(0, 1e9),
      at: text(40),
      haul: text(64).nullable(),
      front: MASS(),
      rear: MASS(),
      corners: maybe(corners(MASS)),
      step: MASS(),
      simulated: flag(),
    }),
    100,
  ),
  exhaust: shape({ radius: number(0, 0.3), points: list(point(), 40) }),
  battery: point(),
  secondBattery: maybe(point()),
  fuelTank: shape({ centre: point(), length: SIZE(), width: SIZE(), height: SIZE() }),
})

/** Where a haul is brought to; also the shop's own habit. */
export const targetSchema = shape({ school: oneOf('level', 'share', 'rake'), share: number(0, 1) })

const item = shape({
  label: text(80),
  mass: SIGNED_MASS(),
  x: LENGTH(),
  y: number(-5, 5),
  length: SIZE(),
  width: SIZE(),
  height: SIZE(),
  order: number(0, 1e9),
  on: oneOf('bed', 'seat', 'rack'),
  how: oneOf('weighed', 'marked', 'guessed'),
  liquid: maybe(shape({ density: number(1, 20_000), fill: number(0, 1), baffled: flag() })),
})

const haul = shape({
  label: text(80),
  order: number(0, 1e9),
  items: record(item, 100),
  coupling: oneOf('ball', 'bed'),
  ballLoad: number(-5000, 50_000),
  ballFrom: oneOf('typed', 'weighed', 'trailer'),
  trailerMass: MASS(),
  trailer: shape({
    axle: number(0.5, 40),
    empty: MASS(),
    emptyAt: LENGTH(),
    items: record(shape({ label: text(80), mass: MASS(), behind: LENGTH(), order: number(0, 1e9) }), 60),
  }),
  bars: maybe(shape({ force: number(0, 50_000), length: number(0.1, 3) })),
  target: targetSchema,
})

const CLASS = () =>
  yup.string().strict().required().matches(ID, '${path}: a class name is letters, digits and dashes')

const KIND_IDS = Object.keys(KINDS)
/** Figures of a part by id, each finite; which ids count is the kind's own affair. */
const figures = () => record(number(-1e9, 1e9), 60)
const own = { number: text(80), make: text(80), price: nullable(0, 1e7) }

/** A class of the shop's own; also what the shop's list of parts is made of. */
export const ownClassSchema = shape({
  kind: oneOf(...KIND_IDS),
  label: text(80).required().min(1),
  like: CLASS(),
  figures: figures(),
  ...own,
})
export const ownClassesSchema = record(ownClassSchema, 500)

const scenario = shape({
  label: text(120).required().min(1),
  order: number(0, 1e9),
  haul: text(64).nullable(),
  start: shape({ left: PRESSURE(), right: PRESSURE(), tank: nullable(0, 5e6) }),
  ambient: shape({ start: number(200, 350), coldest: number(200, 350) }),
  leak: number(0, 1e-6),
  steps: list(
    byDo({
      bring: { left: PRESSURE(), right: PRESSURE() },
      wait: { seconds: number(0, 1e6) },
      load: { haul: text(64).nullable() },
      press: { part: CLASS(), way: oneOf('up', 'down'), seconds: number(0, 1e5) },
      tyre: { volume: number(1e-4, 10), from: PRESSURE(), to: PRESSURE(), count: number(1, 100).integer() },
      tool: { demand: number(1e-6, 1), needed: PRESSURE(), seconds: number(0, 1e5) },
      fault: { what: oneOf(...FAULT_KINDS), part: text(64) },
    }),
    200,
  ),
})

const air = shape({
  archetype: oneOf(...ARCHETYPE_IDS),
  springClass: CLASS(),
  compressorClass: CLASS(),
  blockClass: CLASS(),
  tubeClass: CLASS(),
  sheet: maybe(
    shape({
      area: number(1e-5, 1),
      minPressure: PRESSURE(),
      maxPressure: number(1000, 5e6),
      maxLoad: number(1, 100_000),
    }),
  ),
  spacer: number(0, 1),
  droop: oneOf('none', 'strap', 'lift-off'),
  components: record(
    shape({
      kind: oneOf(...KIND_IDS),
      label: text(80),
      side: yup.string().strict().nullable().defined().oneOf(['left', 'right', null]),
      class: yup.string().strict().nullable().defined().matches(ID),
      sheet: figures(),
      own: shape(own),
    }),
    100,
  ),
  lines: record(
    shape({
      from: CLASS(),
      fromPort: CLASS(),
      to: CLASS(),
      toPort: CLASS(),
      path: oneOf('left', 'right', 'both', 'supply'),
      tube: yup.string().strict().nullable().defined().matches(ID),
    }),
    200,
  ),
  classes: ownClassesSchema,
  scenarios: record(scenario, 60),
})

export const planSchema = shape({
  format: oneOf(PLAN_FORMAT),
  version: number(PLAN_VERSION, PLAN_VERSION),
  job: shape({
    name: text(120).required().min(1),
    number: text(40),
    customer: text(120),
    vehicle: text(120),
    drivingSide: oneOf('left', 'right'),
  }),
  truck,
  hauls: record(haul, 40),
  air,
  lay: shape({
    places: record(point(), 200),
    shields: record(flag(), 400),
    harnessLength: nullable(0, 100),
    harnessExtension: number(0, 100),
    slackAtSpring: number(0, 5),
  }),
  power: shape({
    systemVoltage: number(1, 60),
    batteryCapacity: number(1, 5e6),
    wireArea: nullable(1e-8, 1e-3),
    fuse: nullable(0.5, 500),
    maxDrop: number(0.001, 0.5),
    conductorTemperature: number(200, 500),
    engineSpace: flag(),
    bundle: number(1, 100).integer(),
    earth: oneOf('battery', 'frame', 'body'),
  }),
  tune: shape({
    presets: record(shape({ left: PRESSURE(), right: PRESSURE() }), 40),
    minimum: nullable(0, 5e6),
  }),
  build: shape({ ticks: record(shape({ who: text(80), at: text(40) }), 500) }),
  prove: shape({
    holds: record(
      shape({
        label: text(80),
        order: number(0, 1e9),
        side: oneOf('left', 'right', 'both', 'supply'),
        volume: nullable(1e-6, 10),
        resolution: number(1, 1e6),
        allowed: number(1, 1e7),
        heightHeld: flag(),
        startedAt: text(40),
        readings: list(
          shape({
            t: number(-1e9, 1e9),
            pressure: number(-101_325, 5e6),
            temperature: number(1, 2000),
            barometer: nullable(1, 200_000),
          }),
          5000,
        ),
      }),
      100,
    ),
    soap: record(shape({ finding: oneOf('dry', 'foam', 'bubble'), who: text(80), at: text(40) }), 500),
  }),
  handover: shape({ driver: text(120), contact: text(200), nextCheck: text(40), remarks: text(2000) }),
})

export interface PlanProblem {
  path: string
  message: string
}

/** Checks a whole document, brought to the newest version first; returns it typed, or every problem with its path. */
export function checkPlan(
  value: unknown,
): { plan: Plan; problems: null } | { plan: null; problems: PlanProblem[] } {
  try {
    return {
      plan: planSchema.validateSync(upgradePlan(value), {
        strict: true,
        abortEarly: false,
      }) as unknown as Plan,
      problems: null,
    }
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const all = error.inner.length > 0 ? error.inner : [error]
    return { plan: null, problems: all.map((e) => ({ path: e.path ?? '', message: e.message })) }
  }
}
