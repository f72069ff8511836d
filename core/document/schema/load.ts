import {
  choiceField,
  flagField,
  lengthField,
  massField,
  numberField,
  orNull,
  orderField,
  recordField,
  shape,
  signedMassField,
  sizeField,
  textField,
} from '../fields'
import {
  BALL_FROMS,
  COUPLINGS,
  type Haul,
  ITEM_HOWS,
  ITEM_PLACES,
  type LoadItem,
  SCHOOLS,
  type Target,
} from '../types'

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

export const haulSchema = shape<Haul>({
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
