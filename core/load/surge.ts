import { PRACTICE } from '../catalog/practice'
import type { Haul, LoadItem } from '../document/types'
import { findRootOfRising } from '../quantity/root'
import { itemMass } from './masses'

/** A baffled tank counts as this many compartments along and across. */
const COMPARTMENTS = 3

/**
 * How far the centre of a liquid moves along a box when its surface tilts to `slope` (acceleration over g). The
 * box of `length` and `height` is filled to `fill` (0–1). The surface is plane and still (quasi-static) and may
 * meet the floor or lid. Source: hydrostatics of an accelerated vessel, tan θ = a/g.
 */
export function liquidShift(length: number, height: number, fill: number, slope: number): number {
  if (!(length > 0) || !(height > 0) || fill <= 0 || fill >= 1 || slope === 0) return 0
  const moments = (level: number): { area: number; first: number } => {
    // The depth is level + slope·x, held between 0 and the lid. Each straight piece between kinks is integrated
    // exactly.
    const depth = (x: number) => Math.min(Math.max(level + slope * x, 0), height)
    const half = length / 2
    const kinks = [
      -half,
      ...[-level / slope, (height - level) / slope].filter((x) => Math.abs(x) < half).sort((a, b) => a - b),
      half,
    ]
    let area = 0
    let first = 0
    for (let i = 1; i < kinks.length; i++) {
      const [a, b] = [kinks[i - 1]!, kinks[i]!]
      const [da, db] = [depth(a), depth(b)]
      area += ((da + db) / 2) * (b - a)
      first += ((b - a) * (da * (2 * a + b) + db * (a + 2 * b))) / 6
    }
    return { area, first }
  }
  const wanted = fill * length * height
  const level = findRootOfRising((z) => moments(z).area - wanted, height + Math.abs(slope) * length)
  return moments(level).first / wanted
}

export interface Surge {
  items: string[]
  /** kg moved from one axle to the other in braking */ axle: number
  /** kg moved from one side of the rear to the other */ side: number
}

/** What the liquids of a haul move between the axles when braking, and between the sides in a bend, kg. */
export function liquidSurge(haul: Haul, wheelbase: number, track: number): Surge {
  const wet = Object.values(haul.items).filter(
    (i): i is LoadItem & { liquid: NonNullable<LoadItem['liquid']> } => i.liquid !== null,
  )
  const moved = (size: (i: LoadItem) => number, slope: number) =>
    wet.reduce((sum, i) => {
      const parts = i.liquid.baffled ? COMPARTMENTS : 1
      return (
        sum + (itemMass(i) - Math.abs(i.mass)) * liquidShift(size(i) / parts, i.height, i.liquid.fill, slope)
      )
    }, 0)
  return {
    items: wet.map((i) => i.label),
    axle: moved((i) => i.length, PRACTICE.hardBraking.value) / wheelbase,
    side: moved((i) => i.width, PRACTICE.briskBend.value) / track,
  }
}
