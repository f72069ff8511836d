import { GRAVITY } from '../quantity/constants'
import { findById } from './find'

/**
 * Generic part classes as data. All values are typical of the class (common practice, no published source)
 * unless a line says otherwise; the part's own sheet decides. SI: m, m², Pa gauge, kg, A, m³/s of free air.
 */

export interface SpringClass {
  id: string
  label: string
  fits: ('leaf' | 'coil')[]
  /** Effective area against height, ascending in height: [m, m²]. */
  areaByHeight: [number, number][]
  designHeight: number
  /** Outside diameter at the maximum pressure, m. */
  diameter: number
  /** Air volume at the design height, m³. */
  volume: number
  /** Height of brackets and seat between axle and frame, m; the seat gap less this is the spring's height. */
  bracketHeight: number
  /** The part of them above the spring, m. */
  upperBracket: number
  /**
   * True if its port is at the lower end, which moves with the axle; distance of port and studs from its
   * middle, m, 0 if no sheet says.
   */
  portLow: boolean
  portOut: number
  studOut: number
  minPressure: number
  maxPressure: number
  /** Greatest load of one spring, kg. */
  maxLoad: number
  /** First fill when proving, Pa gauge. */
  proofPressure: number
  /**
   * Doubt of its area as a share, if its figures are off a sheet; a class has the common doubt of all classes.
   */
  areaWithin?: number
}

const kPa = (n: number) => n * 1000

/** Area against height for one shape of bag: [share of design height, share of area at design height]. */
type Shape = [number, number][]

/** Bags get thinner as they are drawn out; how much depends on the shape (common practice). */
const DOUBLE: Shape = [
  [0.38, 1.33],
  [0.5, 1.28],
  [0.625, 1.2],
  [0.75, 1.13],
  [0.875, 1.06],
  [1, 1],
  [1.125, 0.92],
  [1.25, 0.81],
  [1.375, 0.64],
  [1.5, 0.43],
]
const SINGLE: Shape = [
  [0.45, 1.29],
  [0.64, 1.19],
  [0.82, 1.09],
  [1, 1],
  [1.18, 0.87],
  [1.36, 0.69],
]
const SLEEVE: Shape = [
  [0.6, 1.05],
  [0.8, 1.02],
  [1, 1],
  [1.2, 0.98],
  [1.4, 0.94],
]
const INSERT: Shape = [
  [0.52, 1.04],
  [0.73, 1.02],
  [0.91, 1],
  [1.09, 0.98],
  [1.3, 0.955],
]
const SHORT: Shape = [
  [0.55, 1.24],
  [0.7, 1.16],
  [0.85, 1.08],
  [1, 1],
  [1.12, 0.9],
  [1.25, 0.74],
]

/** A class from its sheet: the load of a pair at a pressure determines the area at the design height. */
function spring(
  id: string,
  label: string,
  fits: SpringClass['fits'],
  shape: Shape,
  of: {
    pairLoad: number
    at: number
    min: number
    height: number
    diameter: number
    volume: number
    bracket: number
    proof: number
  },
): SpringClass {
  const area = ((of.pairLoad / 2) * GRAVITY) / kPa(of.at)
  return {
    id,
    label: `${label}, ${of.pairLoad >= 1000 ? `${Math.floor(of.pairLoad / 1000)} ${String(of.pairLoad % 1000).padStart(3, '0')}` : of.pairLoad} kg a pair at ${of.at} kPa`,
    fits,
    areaByHeight: shape.map(([h, a]): [number, number] => [h * of.height, a * area]),
    designHeight: of.height,
    diameter: of.diameter,
    volume: of.volume,
    bracketHeight: of.bracket,
    upperBracket: of.bracket / 2,
    portLow: false,
    portOut: 0,
    studOut: 0,
    minPressure: kPa(of.min),
    maxPressure: kPa(of.at),
    maxLoad: of.pairLoad / 2,
    proofPressure: kPa(of.proof),
  }
}

/** First fills by kind (common practice): leaf helpers 60 psi, light coil inserts 20, high-pressure inserts 60. */
const LEAF = { at: 690, min: 34.47, proof: 414 }
const COIL = { at: 241, min: 34.47, bracket: 0.02, proof: 138 }

