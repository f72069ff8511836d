import {
  choiceField,
  flagField,
  listField,
  nameField,
  nullableNumber,
  numberField,
  orderField,
  orNull,
  recordField,
  shape,
  soughtField,
  textField,
} from '../fields'
import {
  BOX_STATES,
  type BoxFind,
  type BuildPlan,
  COIL_WAYS,
  type Done,
  type DoneFacts,
  FASTENER_FROM,
  type Fastener,
  FATES,
  FOUND_KINDS,
  type FreedThing,
  type FromTruck,
  type Look,
  PART_HOLDS,
  type PassedOver,
  type Tick,
} from '../types'

export const passedOver = shape<PassedOver>({ who: textField(80), at: textField(40), reason: nameField(300) })

export const fasteners = () =>
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

const freedThing = shape<FreedThing>({
  label: nameField(80),
  where: textField(120),
  order: numberField(0, 1e6),
  bolts: numberField(0, 100),
  head: textField(40),
  bag: textField(20),
  fate: choiceField(FATES),
  reason: textField(300),
  torque: nullableNumber(0.1, 2000),
  locker: flagField(),
})

const tick = { who: textField(80), at: textField(40) }

export const buildSchema = shape<BuildPlan>({
  fasteners: fasteners(),
  ticks: recordField(
    shape<Done>({
      who: textField(80),
      at: textField(40),
      title: textField(600),
      facts: orNull(
        shape<DoneFacts>({
          figures: recordField(numberField(-1e9, 1e9), 60),
          choices: recordField(textField(200), 60),
        }),
      ),
      torques: orNull(recordField(nullableNumber(0.1, 2000), 40)),
      readings: recordField(numberField(-1e9, 1e9), 20),
      wrench: textField(60),
      otherwise: textField(300),
    }),
    500,
  ),
  struck: recordField(passedOver, 500),
  freed: recordField(freedThing, 100),
  holds: recordField(choiceField(PART_HOLDS), 200),
  coilWay: choiceField(COIL_WAYS),
  looks: recordField(shape<Look>({ ...tick, seen: orNull(shape<Tick>(tick)) }), 500),
  fromTruck: recordField(
    shape<FromTruck>({
      ...tick,
      kind: choiceField(FOUND_KINDS),
      step: soughtField(64),
      text: nameField(300),
      order: orderField(),
      settled: flagField(),
    }),
    300,
  ),
  box: recordField(
    shape<BoxFind>({
      who: textField(80),
      at: textField(40),
      state: choiceField(BOX_STATES),
      count: nullableNumber(0, 1000),
    }),
    200,
  ),
  order: listField(soughtField(64), 500),
})
