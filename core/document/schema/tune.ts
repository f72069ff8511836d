import {
  flagField,
  massField,
  nameField,
  nullableChoice,
  nullableNumber,
  nullableSought,
  numberField,
  orNull,
  orderField,
  pressureField,
  recordField,
  shape,
  textField,
  wholeField,
} from '../fields'
import { TRIAL_FAULTS, type TunePlan } from '../types'

export const tuneSchema = shape<TunePlan>({
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
})
