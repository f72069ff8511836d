import * as yup from 'yup'
import { upgradePlan } from './upgrade'
import { KINDS } from '../catalog/kinds'
import { ARCHETYPE_IDS, FAULT_KINDS, PLAN_FORMAT, PLAN_VERSION, type Plan } from './types'
import {
  ID,
  numberField,
  nullableNumber,
  textField,
  flagField,
  choiceField,
  shape,
  orNull,
  knownField,
  listField,
  recordField,
  stepField,
  lengthField,
  sizeField,
  massField,
  signedMassField,
  pressureField,
  pointField,
  cornersField,
  classField,
} from './fields'

const truck = shape({
  kind: choiceField(
    'light-leaf-pickup',
    'heavy-leaf-long-bed',
    'dual-rear-wheels',
    'leaf-flatbed',
    'coil-wagon',
    'coil-van',
  ),
  wheelbase: numberField(1, 15),
  frontTrack: numberField(0.5, 4),
  rearTrack: numberField(0.5, 4),
  frontOverhang: sizeField(),
  axleToBall: sizeField(),
  ballHeight: sizeField(),
  bedHitch: nullableNumber(-40, 40),
  cabRear: lengthField(),
  bed: shape({
    front: lengthField(),
    rear: lengthField(),
    floor: sizeField(),
    sides: sizeField(),
    width: sizeField(),
    material: choiceField('steel', 'aluminium', 'wood'),
  }),
  frame: shape({
    spacing: numberField(0.2, 3),
    railWidth: numberField(0.01, 1),
    depth: numberField(0.01, 1),
    top: sizeField(),
    front: lengthField(),
    rear: lengthField(),
    crossMembers: listField(lengthField(), 30),
    kickUp: numberField(-0.5, 1),
  }),
  tyre: shape({ radius: numberField(0.1, 2), width: numberField(0.05, 1), dual: flagField() }),
  axle: shape({
    tube: numberField(0.01, 0.3),
    differential: numberField(0.01, 0.6),
    offset: numberField(-2, 2),
  }),
  driveShaft: numberField(0, 0.3),
  spare: orNull(shape({ centre: pointField(), radius: sizeField(), width: sizeField() })),
  seat: numberField(0.1, 3),
  innerFender: orNull(shape({ y: numberField(0, 4), bottom: sizeField() })),
  brakeLine: orNull(pointField()),
  coil: shape({ inner: numberField(0.01, 1), gap: sizeField(), hole: choiceField('upper', 'lower', 'none') }),
  existing: recordField(
    shape({
      label: textField(80),
      kind: choiceField('air', 'switch', 'other'),
      at: pointField(),
      order: numberField(0, 1e9),
    }),
    60,
  ),
  heights: cornersField(sizeField),
  seatGap: shape({ unladen: sizeField(), droop: sizeField(), bump: sizeField() }),
  unladen: cornersField(massField),
  ratings: shape({
    frontAxle: massField(),
    rearAxle: massField(),
    gross: massField(),
    combination: nullableNumber(0, 200_000),
    ball: massField(),
    bedHitch: nullableNumber(0, 200_000),
    tyre: nullableNumber(0, 50_000),
  }),
  suspension: shape({
    kind: choiceField('leaf', 'coil'),
    frontRate: numberField(1000, 5e6),
    rearRate: numberField(1000, 5e6),
    frontSpringBase: numberField(0.2, 3),
    rearSpringBase: numberField(0.2, 3),
    overload: orNull(shape({ contact: numberField(0, 1), rate: numberField(0, 5e6) })),
    stopRate: numberField(1000, 1e7),
    frontStopGap: numberField(0, 1),
    frontAntiRoll: numberField(0, 1e6),
    rearAntiRoll: numberField(0, 1e6),
    motionRatio: numberField(0.1, 3),
    lift: numberField(-0.5, 1),
    frontLift: numberField(-0.5, 1),
    liftMeasured: flagField(),
    wedge: numberField(-0.5, 0.5),
  }),
  survey: shape({
    frontAxle: knownField('scale', 'wheel-scales', 'unknown'),
    rearAxle: knownField('scale', 'wheel-scales', 'unknown'),
    gap: knownField('tape', 'unknown'),
    rearRate: knownField('two-heights', 'sheet', 'unknown'),
    squat: shape({
      load: massField(),
      beforeLeft: sizeField(),
      beforeRight: sizeField(),
      afterLeft: sizeField(),
      afterRight: sizeField(),
    }),
  }),
  tickets: recordField(
    shape({
      label: textField(80),
      order: numberField(0, 1e9),
      at: textField(40),
      haul: textField(64).nullable(),
      front: massField(),
      rear: massField(),
      corners: orNull(cornersField(massField)),
      step: massField(),
      simulated: flagField(),
    }),
    100,
  ),
  exhaust: shape({ radius: numberField(0, 0.3), points: listField(pointField(), 40) }),
  battery: pointField(),
  secondBattery: orNull(pointField()),
  fuelTank: shape({ centre: pointField(), length: sizeField(), width: sizeField(), height: sizeField() }),
})

