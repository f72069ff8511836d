/** Sizes of an item, as they are named. */
export const SIZES = [
  ['length', 'Length'],
  ['width', 'Width'],
  ['height', 'Height'],
] as const
