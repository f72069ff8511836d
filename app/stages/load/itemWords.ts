/** Names of an item's sizes. */
export const SIZES = [
  ['length', 'Length'],
  ['width', 'Width'],
  ['height', 'Height'],
] as const
