import { MOST_READINGS } from './appendReading'
import * as yup from 'yup'
import { KIND_IDS } from '../catalog/kinds'
import { UPS } from '../catalog/layFacts'
import {
  choiceField,
  classField,
  cornersField,
  flagField,
  knownField,
  lengthField,
  LONGEST_JOB_NAME,
  listField,
  massField,
  nameField,
  nullableChoice,
  nullableClass,
  nullableNumber,
  nullableSought,
  nullableText,
  numberField,
  orNull,
  orderField,
  pointField,
  pressureField,
  recordField,
  shape,
  signedMassField,
  sizeField,
  soughtField,
  stepField,
  textField,
  wholeField,
  type Field,
} from './fields'
import { unfitJson } from './json'
import { isRecord, sameJson } from '../quantity/patch'
import {
  AIR_PATHS,
  ARCHETYPE_IDS,
  BALL_FROMS,
  BED_MATERIALS,
  BRACKET_HOLDS,
  CLOSINGS,
  COIL_HOLES,
  CONDITIONS,
  COUPLINGS,
  CUP_WAYS,
  DROOPS,
  EARTHS,
  EARTH_SURFACES,
  CONNECTOR_WAYS,
  IN_WIRE_KINDS,
  ISOLATORS,
  LAMP_FEEDS,
  POWER_SOURCES,
  SUPPRESSIONS,
  TAP_SIDES,
  WAKES,
  WIRE_ENDS,
  WIRE_JOINTS,
  EXISTING_KINDS,
  FAILED_BY,
  FASTENER_FROM,
  FAULT_KINDS,
  GAP_HOWS,
  MOTION_HOWS,
  HELPER_PLACES,
  IN_THE_WAY,
  ITEM_HOWS,
  ITEM_PLACES,
  JOINT_KINDS,
  OBSTACLE_RIDES,
  OTHER_PLACES,
  PART_STATES,
  PLAN_FORMAT,
  PLAN_VERSION,
  ROAD_FINDS,
  PORT_SIZES,
  PRESS_WAYS,
  RAIL_SECTIONS,
  RAISED_BY,
  RATE_HOWS,
  RATING_HOWS,
  SCHOOLS,
  SIDES,
  SOAPS,
  SPACER_PLACES,
  SUSPENSIONS,
  TOLD_KINDS,
  TRUCK_KIND_IDS,
  WEIGHT_HOWS,
  type AirLine,
  type AirPlan,
  type BesideSpring,
  type CertifiedRatings,
  type Circuit,
  type Component,
  type Fastener,
  type Found,
  type Haul,
  type Kit,
  type LiftRange,
  type LineFound,
  type LoadItem,
  type OwnClass,
  type OwnPart,
  type PassedOver,
  type Plan,
  type ProvePlan,
  type Scenario,
  type ScenarioStep,
  type SeatShift,
  type ShelfCoil,
  type Stand,
  type TakenKit,
  type Target,
  type ToldSolid,
  type Truck,
  TRIAL_FAULTS,
} from './types'
import { upgradePlan } from './upgrade'

/**
 * The one schema of the plan document, used by file import, the server's routes, worker messages and `bin/np`.
 * Its ranges only exclude impossible values (a mass above 200 t); unwise values get a bench note, not an error.
 * It is one file, like its types, because both are read side by side.
 */

const seatShift = () => shape<SeatShift>({ x: numberField(-0.5, 0.5), y: numberField(-0.5, 0.5) })

