import { nameField, nullableClass, nullableNumber, recordField, shape } from '../fields'
import type { Kit } from '../types'
import { kitLift, kitParts, kitSteps, kitTube, own } from './air'
import { fasteners } from './build'

/** Kits of the shop, as they are sold. */
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
    steps: kitSteps(),
    ...own,
  }),
  100,
)
