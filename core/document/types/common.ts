/** What every part of the plan uses. */

export interface Point {
  x: number
  y: number
  z: number
}

export interface Corners {
  frontLeft: number
  frontRight: number
  rearLeft: number
  rearRight: number
}
export const SIDES = ['left', 'right'] as const
export type Side = (typeof SIDES)[number]

/** `tolerance` is ± in SI of the figure (a share of it for a rate); null takes the usual one. */
export interface Known<H extends string> {
  how: H
  tolerance: number | null
}

/** Entries of a record in the order a person put them in. */
export function ordered<T extends { order: number }>(record: Record<string, T>): [string, T][] {
  return Object.entries(record).sort((a, b) => a[1].order - b[1].order || (a[0] < b[0] ? -1 : 1))
}
