import {
  type Field,
  choiceField,
  classField,
  flagField,
  listField,
  nameField,
  nullableChoice,
  nullableClass,
  nullableNumber,
  nullableSought,
  numberField,
  orNull,
  orderField,
  pressureField,
  recordField,
  shape,
  soughtField,
  stepField,
  textField,
  wholeField,
} from '../fields'
import {
  AIR_PATHS,
  ARCHETYPE_IDS,
  type AirLine,
  type AirPlan,
  CLOSINGS,
  CONDITIONS,
  CUP_WAYS,
  type Circuit,
  type Component,
  DROOPS,
  FAILED_BY,
  FAULT_KINDS,
  type Found,
  JOINT_KINDS,
  COMPONENT_KINDS,
  type Kit,
  KIT_STEP_PLACES,
  type KitStep,
  type LiftRange,
  type LineFound,
  type OwnClass,
  type OwnPart,
  PART_STATES,
  PORT_SIZES,
  PRESS_WAYS,
  SIDES,
  SPACER_PLACES,
  type Scenario,
  type ScenarioStep,
  TRUCK_KIND_IDS,
  type TakenKit,
} from '../types'

/** Figures of a part by id, each finite; the kind decides which ids count. */
const figures = () => recordField(numberField(-1e9, 1e9), 60)

export const own = { number: textField(80), make: textField(80), price: nullableNumber(0, 1e7) }

/** A class of the shop's own; also used for the shop's list of parts. */
export const ownClassSchema = shape<OwnClass>({
  kind: choiceField(COMPONENT_KINDS),
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
  kind: choiceField(COMPONENT_KINDS),
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

export const kitParts = () => recordField(wholeField(0, 50), 40) as Field<unknown> as Field<Kit['parts']>

export const kitLift = () =>
  orNull(shape<LiftRange>({ least: numberField(-0.5, 1), most: numberField(-0.5, 1) }))

export const kitSteps = () =>
  listField(
    shape<KitStep>({
      title: nameField(120),
      text: textField(600),
      instead: nullableChoice(KIT_STEP_PLACES),
      truck: nullableChoice(TRUCK_KIND_IDS),
      minutes: nullableNumber(0, 600),
      picture: textField(120),
    }),
    100,
  )

export const kitTube = { tubeClass: nullableClass(), tubeLength: nullableNumber(0, 1000) }

export const airSchema = shape<AirPlan>({
  kit: orNull(
    shape<TakenKit>({
      label: nameField(80),
      ...kitTube,
      parts: kitParts(),
      lift: kitLift(),
      steps: kitSteps(),
      ...own,
    }),
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
