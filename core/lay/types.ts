import type { AirPlan, LayPlan, Point } from '../document/types'
import type { CutPlan, TooLittle } from './cutPlan'
import type { Swept } from './run/slack'
import type { Radio } from './radio'
import type { Shield } from './shields'

export interface Route {
  id: string
  kind: 'air' | 'feed' | 'wire'
  /** What a wire carries, such as "lamp"; null for a line. */
  carries: string | null
  from: string
  to: string
  fromLabel: string
  toLabel: string
  path: AirPlan['lines'][string]['path'] | 'feed' | 'signal'
  /** Its ends and corners. */
  points: Point[]
  /** Length along the run and its bends, m. */
  run: number
  /** Added before cutting, m: at springs, and drip loops before electrics. */
  slack: number
  /** Part of the slack that the axle's travel takes from a spring's last tie to its port, m. */
  swept: number
  /**
   * Length to cut as planned, m: run and slack, up to the next 10 mm; for a hose with its ends on, its standard
   * length.
   */
  planned: number
  /** Length really cut if it was typed, otherwise as planned, m. */
  cut: number
  /** Rest of a hose that is used whole, coiled and tied, m; null if it is cut. */
  coiled: number | null
  ties: number
  /** Holes through sheet metal, each with its grommet. */
  grommets: number
  /** Half of its thickness, m. */
  radius: number
  /** Least distance of its outside from anything hot, m; Infinity if there is nothing. */
  heat: number
  /** The hot thing it is nearest to: "the exhaust". */
  heatOf: string
  /**
   * Least distance of its outside from anything that moves, over its whole travel, m; Infinity if nothing does.
   */
  clear: number
  /**
   * Least distance of its outside from any solid that it does not pass through or end at, m; `heat` is for the
   * exhaust.
   */
  solid: number
  /** Radius of its bends, or of the tightest if a corner has no room for it, m. */
  bend: number
  /** Radius its bends need, m. */
  wantedBend: number
  /** True if there is no way between its ends, so that it is drawn straight. */
  wayless: boolean
  /** True if it must pass given places. */
  throughPlaces: boolean
  /**
   * The part whose port faces something without room, so that the run leaves by another side; null if there is
   * none.
   */
  turnedAway: string | null
  /** What blocks an end that cannot be reached; null if it is not known, or there is a way. */
  inTheWay: string | null
}

/** The lines of one tube, and which coil each is cut from. */
export interface TubeCuts {
  /** The tube's class and name. */
  tube: string
  label: string
  /** Ids of the lines, longest first, in the order of the plan. */
  lines: string[]
  /** Their total length, m. */
  wanted: number
  /** Available coils, in the order of the plan, with their names. */
  coils: { length: number; count: number; label: string; ofKit: boolean }[]
  /** Null if no coil of that tube is recorded: then nothing is planned, and nothing is known to be enough. */
  plan: CutPlan | TooLittle | null
}

/** A hole that is drilled. */
export interface Hole {
  /** What is drilled: "the firewall". */
  through: string
  at: Point
  /** Ids of the runs through it; for a fill valve's own hole, the valve's. */
  runs: string[]
  what: string
  /** Drill, m, null if the hole exists already; and the inside of its grommet, null if it needs none. */
  drill: number | null
  grommet: number | null
  /** What is within reach of the drill, nearest first. */
  behind: { label: string; far: number }[]
}

/** Sums over lines whose real length was typed. */
export interface Measured {
  /** Lines with a typed length. */
  lines: number
  /** Their computed runs, without any allowance, m. */
  runs: number
  /** Their lengths as cut, minus the planned slack, m. */
  real: number
}

export interface LayResult {
  places: Record<string, Point>
  /** How every part stands: as turned by hand, otherwise as proposed. */
  stands: LayPlan['stands']
  routes: Route[]
  /** Cut list, longest first. */
  cuts: Route[]
  /** For each tube, which coil its lines are cut from. */
  tubes: TubeCuts[]
  /** Battery to compressor along the frame, or as really cut, m; null with nothing to feed. */
  feed: number | null
  /** Wires besides the feed, longest first. */
  wires: Route[]
  /** What the axle's travel takes from a spring's last tie to its port; null if the port does not move. */
  swept: Swept | null
  /** Holes that are drilled. */
  holes: Hole[]
  /** Lines whose real length was typed; null if there are none. */
  measured: Measured | null
  /** Where the extension joins the kit's harness; null without one. */
  joined: Point | null
  /** Total weight of all laid parts, kg. */
  mass: number
  /** Length of the harness as fitted, m. */
  harness: number
  /** Distance of each part from anything hot, m, and the name of that. */
  heat: Record<string, number>
  hottest: Record<string, string>
  /** Compressor to block on a shared harness, m; null if they share none. */
  apart: number | null
  /** The valve block as received at the driver's seat; null without one. */
  radio: Radio | null
  /** Heat shields that guard something. */
  shields: Shield[]
}
