import type { AirPlan, Point } from '../document/types'
import type { Shield } from './shields'

export interface Route {
  id: string
  kind: 'air' | 'feed'
  from: string
  to: string
  fromLabel: string
  toLabel: string
  path: AirPlan['lines'][string]['path'] | 'feed'
  points: Point[]
  /** Along the run, m. */
  run: number
  slack: number
  /** To cut, m: run and slack, up to the next 10 mm; of a hose with its ends on, the length it is taken in. */
  cut: number
  /** Left over of a hose that is taken whole, coiled and tied, m; null where it is cut. */
  coiled: number | null
  ties: number
  grommets: number
  /** Least distance from the exhaust's outside, m; Infinity without one. */
  heat: number
  /** Whether rails and cross-members offer no way between its ends, so that it is drawn straight. */
  wayless: boolean
}

export interface LayResult {
  places: Record<string, Point>
  routes: Route[]
  /** Cut list, longest first. */
  cuts: Route[]
  /** Battery to compressor, along the frame, m; null with nothing to feed. */
  feed: number | null
  /** Length of the harness as fitted, m. */
  harness: number
  /** Distance of each part from the exhaust, m. */
  heat: Record<string, number>
  /** Compressor to block on a shared harness, m; null where they share none. */
  apart: number | null
  /** Heat shields that guard something. */
  shields: Shield[]
}
