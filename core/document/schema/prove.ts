import {
  choiceField,
  flagField,
  listField,
  nullableChoice,
  nullableNumber,
  nullableSought,
  numberField,
  orderField,
  recordField,
  shape,
  soughtField,
  textField,
} from '../fields'
import { AIR_PATHS, JOINT_KINDS, OTHER_PLACES, type ProvePlan, ROAD_FINDS, SOAPS } from '../types'
import { MOST_READINGS } from '../appendReading'

export const proveSchema = shape<ProvePlan>({
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
})
