import {
  choiceField,
  nameField,
  nullableNumber,
  numberField,
  orNull,
  recordField,
  shape,
  soughtField,
  textField,
} from '../fields'
import { type BuildPlan, FASTENER_FROM, type Fastener, type PassedOver } from '../types'

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

export const buildSchema = shape<BuildPlan>({
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
})
