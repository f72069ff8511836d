import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, Scenario, Side } from '../../document/types'
import type { Head, Link, Motor, Vessel } from '../dynamics/network'
import type { Site } from '../types'
import type { CircuitModel, Supply } from './types'

/** What the parts of a circuit add to its model. */
export interface ModelParts {
  /** Volume by chamber, m³. */
  volumes: Map<string, number>
  links: Link[]
  motors: Motor[]
  heads: Head[]
  /** Further properties of a chamber: a wall, a spring. */
  vessels: Map<string, Partial<Vessel>>
  supplies: Supply[]
  switches: { id: string; cutIn: number; cutOut: number }[]
  hands: CircuitModel['hands']
  /** Absolute pressures of unlimited reservoirs. */
  reservoirs: Record<string, number>
}

/** What the parts of a circuit are modelled for. */
export interface ModelledFor {
  air: AirPlan
  scenario: Scenario
  /** Air that motors and reservoirs draw from. */
  site: Site
  /** Volumes of both springs at the start, m³. */
  springVolumes: Record<Side, number>
}

/** One part of the circuit, and the means to add it to the model. */
export interface ModelledPart extends ModelledFor {
  id: string
  side: Side | null
  /** Its figures, SI. */
  f: Record<string, number>
  /** Conductance and critical ratio of its own opening. */
  valve: { conductance: number; criticalRatio: number }
  /** The model so far; the part adds to it. */
  parts: ModelParts
  /** Chamber of one of its ports. */
  at(port: string): string
  /** Adds volume to the chamber of a port: that of a fitting if none is given, m³. */
  chamber(port: string, volume?: number): void
  /** Adds an opening from its port `in` to its port `out`. */
  through(opening: Opening, volumeBeyond?: number): void
  /** Adds an orifice that a command opens, from a chamber to another or outdoors. */
  orifice(command: string, from: string, to: string | null): void
}

/** How a kind of part behaves in the model. */
export interface PartRow {
  /** A part that holds air back has a chamber at every port; any other has one for all of them. */
  chamberPerPort?: true
  add(part: ModelledPart): void
}

export type Opening = Pick<
  Extract<Link, { kind: 'orifice' }>,
  'conductance' | 'criticalRatio' | 'command' | 'oneWay'
>

/** Surface of a vessel through which its wall gives heat, W/K: a film over 6·V^(2/3). */
export const wallOf = (volume: number) => PRACTICE.wallFilm.value * 6 * volume ** (2 / 3)
