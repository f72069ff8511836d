/** What was done at the truck. */

export interface Tick {
  who: string
  at: string
}

/** What was done in a step, by name: figures in SI, and ids or words of what was chosen. */
export interface DoneFacts {
  figures: Record<string, number>
  choices: Record<string, string>
}

/** A step done: what was done in it, as values and choices, and not as words. */
export interface Done extends Tick {
  /** The step's title when it was ticked, so that a step that is gone can still be named. */
  title: string
  /** What was done; null: ticked before it was recorded. */
  facts: DoneFacts | null
  /**
   * Torque of each joint that the step tightens, N·m; null for one that was not measured. Null as a whole:
   * ticked before torques were asked for.
   */
  torques: Record<string, number | null> | null
  /** What was read in the step, SI, by name. */
  readings: Record<string, number>
  /** The torque wrench; empty if nobody named it. */
  wrench: string
  /** How it was done otherwise than the step says, and why; empty if it was done as it says. */
  otherwise: string
}

/** A step that somebody wants looked at before it goes on, and who looked. */
export interface Look extends Tick {
  /** Who looked, and when; null until somebody did. */
  seen: Tick | null
}

export const FOUND_KINDS = ['does-not-fit', 'in-the-way', 'cut', 'bolt', 'other'] as const
/** Something found under the truck, to be settled at the desk. */
export interface FromTruck extends Tick {
  kind: (typeof FOUND_KINDS)[number]
  /** The step in which it was found. */
  step: string
  text: string
  order: number
  /** True once somebody at the desk has dealt with it. */
  settled: boolean
}

/** How something of the box was found when the box was checked. */
export const BOX_STATES = ['present', 'missing', 'damaged'] as const
export interface BoxFind extends Tick {
  state: (typeof BOX_STATES)[number]
  /** How many were counted; null if nobody counted. */
  count: number | null
}

/**
 * Something was opened: parts, lines or single places such as `line-left:from`, when (ISO 8601), and in which
 * words. Earlier proof of them no longer counts.
 */
export interface Opening {
  parts: readonly string[]
  lines: readonly string[]
  places: readonly string[]
  at: string
  what: string
}

/** Something passed over on purpose: who said so, when and why. */
export interface PassedOver extends Tick {
  reason: string
}
export const FASTENER_FROM = ['sheet', 'usual'] as const
/**
 * A fastener of the kit: torque in N·m, thread ("M8", "3/8-16"), property class or grade; off its sheet, or the
 * usual one taken over on purpose.
 */
export interface Fastener {
  torque: number
  thread: string
  grade: string
  from: (typeof FASTENER_FROM)[number]
  /** The unit typed with the torque, such as `N·m`; empty if none was. */
  unit: string
}

/** A tick of which nothing was recorded, as those of older plans. */
export const NOTHING_RECORDED: Omit<Done, keyof Tick> = {
  title: '',
  facts: null,
  torques: null,
  readings: {},
  wrench: '',
  otherwise: '',
}

/** What becomes of a thing that was freed: back as it was, never back, or to another place. */
export const FATES = ['back', 'off', 'moved'] as const
export type Fate = (typeof FATES)[number]
/** Something unbolted, unclipped, lowered or moved out of the way: an entry of the register "Off and back". */
export interface FreedThing {
  label: string
  /** Where it is on the truck. */
  where: string
  order: number
  /** Its bolts: how many, which head, and the bag they are kept in. */
  bolts: number
  head: string
  bag: string
  fate: Fate
  /** Why it stays off, or where it goes; empty if it comes back. */
  reason: string
  /** Torque on the way back, N·m; null where none is known. */
  torque: number | null
  /** True if its threads get locker on the way back. */
  locker: boolean
}

/** How a part is held at its place. */
export const PART_HOLDS = ['own-hole', 'u-bolt', 'screw', 'tapped', 'blind-nut'] as const
export type PartHold = (typeof PART_HOLDS)[number]

/** How a coil insert gets into its coil: squeezed through the coil where it stands, or with the coil taken out. */
export const COIL_WAYS = ['in', 'out'] as const

export interface BuildPlan {
  /** By kind of fastening; one without an entry has no torque yet. */
  fasteners: Record<string, Fastener>
  ticks: Record<string, Done>
  /** Steps that are not needed on this truck. */
  struck: Record<string, PassedOver>
  /** Freed things that were entered, or that differ from what the truck's kind proposes, by id. */
  freed: Record<string, FreedThing>
  /** How parts are held, by their id; a part without an entry is held as is usual of its kind. */
  holds: Record<string, PartHold>
  coilWay: (typeof COIL_WAYS)[number]
  /** Steps that wait for somebody's look, by step. */
  looks: Record<string, Look>
  /** What was found under the truck. */
  fromTruck: Record<string, FromTruck>
  /** What was found of the box's content, by the id of its line; what is not here was not checked. */
  box: Record<string, BoxFind>
  /** Steps that somebody put first, in this order, as far as their reasons allow. */
  order: string[]
}