/** Where a haul is brought to; also the shop's own habit. */
export const targetSchema = shape({ school: choiceField('level', 'share', 'rake'), share: numberField(0, 1) })

const item = shape({
  label: textField(80),
  mass: signedMassField(),
  x: lengthField(),
  y: numberField(-5, 5),
  length: sizeField(),
  width: sizeField(),
  height: sizeField(),
  order: numberField(0, 1e9),
  on: choiceField('bed', 'seat', 'rack'),
  how: choiceField('weighed', 'marked', 'guessed'),
  liquid: orNull(shape({ density: numberField(1, 20_000), fill: numberField(0, 1), baffled: flagField() })),
})

const haul = shape({
  label: textField(80),
  order: numberField(0, 1e9),
  items: recordField(item, 100),
  coupling: choiceField('ball', 'bed'),
  ballLoad: numberField(-5000, 50_000),
  ballFrom: choiceField('typed', 'weighed', 'trailer'),
  trailerMass: massField(),
  trailer: shape({
    axle: numberField(0.5, 40),
    empty: massField(),
    emptyAt: lengthField(),
    items: recordField(
      shape({ label: textField(80), mass: massField(), behind: lengthField(), order: numberField(0, 1e9) }),
      60,
    ),
  }),
  bars: orNull(shape({ force: numberField(0, 50_000), length: numberField(0.1, 3) })),
  target: targetSchema,
})

const KIND_IDS = Object.keys(KINDS)
/** Figures of a part by id, each finite; which ids count is the kind's own affair. */
const figures = () => recordField(numberField(-1e9, 1e9), 60)
const own = { number: textField(80), make: textField(80), price: nullableNumber(0, 1e7) }

/** A class of the shop's own; also what the shop's list of parts is made of. */
export const ownClassSchema = shape({
  kind: choiceField(...KIND_IDS),
  label: textField(80).required().min(1),
  like: classField(),
  figures: figures(),
  ...own,
})
export const ownClassesSchema = recordField(ownClassSchema, 500)

const scenario = shape({
  label: textField(120).required().min(1),
  order: numberField(0, 1e9),
  haul: textField(64).nullable(),
  start: shape({ left: pressureField(), right: pressureField(), tank: nullableNumber(0, 5e6) }),
  ambient: shape({ start: numberField(200, 350), coldest: numberField(200, 350) }),
  leak: numberField(0, 1e-6),
  steps: listField(
    stepField({
      bring: { left: pressureField(), right: pressureField() },
      wait: { seconds: numberField(0, 1e6) },
      load: { haul: textField(64).nullable() },
      press: { part: classField(), way: choiceField('up', 'down'), seconds: numberField(0, 1e5) },
      tyre: {
        volume: numberField(1e-4, 10),
        from: pressureField(),
        to: pressureField(),
        count: numberField(1, 100).integer(),
      },
      tool: { demand: numberField(1e-6, 1), needed: pressureField(), seconds: numberField(0, 1e5) },
      fault: { what: choiceField(...FAULT_KINDS), part: textField(64) },
    }),
    200,
  ),
})

