import {
  choiceField,
  flagField,
  listField,
  nameField,
  nullableNumber,
  numberField,
  orderField,
  pointField,
  recordField,
  shape,
  soughtField,
  textField,
  wholeField,
} from '../fields'
import { type LayPlan, type ShelfCoil, type Stand, ENTERED_KINDS, type EnteredSolid, UPS } from '../types'

export const laySchema = shape<LayPlan>({
  places: recordField(pointField(), 200),
  stands: recordField(shape<Stand>({ turn: wholeField(0, 3), up: choiceField(UPS) }), 200),
  shields: recordField(flagField(), 400),
  harnessLength: nullableNumber(0, 100),
  harnessExtension: numberField(0, 100),
  slackAtSpring: numberField(0, 5),
  solids: recordField(
    shape<EnteredSolid>({
      label: nameField(80),
      kind: choiceField(ENTERED_KINDS),
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
  carrier: listField(soughtField(64), 20),
  allowance: numberField(-0.5, 1),
})
