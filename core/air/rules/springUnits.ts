import { springClass } from '../../catalog/springs'
import { springOf } from '../parts/parts'
import type { AirPlan } from '../../document/types'
import { GRAVITY } from '../../quantity/constants'
import type { Remedy } from '../../quantity/figure'
import { interpolate } from '../../quantity/interpolate'
import { airNote, type AirRule } from './common'

/**
 * Detects a spring's sheet typed in the wrong unit. Two facts reveal it: no bag pushes with more than the
 * circle of its own diameter, and at its highest pressure a bag carries about what its sheet allows.
 */

/**
 * Area as a share of the bag's circle. It is 0.45 to 1.0 for the catalogue's classes; no bag is outside these
 * limits (common practice).
 */
const CIRCLE = { least: 0.25, most: 1.1 }
/** A spring's area or load may differ from its base class by this factor before it is questioned. */
const LIKE = 2
const CARRIES = 1.8

const PSI = 6.894757
const POUND = 0.45359237

interface Typed {
  area: number
  maxPressure: number
  maxLoad: number
}
/** One unit mix-up: what was typed as what, and which figures correct it. */
interface Slip {
  was: string
  of: keyof Typed
  /** Column of a table of loads that it scales; null for a single figure. */
  column: 1 | 2 | null
  by: number
}
const SLIPS: readonly Slip[] = [
  { was: 'Loads in newtons, typed as kilograms', of: 'area', column: 2, by: 1 / GRAVITY },
  { was: 'Loads in pounds, typed as kilograms', of: 'area', column: 2, by: POUND },
  { was: 'Loads in kilograms, typed as pounds', of: 'area', column: 2, by: 1 / POUND },
  { was: 'Pressures in psi, typed as kPa', of: 'area', column: 1, by: PSI },
  { was: 'Pressures in kPa, typed as psi', of: 'area', column: 1, by: 1 / PSI },
  { was: 'Maximum in psi, typed as kPa', of: 'maxPressure', column: null, by: PSI },
  { was: 'Maximum in kPa, typed as psi', of: 'maxPressure', column: null, by: 1 / PSI },
  { was: 'Most it may carry in newtons, typed as kilograms', of: 'maxLoad', column: null, by: 1 / GRAVITY },
  { was: 'Most it may carry in pounds, typed as kilograms', of: 'maxLoad', column: null, by: POUND },
  { was: 'Most it may carry in kilograms, typed as pounds', of: 'maxLoad', column: null, by: 1 / POUND },
]

/** The typed figures corrected. More pressure for the same load means less area. */
const righted = (typed: Typed, { of, column, by }: Slip): Typed => ({
  ...typed,
  [of]: typed[of] * (column === 1 ? 1 / by : by),
})

/** How far a spring's figures are outside those of real springs, as the logarithm of a factor; 0 inside. */
function strangeness({ area, maxPressure, maxLoad }: Typed, circle: number, like: number): number {
  const part = area / circle
  const outside = Math.max(Math.log(part / CIRCLE.most), Math.log(CIRCLE.least / part), 0)
  const fromLike = Math.max(Math.abs(Math.log(part / like)) - Math.log(LIKE), 0)
  const carries = Math.abs(Math.log((maxPressure * area) / GRAVITY / maxLoad))
  return outside + fromLike + Math.max(carries - Math.log(CARRIES), 0)
}

/** Corrects the unit in the plan: in the spring's own sheet, or in the shop's own class. */
function remedyOf(air: AirPlan, typed: Typed, slip: Slip): Remedy {
  const label = `${slip.was}: put it right`
  const value = righted(typed, slip)[slip.of]
  if (air.sheet) return { label, patches: [{ op: 'replace', path: ['air', 'sheet', slip.of], value }] }
  const path = ['air', 'classes', air.springClass]
  const { table } = air.classes[air.springClass]!
  if (slip.column !== null && table.length > 0) {
    const scaled = table.map((row) => row.map((cell, i) => (i === slip.column ? cell * slip.by : cell)))
    return { label, patches: [{ op: 'replace', path: [...path, 'table'], value: scaled }] }
  }
  return { label, patches: [{ op: 'add', path: [...path, 'figures', slip.of], value }] }
}

export const springUnits: AirRule = ({ planned }) => {
  const own = planned.classes[planned.springClass]
  const spring = springOf(planned)
  if (!spring || !(planned.sheet || own)) return null
  const base = springClass(own?.like ?? planned.springClass)!
  const circle = (Math.PI / 4) * spring.diameter ** 2
  const like = interpolate(base.areaByHeight, base.designHeight) / ((Math.PI / 4) * base.diameter ** 2)
  const area = interpolate(spring.areaByHeight, spring.designHeight)
  const typed = { area, maxPressure: spring.maxPressure, maxLoad: spring.maxLoad }
  if (strangeness(typed, circle, like) === 0) return null
  const [best] = SLIPS.map((slip) => {
    const after = righted(typed, slip)
    const carries = Math.abs(Math.log((after.maxPressure * after.area) / GRAVITY / after.maxLoad))
    const far = carries + Math.abs(Math.log(after.area / circle / like))
    return { slip, far, fits: strangeness(after, circle, like) === 0 }
  })
    .filter(({ fits }) => fits)
    .sort((a, b) => a.far - b.far)
  const cannotBe = area > CIRCLE.most * circle
  return airNote({
    quantity: 'area',
    rule: 'spring-sheet-unit',
    rank: cannotBe ? 'stop' : 'fix',
    subject: 'spring-left',
    value: area,
    limit: circle,
    title: best
      ? `The spring’s sheet looks typed in another unit`
      : 'The spring’s sheet does not agree with itself',
    text: `Its area comes out as {value}; the circle of its diameter has {limit}. ${best ? `${best.slip.was}?` : 'Area, diameter, highest pressure and the most it may carry are not of one spring.'} Pressures follow the area: look at the sheet again.`,
    source: 'F = p·A; a bag pushes with no more than its own circle (geometry)',
    remedy: best && remedyOf(planned, typed, best.slip),
  })
}
