import type { AirPlan, LayPlan, Point } from '../document/types'
import type { CutPlan, TooLittle } from './cutPlan'
import type { Swept } from './run/slack'
import type { Radio } from './radio'
import type { Shield } from './shields'

export interface Route {
  id: string
  kind: 'air' | 'feed' | 'wire'
  /** What a wire carries: "lamp"; null of a line. */
  carries: string | null
  from: string
  to: string
  fromLabel: string
  toLabel: string
  path: AirPlan['lines'][string]['path'] | 'feed' | 'signal'
  /** Its ends and corners. */
  points: Point[]
  /** Along the run and its bends, m. */
  run: number
  /** Left before cutting, m: at springs, and drip loops before electrics. */
  slack: number
  /** Of the slack, what the axle's travel takes from a spring's last tie to its port, m. */
  swept: number
  /**
   * To cut as planned, m: run and slack, up to the next 10 mm; of a hose with its ends on, the length it is
   * taken in.
   */
  planned: number
  /** As it was really cut, where that was typed; else as planned, m. */
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
  /** The part whose port faces what leaves it no room, so that the run leaves it by another side; null where none. */
  turnedAway: string | null
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

/** A hole that is drilled. */
export interface Hole {
  /** What is drilled: "the firewall". */
  through: string
  at: Point
  /** Runs through it, by their ids; the fill valve's for its own. */
  runs: string[]
  what: string
  /** Drill, m, null where the hole is there already; and the inside of its grommet, null where it takes none. */
  drill: number | null
  grommet: number | null
  /** What stands within reach of the drill, nearest first. */
  behind: { label: string; far: number }[]
}

/** Lines whose real length was typed, added up. */
export interface Measured {
  /** Lines with a typed length. */
  lines: number
  /** Their runs as found, without any allowance, m. */
  runs: number
  /** Their lengths as cut, less the slack that was to be left, m. */
  real: number
}

export interface LayResult {
  places: Record<string, Point>
  /** How every part stands: as it was turned by hand, else as proposed. */
  stands: LayPlan['stands']
  routes: Route[]
  /** Cut list, longest first. */
  cuts: Route[]
  /** By tube, which coil its lines are cut from. */
  tubes: TubeCuts[]
  /** Battery to compressor, along the frame, or as really cut, m; null with nothing to feed. */
  feed: number | null
  /** Wires beside the feed, longest first. */
  wires: Route[]
  /** What the axle's travel takes from a spring's last tie to its port; null where the port stands still. */
  swept: Swept | null
  /** Holes that are drilled. */
  holes: Hole[]
  /** Lines whose real length was typed; null where none was. */
  measured: Measured | null
  /** Where the extension is joined to the kit's harness; null without one. */
  joined: Point | null
  /** What all parts laid weigh together, kg. */
  mass: number
  /** Length of the harness as fitted, m. */
  harness: number
  /** Distance of each part from what is hot, m, and what that is. */
  heat: Record<string, number>
  hottest: Record<string, string>
  /** Compressor to block on a shared harness, m; null where they share none. */
  apart: number | null
  /** The valve block as it is heard at the driver's seat; null without one. */
  radio: Radio | null
  /** Heat shields that guard something. */
  shields: Shield[]
}
