import type { Point } from './common'

/** Where parts, lines and wires go. */

/** How a part stands: as on the bench, on its side, or upside down. */
export const UPS = ['upright', 'side', 'over'] as const
export type Up = (typeof UPS)[number]

/**
 * Kinds of things added by hand: steel that parts may be fixed to, sheet metal a run may pass through, moving
 * things, hot things, anything else. `keepOut` is a place to leave free; `grommet` is an existing hole in sheet
 * metal, with its grommet.
 */
export const ENTERED_KINDS = ['body', 'structure', 'sheet', 'moving', 'hot', 'keepOut', 'grommet'] as const

/**
 * A thing on the truck added by hand, as an upright box: a new one, or a correction of one of the truck's
 * solids.
 */
export interface EnteredSolid {
  label: string
  kind: (typeof ENTERED_KINDS)[number]
  /** Its middle. */
  at: Point
  size: { along: number; across: number; up: number }
  /** False if the truck does not have the thing it stands for. */
  there: boolean
  order: number
}

/** Coils of one length to cut from: bought, or rests on the shelf. */
export interface ShelfCoil {
  tube: string
  length: number
  count: number
  order: number
}

/** How a part stands: quarter turns to the left seen from above, and which of its sides is up. */
export interface Stand {
  turn: number
  up: Up
}

export interface LayPlan {
  /** Where a part was placed by hand; a part without an entry is at its proposed place. */
  places: Record<string, Point>
  /** How a part was turned by hand; one without an entry stands as proposed. */
  stands: Record<string, Stand>
  /** Parts and lines with a heat shield between them and the exhaust. */
  shields: Record<string, boolean>
  /** Length of the kit's power harness, as bought; null takes the class's own. */
  harnessLength: number | null
  /** Extension spliced into the harness. */
  harnessExtension: number
  slackAtSpring: number
  /** Things added by hand; one with the id of a truck's own solid replaces it. */
  solids: Record<string, EnteredSolid>
  /** Places a line or wire must pass, in order from its first end. */
  waypoints: Record<string, Point[]>
  coils: Record<string, ShelfCoil>
  /** What each line was really cut to, m, by its id: typed under the truck. */
  cutTo: Record<string, number>
  /** When a cut line was cut again, by its id (ISO 8601). */
  recut: Record<string, string>
  /** Parts that stand on one carrier plate, made on the bench: they are mounted as one and moved together. */
  carrier: string[]
  /** How much longer runs come out than planned, as a share: the shop's own, once it has measured. */
  allowance: number
}