const air = shape({
  archetype: choiceField(...ARCHETYPE_IDS),
  springClass: classField(),
  compressorClass: classField(),
  blockClass: classField(),
  tubeClass: classField(),
  sheet: orNull(
    shape({
      area: numberField(1e-5, 1),
      minPressure: pressureField(),
      maxPressure: numberField(1000, 5e6),
      maxLoad: numberField(1, 100_000),
    }),
  ),
  spacer: numberField(0, 1),
  droop: choiceField('none', 'strap', 'lift-off'),
  components: recordField(
    shape({
      kind: choiceField(...KIND_IDS),
      label: textField(80),
      side: yup.string().strict().nullable().defined().oneOf(['left', 'right', null]),
      class: yup.string().strict().nullable().defined().matches(ID),
      sheet: figures(),
      own: shape(own),
    }),
    100,
  ),
  lines: recordField(
    shape({
      from: classField(),
      fromPort: classField(),
      to: classField(),
      toPort: classField(),
      path: choiceField('left', 'right', 'both', 'supply'),
      tube: yup.string().strict().nullable().defined().matches(ID),
    }),
    200,
  ),
  classes: ownClassesSchema,
  scenarios: recordField(scenario, 60),
})

export const planSchema = shape({
  format: choiceField(PLAN_FORMAT),
  version: numberField(PLAN_VERSION, PLAN_VERSION),
  job: shape({
    name: textField(120).required().min(1),
    number: textField(40),
    customer: textField(120),
    vehicle: textField(120),
    drivingSide: choiceField('left', 'right'),
  }),
  truck,
  hauls: recordField(haul, 40),
  air,
  lay: shape({
    places: recordField(pointField(), 200),
    shields: recordField(flagField(), 400),
    harnessLength: nullableNumber(0, 100),
    harnessExtension: numberField(0, 100),
    slackAtSpring: numberField(0, 5),
  }),
  power: shape({
    systemVoltage: numberField(1, 60),
    batteryCapacity: numberField(1, 5e6),
    wireArea: nullableNumber(1e-8, 1e-3),
    fuse: nullableNumber(0.5, 500),
    maxDrop: numberField(0.001, 0.5),
    conductorTemperature: numberField(200, 500),
    engineSpace: flagField(),
    bundle: numberField(1, 100).integer(),
    earth: choiceField('battery', 'frame', 'body'),
  }),
  tune: shape({
    presets: recordField(shape({ left: pressureField(), right: pressureField() }), 40),
    minimum: nullableNumber(0, 5e6),
  }),
  build: shape({ ticks: recordField(shape({ who: textField(80), at: textField(40) }), 500) }),
  prove: shape({
    holds: recordField(
      shape({
        label: textField(80),
        order: numberField(0, 1e9),
        side: choiceField('left', 'right', 'both', 'supply'),
        volume: nullableNumber(1e-6, 10),
        resolution: numberField(1, 1e6),
        allowed: numberField(1, 1e7),
        heightHeld: flagField(),
        startedAt: textField(40),
        readings: listField(
          shape({
            t: numberField(-1e9, 1e9),
            pressure: numberField(-101_325, 5e6),
            temperature: numberField(1, 2000),
            barometer: nullableNumber(1, 200_000),
          }),
          5000,
        ),
      }),
      100,
    ),
    soap: recordField(
      shape({ finding: choiceField('dry', 'foam', 'bubble'), who: textField(80), at: textField(40) }),
      500,
    ),
  }),
  handover: shape({
    driver: textField(120),
    contact: textField(200),
    nextCheck: textField(40),
    remarks: textField(2000),
  }),
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
