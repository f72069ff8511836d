import type { AirPlan, Point } from '../document/types'
import type { CutPlan, TooLittle } from './cutPlan'
import type { Shield } from './shields'

export interface Route {
  id: string
  kind: 'air' | 'feed'
  from: string
  to: string
  fromLabel: string
  toLabel: string
  path: AirPlan['lines'][string]['path'] | 'feed'
  /** Its ends and corners. */
  points: Point[]
  /** Along the run and its bends, m. */
  run: number
  slack: number
  /** To cut, m: run and slack, up to the next 10 mm; of a hose with its ends on, the length it is taken in. */
  cut: number
  /** Left over of a hose that is taken whole, coiled and tied, m; null where it is cut. */
  coiled: number | null
  ties: number
  /** Holes through sheet metal, each with its grommet. */
  grommets: number
  /** Half its thickness, m. */
  radius: number
  /** Least distance of its outside from what is hot, m; Infinity without anything. */
  heat: number
  /** The hot thing that it comes nearest to: "the exhaust". */
  heatOf: string
  /** Least distance of its outside from what moves, over its whole travel, m; Infinity where nothing does. */
  clear: number
  /**
   * Least distance of its outside from any solid that it does not pass through or end at, m; the exhaust is
   * `heat`'s.
   */
  solid: number
  /** The radius of its bends, the tightest where a corner has no room for it, m. */
  bend: number
  /** The radius its bends want, m. */
  wantedBend: number
  /** Whether there is no way between its ends, so that it is drawn straight. */
  wayless: boolean
  /** Whether it is made to pass places. */
  throughPlaces: boolean
  /** What an end that cannot be reached stands behind; null where it is not known, or there is a way. */
  inTheWay: string | null
}

/** The lines of one tube, and which coil each is cut from. */
export interface TubeCuts {
  /** The tube's class, and what it is called. */
  tube: string
  label: string
  /** Lines by their id, longest first, as the plan counts them. */
  lines: string[]
  /** Length of them all, m. */
  wanted: number
  /** Coils there are, in the order the plan counts them, and what each is called. */
  coils: { length: number; count: number; label: string; ofKit: boolean }[]
  /** Null where no coil of that tube is written down: nothing is planned, and nothing is known to be enough. */
  plan: CutPlan | TooLittle | null
}

export interface LayResult {
  places: Record<string, Point>
  routes: Route[]
  /** Cut list, longest first. */
  cuts: Route[]
  /** By tube, which coil its lines are cut from. */
  tubes: TubeCuts[]
  /** Battery to compressor, along the frame, m; null with nothing to feed. */
  feed: number | null
  /** Length of the harness as fitted, m. */
  harness: number
  /** Distance of each part from what is hot, m, and what that is. */
  heat: Record<string, number>
  hottest: Record<string, string>
  /** Compressor to block on a shared harness, m; null where they share none. */
  apart: number | null
  /** Heat shields that guard something. */
  shields: Shield[]
}