export const SPRINGS: readonly SpringClass[] = [
  spring('leaf-helper-double-1130', 'Leaf helper, double convoluted', ['leaf'], DOUBLE, {
    ...LEAF,
    pairLoad: 1130,
    height: 0.16,
    diameter: 0.15,
    volume: 0.00125,
    bracket: 0.04,
  }),
  spring('leaf-helper-double-2270', 'Leaf helper, double convoluted', ['leaf'], DOUBLE, {
    ...LEAF,
    pairLoad: 2270,
    height: 0.16,
    diameter: 0.19,
    volume: 0.0021,
    bracket: 0.045,
  }),
  spring('leaf-helper-double-3200', 'Leaf helper, double convoluted', ['leaf'], DOUBLE, {
    ...LEAF,
    pairLoad: 3200,
    height: 0.17,
    diameter: 0.22,
    volume: 0.0031,
    bracket: 0.045,
  }),
  spring('leaf-helper-single-900', 'Leaf helper, single convoluted', ['leaf'], SINGLE, {
    ...LEAF,
    pairLoad: 900,
    height: 0.1,
    diameter: 0.13,
    volume: 0.00065,
    bracket: 0.09,
  }),
  spring('leaf-helper-single-1800', 'Leaf helper, single convoluted', ['leaf'], SINGLE, {
    ...LEAF,
    pairLoad: 1800,
    height: 0.11,
    diameter: 0.18,
    volume: 0.00135,
    bracket: 0.09,
  }),
  spring('leaf-helper-single-2700', 'Leaf helper, single convoluted', ['leaf'], SINGLE, {
    ...LEAF,
    pairLoad: 2700,
    height: 0.12,
    diameter: 0.215,
    volume: 0.0022,
    bracket: 0.085,
  }),
  spring('sleeve-900', 'Rolling sleeve', ['leaf', 'coil'], SLEEVE, {
    ...LEAF,
    pairLoad: 900,
    height: 0.18,
    diameter: 0.11,
    volume: 0.0012,
    bracket: 0.03,
  }),
  spring('sleeve-1800', 'Rolling sleeve', ['leaf'], SLEEVE, {
    ...LEAF,
    pairLoad: 1800,
    height: 0.19,
    diameter: 0.15,
    volume: 0.0024,
    bracket: 0.03,
  }),
  spring('short-stroke-1400', 'Short stroke for wide wheels', ['leaf'], SHORT, {
    ...LEAF,
    pairLoad: 1400,
    height: 0.09,
    diameter: 0.15,
    volume: 0.0009,
    bracket: 0.115,
  }),
  spring('short-stroke-2000', 'Short stroke for wide wheels', ['leaf'], SHORT, {
    ...LEAF,
    pairLoad: 2000,
    height: 0.1,
    diameter: 0.175,
    volume: 0.0014,
    bracket: 0.105,
  }),
  spring('coil-insert-360', 'Coil insert', ['coil'], INSERT, {
    ...COIL,
    pairLoad: 360,
    height: 0.2,
    diameter: 0.098,
    volume: 0.0014,
  }),
  spring('coil-insert-450', 'Coil insert', ['coil'], INSERT, {
    ...COIL,
    pairLoad: 450,
    height: 0.22,
    diameter: 0.11,
    volume: 0.0019,
  }),
  spring('coil-insert-540', 'Coil insert', ['coil'], INSERT, {
    ...COIL,
    pairLoad: 540,
    height: 0.22,
    diameter: 0.12,
    volume: 0.0023,
  }),
  spring('coil-insert-tall-450', 'Coil insert, tall', ['coil'], INSERT, {
    ...COIL,
    pairLoad: 450,
    height: 0.29,
    diameter: 0.11,
    volume: 0.0025,
  }),
  spring('coil-insert-high-540', 'Coil insert, high pressure', ['coil'], INSERT, {
    pairLoad: 540,
    at: 414,
    min: 68.94,
    height: 0.21,
    diameter: 0.09,
    volume: 0.0013,
    bracket: 0.02,
    proof: 414,
  }),
  spring('coil-insert-high-680', 'Coil insert, high pressure', ['coil'], INSERT, {
    pairLoad: 680,
    at: 552,
    min: 68.94,
    height: 0.22,
    diameter: 0.092,
    volume: 0.00128,
    bracket: 0.02,
    proof: 414,
  }),
  spring('coil-insert-high-900', 'Coil insert, high pressure', ['coil'], INSERT, {
    pairLoad: 900,
    at: 620,
    min: 68.94,
    height: 0.22,
    diameter: 0.1,
    volume: 0.0016,
    bracket: 0.02,
    proof: 414,
  }),
]

/** Class by id, or null if the catalogue does not have it. */
export const springClass = findById(SPRINGS)
