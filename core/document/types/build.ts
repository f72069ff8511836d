/** What was done at the truck. */

export interface Tick {
  who: string
  at: string
}

/** A step done, and its own words and figures at the time; empty if nobody recorded them. */
export interface Done extends Tick {
  did: string
  /**
   * Torque of each kind of fastener in the step, N·m; null for one that was not measured. Null as a whole:
   * ticked before torques were asked for.
   */
  torques: Record<string, number | null> | null
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

export interface BuildPlan {
  /** By kind of fastener; one without an entry has no torque yet. */
  fasteners: Record<string, Fastener>
  ticks: Record<string, Done>
  /** Steps that are not needed on this truck. */
  struck: Record<string, PassedOver>
}
