/** Hauls and what they carry. */

export const ITEM_PLACES = ['bed', 'seat', 'rack'] as const
export const ITEM_HOWS = ['weighed', 'marked', 'guessed'] as const
export const COUPLINGS = ['ball', 'bed'] as const
export const BALL_FROMS = ['typed', 'weighed', 'trailer'] as const
/** Liquid in an item: its size is the tank's inside, `fill` the level, 0–1. */
export interface Liquid {
  density: number
  fill: number
  baffled: boolean
}

export interface LoadItem {
  label: string
  /** Of the item itself, kg; a liquid's own weight comes on top. */
  mass: number
  x: number
  y: number
  length: number
  width: number
  height: number
  order: number
  on: (typeof ITEM_PLACES)[number]
  how: (typeof ITEM_HOWS)[number]
  liquid: Liquid | null
}
export const SCHOOLS = ['level', 'share', 'rake'] as const
export type School = (typeof SCHOOLS)[number]

export interface Target {
  school: School
  share: number
}

export interface TrailerItem {
  label: string
  mass: number
  behind: number
  order: number
}

export interface Haul {
  label: string
  order: number
  items: Record<string, LoadItem>
  coupling: (typeof COUPLINGS)[number]
  /**
   * Load on the ball or bed hitch, kg, and whether it was typed from papers, weighed, or follows from
   * `trailer`.
   */
  ballLoad: number
  ballFrom: (typeof BALL_FROMS)[number]
  /**
   * Mass of the towed trailer, for the combination rating; if `ballFrom` is trailer it follows from the plan.
   */
  trailerMass: number
  /** The trailer's own plan: axle behind the coupling, empty weight and where it acts, items. */
  trailer: { axle: number; empty: number; emptyAt: number; items: Record<string, TrailerItem> }
  /** Weight-distributing hitch: lift at the end of each of two spring bars, N, and the bars' length, m. */
  bars: { force: number; length: number } | null
  /** Target of the rear; for `share`, how much of the sag is left in (0–1). */
  target: Target
}