const truck = shape<Truck>({
  kind: choiceField(TRUCK_KIND_IDS),
  raisedBy: choiceField(RAISED_BY),
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
    material: choiceField(BED_MATERIALS),
  }),
  frame: shape({
    section: choiceField(RAIL_SECTIONS),
    notch: orNull(shape({ length: numberField(0.02, 3), depth: numberField(0.005, 0.5) })),
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
  seats: shape({ upper: seatShift(), lower: seatShift() }),
  bracket: shape({ inWay: choiceField(IN_THE_WAY), hold: choiceField(BRACKET_HOLDS) }),
  beside: recordField(
    shape<BesideSpring>({
      label: textField(80),
      order: orderField(),
      at: pointField(),
      radius: numberField(0, 0.5),
      rides: choiceField(OBSTACLE_RIDES),
      smooth: flagField(),
    }),
    40,
  ),
  innerFender: orNull(shape({ y: numberField(0, 4), bottom: sizeField() })),
  brakeLine: orNull(pointField()),
  coil: shape({ inner: numberField(0.01, 1), gap: sizeField(), hole: choiceField(COIL_HOLES) }),
  existing: recordField(
    shape({
      label: textField(80),
      kind: choiceField(EXISTING_KINDS),
      at: pointField(),
      order: orderField(),
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
    certified: orNull(
      shape<CertifiedRatings>({
        frontAxle: massField(),
        rearAxle: massField(),
        gross: massField(),
        paper: textField(200),
      }),
    ),
  }),
  suspension: shape({
    kind: choiceField(SUSPENSIONS),
    helper: choiceField(HELPER_PLACES),
    stopCut: numberField(0, 0.3),
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
    interlinked: flagField(),
    wedge: numberField(-0.5, 0.5),
  }),
  survey: shape({
    frontAxle: knownField(WEIGHT_HOWS),
    rearAxle: knownField(WEIGHT_HOWS),
    gap: knownField(GAP_HOWS),
    rearRate: knownField(RATE_HOWS),
    motion: knownField(MOTION_HOWS),
    ratings: knownField(RATING_HOWS),
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
      order: orderField(),
      at: textField(40),
      haul: nullableSought(64),
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

/** Target of a haul; also the shop's own default. */
export const targetSchema = shape<Target>({ school: choiceField(SCHOOLS), share: numberField(0, 1) })

const item = shape<LoadItem>({
  label: textField(80),
  mass: signedMassField(),
  x: lengthField(),
  y: numberField(-5, 5),
  length: sizeField(),
  width: sizeField(),
  height: sizeField(),
  order: orderField(),
  on: choiceField(ITEM_PLACES),
  how: choiceField(ITEM_HOWS),
  liquid: orNull(shape({ density: numberField(1, 20_000), fill: numberField(0, 1), baffled: flagField() })),
})

const haul = shape<Haul>({
  label: textField(80),
  order: orderField(),
  items: recordField(item, 100),
  coupling: choiceField(COUPLINGS),
  ballLoad: numberField(-5000, 50_000),
  ballFrom: choiceField(BALL_FROMS),
  trailerMass: massField(),
  trailer: shape({
    axle: numberField(0.5, 40),
    empty: massField(),
    emptyAt: lengthField(),
    items: recordField(
      shape({ label: textField(80), mass: massField(), behind: lengthField(), order: orderField() }),
      60,
    ),
  }),
  bars: orNull(shape({ force: numberField(0, 50_000), length: numberField(0.1, 3) })),
  target: targetSchema,
})

/** Figures of a part by id, each finite; the kind decides which ids count. */
const figures = () => recordField(numberField(-1e9, 1e9), 60)
const own = { number: textField(80), make: textField(80), price: nullableNumber(0, 1e7) }

/** A class of the shop's own; also used for the shop's list of parts. */
export const ownClassSchema = shape<OwnClass>({
  kind: choiceField(KIND_IDS),
  label: nameField(80),
  like: classField(),
  figures: figures(),
  table: listField(listField(numberField(-1e9, 1e9), 4), 200),
  ...own,
})
export const ownClassesSchema = recordField(ownClassSchema, 500)

const scenario = shape<Scenario>({
  label: nameField(120),
  order: orderField(),
  haul: nullableSought(64),
  start: shape({ left: pressureField(), right: pressureField(), tank: nullableNumber(0, 5e6) }),
  ambient: shape({ start: numberField(200, 350), coldest: numberField(200, 350) }),
  leak: numberField(0, 1e-6),
  steps: listField(
    stepField<ScenarioStep>({
      bring: { left: pressureField(), right: pressureField() },
      wait: { seconds: numberField(0, 1e6) },
      load: { haul: nullableSought(64) },
      press: { part: classField(), way: choiceField(PRESS_WAYS), seconds: numberField(0, 1e5) },
      tyre: {
        volume: numberField(1e-4, 10),
        from: pressureField(),
        to: pressureField(),
        count: wholeField(1, 100),
      },
      tool: { demand: numberField(1e-6, 1), needed: pressureField(), seconds: numberField(0, 1e5) },
      fault: { what: choiceField(FAULT_KINDS), part: soughtField(64) },
    }),
    200,
  ),
})

const component = shape<Component>({
  kind: choiceField(KIND_IDS),
  label: textField(80),
  side: nullableChoice(SIDES),
  state: choiceField(PART_STATES),
  moved: flagField(),
  used: flagField(),
  found: shape<Found>({
    condition: choiceField(CONDITIONS),
    failedBy: choiceField(FAILED_BY),
    year: nullableNumber(1900, 2200),
    rating: nullableNumber(1000, 1e7),
    dated: textField(40),
  }),
  class: nullableClass(),
  sheet: figures(),
  own: shape<OwnPart>(own),
})
const airLine = shape<AirLine>({
  from: classField(),
  fromPort: classField(),
  to: classField(),
  toPort: classField(),
  path: choiceField(AIR_PATHS),
  tube: nullableClass(),
  state: choiceField(PART_STATES),
  found: shape<LineFound>({ condition: choiceField(CONDITIONS), year: nullableNumber(1900, 2200) }),
})
const circuit = { components: recordField(component, 100), lines: recordField(airLine, 200) }

const kitParts = () => recordField(wholeField(0, 50), 40) as Field<unknown> as Field<Kit['parts']>
const kitLift = () => orNull(shape<LiftRange>({ least: numberField(-0.5, 1), most: numberField(-0.5, 1) }))
const kitTube = { tubeClass: nullableClass(), tubeLength: nullableNumber(0, 1000) }

const air = shape<AirPlan>({
  kit: orNull(
    shape<TakenKit>({ label: nameField(80), ...kitTube, parts: kitParts(), lift: kitLift(), ...own }),
  ),
  archetype: choiceField(ARCHETYPE_IDS),
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
  spacerAt: choiceField(SPACER_PLACES),
  cup: choiceField(CUP_WAYS),
  closing: choiceField(CLOSINGS),
  droop: choiceField(DROOPS),
  ...circuit,
  joints: recordField(choiceField(JOINT_KINDS), 400),
  ports: recordField(choiceField(PORT_SIZES), 400),
  gone: shape<Circuit>(circuit),
  classes: ownClassesSchema,
  scenarios: recordField(scenario, 60),
})

const passedOver = shape<PassedOver>({ who: textField(80), at: textField(40), reason: nameField(300) })

const fasteners = () =>
  recordField(
    shape<Fastener>({
      torque: numberField(0.1, 2000),
      thread: soughtField(20),
      grade: soughtField(8),
      from: choiceField(FASTENER_FROM),
      unit: textField(10),
    }),
    40,
  )

/** Kits of the shop, as they are sold. */
/** Colours by what a wire is for. */
export const coloursSchema = recordField(nameField(30), 20)
export const kitsSchema = recordField(
  shape<Kit>({
    label: nameField(80),
    springClass: nullableClass(),
    compressorClass: nullableClass(),
    blockClass: nullableClass(),
    ...kitTube,
    harness: nullableNumber(0, 100),
    parts: kitParts(),
    lift: kitLift(),
    fasteners: fasteners(),
    ...own,
  }),
  100,
)

export const planSchema = shape<Plan>({
  format: choiceField([PLAN_FORMAT]),
  version: numberField(PLAN_VERSION, PLAN_VERSION) as Field<unknown> as Field<typeof PLAN_VERSION>,
  job: shape({
    name: nameField(LONGEST_JOB_NAME),
    number: textField(40),
    customer: textField(120),
    vehicle: textField(120),
    drivingSide: choiceField(SIDES),
    altitude: numberField(-500, 6000),
    changes: nullableNumber(0, 500),
  }),
  truck,
  hauls: recordField(haul, 40),
  air,
  lay: shape({
    places: recordField(pointField(), 200),
    stands: recordField(shape<Stand>({ turn: wholeField(0, 3), up: choiceField(UPS) }), 200),
    shields: recordField(flagField(), 400),
    harnessLength: nullableNumber(0, 100),
    harnessExtension: numberField(0, 100),
    slackAtSpring: numberField(0, 5),
    solids: recordField(
      shape<ToldSolid>({
        label: nameField(80),
        kind: choiceField(TOLD_KINDS),
        at: pointField(),
        size: shape({
          along: numberField(0.005, 20),
          across: numberField(0.005, 6),
          up: numberField(0.005, 4),
        }),
        there: flagField(),
        order: orderField(),
      }),
      80,
    ),
    waypoints: recordField(listField(pointField(), 12), 200),
    coils: recordField(
      shape<ShelfCoil>({
        tube: soughtField(80, 1),
        length: numberField(0.01, 1000),
        count: wholeField(1, 100),
        order: orderField(),
      }),
      40,
    ),
    cutTo: recordField(numberField(0.01, 100), 400),
    recut: recordField(textField(40), 400),
    allowance: numberField(-0.5, 1),
  }),
  power: shape({
    systemVoltage: numberField(1, 60),
    batteryCapacity: numberField(1, 5e6),
    wireArea: nullableNumber(1e-8, 1e-3),
    fuse: nullableNumber(0.5, 500),
    maxDrop: numberField(0.001, 0.5),
    conductorTemperature: numberField(200, 500),
    engineSpace: flagField(),
    bundle: wholeField(1, 100),
    earth: choiceField(EARTHS),
    readings: recordField(numberField(-1e4, 1e6), 400),
    charge: numberField(0, 1),
    relay: orNull(flagField()),
    relayRating: nullableNumber(1, 1000),
    suppression: choiceField(SUPPRESSIONS),
    wake: choiceField(WAKES),
    lamps: choiceField(LAMP_FEEDS),
    tap: shape({
      side: choiceField(TAP_SIDES),
      ownFuse: flagField(),
      alsoFeeds: textField(200),
      holdsCranking: orNull(flagField()),
    }),
    joint: choiceField(WIRE_JOINTS),
    fuseReach: nullableNumber(0.01, 20),
    bar: flagField(),
    secondBattery: orNull(
      shape({
        capacity: numberField(1, 5e6),
        isolator: choiceField(ISOLATORS),
        fusedBothEnds: flagField(),
      }),
    ),
    feeds: recordField(choiceField(POWER_SOURCES), 100),
    earths: recordField(
      shape({ at: nullableChoice(EARTHS), surface: choiceField(EARTH_SURFACES), shared: flagField() }),
      100,
    ),
    inWire: recordField(
      shape({
        order: orderField(),
        wire: soughtField(80, 1),
        kind: choiceField(IN_WIRE_KINDS),
        at: choiceField(WIRE_ENDS),
        rating: nullableNumber(0.5, 1000),
      }),
      60,
    ),
    wires: recordField(
      shape({
        area: nullableNumber(1e-8, 1e-3),
        colour: nullableText(30),
        label: nullableText(40),
        joint: nullableChoice(WIRE_JOINTS),
      }),
      200,
    ),
    colours: coloursSchema,
    staging: nullableNumber(0, 600),
    connectors: recordField(choiceField(CONNECTOR_WAYS), 100),
  }),
  tune: shape({
    memories: wholeField(1, 40),
    heightTolerance: numberField(0.001, 0.2),
    lever: shape({
      link: numberField(0.02, 2),
      stops: numberField(0.05, 1.6),
      delay: numberField(0, 60),
    }),
    sensing: shape({
      arm: numberField(0.02, 1),
      rod: numberField(0.02, 2),
      range: numberField(0.1, 1.6),
      filter: numberField(0, 60),
      driving: numberField(0, 600),
      door: orNull(flagField()),
      key: orNull(flagField()),
      hitch: orNull(flagField()),
      lock: orNull(flagField()),
    }),
    paired: recordField(
      shape({ order: orderField(), device: nameField(80), who: textField(80), at: textField(40) }),
      40,
    ),
    weather: shape({
      shop: numberField(200, 350),
      cold: numberField(200, 350),
      hot: numberField(200, 400),
      pass: numberField(0, 6000),
    }),
    presets: recordField(shape({ left: pressureField(), right: pressureField() }), 40),
    minimum: nullableNumber(0, 5e6),
    trials: recordField(
      shape({
        order: orderField(),
        at: textField(40),
        haul: nullableSought(64),
        known: massField(),
        left: pressureField(),
        right: pressureField(),
        lipLeft: nullableNumber(0.05, 5),
        lipRight: nullableNumber(0.05, 5),
        setAside: nullableChoice(TRIAL_FAULTS),
      }),
      60,
    ),
  }),
  build: shape({
    fasteners: fasteners(),
    ticks: recordField(
      shape({
        who: textField(80),
        at: textField(40),
        did: textField(600),
        torques: orNull(recordField(nullableNumber(0.1, 2000), 20)),
      }),
      500,
    ),
    struck: recordField(passedOver, 500),
  }),
  prove: shape<ProvePlan>({
    holds: recordField(
      shape({
        label: textField(80),
        order: orderField(),
        side: choiceField(AIR_PATHS),
        volume: nullableNumber(1e-6, 10),
        resolution: numberField(1, 1e6),
        allowed: numberField(1, 1e7),
        heightHeld: flagField(),
        plugged: flagField(),
        thermometer: numberField(0.001, 20),
        rested: nullableNumber(0, 1e7),
        lag: numberField(0, 86_400),
        startedAt: textField(40),
        who: textField(80),
        gauge: textField(120),
        gaugeChecked: textField(40),
        covers: textField(4000),
        readings: listField(
          shape({
            t: numberField(-1e9, 1e9),
            pressure: numberField(-101_325, 5e6),
            temperature: nullableNumber(1, 2000),
            second: nullableNumber(1, 2000),
            barometer: nullableNumber(1, 200_000),
            out: flagField(),
          }),
          MOST_READINGS,
        ),
      }),
      100,
    ),
    soap: recordField(
      shape({ finding: choiceField(SOAPS), who: textField(80), at: textField(40), of: textField(400) }),
      500,
    ),
    functions: recordField(
      shape({ value: numberField(-1e9, 1e9), who: textField(80), at: textField(40), of: textField(400) }),
      200,
    ),
    repairs: recordField(
      shape({
        order: orderField(),
        retest: nullableSought(64),
        place: soughtField(130),
        kind: choiceField([...JOINT_KINDS, ...OTHER_PLACES]),
        who: textField(80),
        at: textField(40),
      }),
      300,
    ),
    road: recordField(
      shape({
        found: nullableChoice(ROAD_FINDS),
        value: nullableNumber(-1, 5e6),
        who: textField(80),
        at: textField(40),
      }),
      60,
    ),
  }),
  handover: shape({
    driver: textField(120),
    contact: textField(200),
    nextCheck: textField(40),
    remarks: textField(2000),
    accepted: recordField(passedOver, 500),
  }),
})

export interface PlanProblem {
  path: string
  message: string
}

/**
 * What is wrong with a changed plan, in a sentence, or null. Parts that are the same objects as in a correct
 * plan are not checked again.
 */
export function changedPlanProblem(plan: Plan, right: Plan): string | null {
  const parts = Object.keys(right) as (keyof Plan)[]
  if (!sameJson(Object.keys(plan).sort(), [...parts].sort())) return checkPlan(plan).problems![0]!.message
  for (const part of parts) {
    if (plan[part] === right[part]) continue
    const unfit = unfitJson({ [part]: plan[part] })
    if (unfit) return unfit
    try {
      planSchema.validateSyncAt(part, plan, { strict: true })
    } catch (error) {
      return (error as Error).message
    }
  }
  return null
}

/**
 * Checks a whole document; returns it typed, or every problem with its path. An earlier version is brought to
 * the newest first; in one that claims to be the newest nothing is filled in.
 */
export function checkPlan(
  value: unknown,
): { plan: Plan; problems: null } | { plan: null; problems: PlanProblem[] } {
  const unfit = unfitJson(value)
  if (unfit) return { plan: null, problems: [{ path: '', message: unfit }] }
  const isNewest = isRecord(value) && value.version === PLAN_VERSION
  try {
    const checked = planSchema.validateSync(isNewest ? value : upgradePlan(value), {
      strict: true,
      abortEarly: false,
    }) as unknown as Plan
    // Parts and lines have an order of their own, whatever the order of keys in a file.
    return { plan: isNewest ? (upgradePlan(checked) as Plan) : checked, problems: null }
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const all = error.inner.length > 0 ? error.inner : [error]
    return { plan: null, problems: all.map((e) => ({ path: e.path ?? '', message: e.message })) }
  }
}
