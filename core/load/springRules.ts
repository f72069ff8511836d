import { SPRINGS } from '../catalog/springs'
import { PRACTICE } from '../catalog/practice'
import { mountingOf, wheelTravel } from '../catalog/truckGeometry'
import { tableRange } from '../quantity/interpolate'
import type { Rule } from '../quantity/stage'
import { isLoaded } from './masses'
import { spansTravel, springCarries, takeSpring } from './remedies'
import { loadNote, type LoadRuleInput } from './ruleInput'

/** Rules on the helper springs and the steel in a haul. */

type LoadRule = Rule<LoadRuleInput>

const overPressure: LoadRule = ({ r, truck, spring, spacer }) => {
  if (!spring) return null
  const side = r.left.wanted >= r.right.wanted ? r.left : r.right
  const overLoad = side.limitedBy === 'maxLoad'
  if (side.limitedBy !== 'maxPressure' && !overLoad) return null
  const carrying = SPRINGS.filter(
    (s) =>
      s.fits.includes(mountingOf(truck.suspension)) &&
      springCarries(s, truck, spacer, r.target, side.springForce),
  ).sort((a, b) => a.maxLoad - b.maxLoad)
  // A class that also spans the travel comes first. Any other still carries the load but needs a strap or a
  // stop.
  const bigger = carrying.find((s) => spansTravel(s, truck, spacer)) ?? carrying[0]
  const sideName = side === r.left ? 'left' : 'right'
  return loadNote(r, {
    rule: 'over-spring-pressure',
    rank: 'stop',
    subject: sideName,
    quantity: 'pressure',
    title: overLoad ? 'The spring carries more than its rating' : 'More pressure than the spring allows',
    text: `“${r.label}” would need {value} on the ${sideName}; the spring ${overLoad ? 'reaches its load rating at' : 'stops at'} {limit}. Choose a larger spring or carry less.`,
    value: side.wanted,
    limit: side.pressure,
    source: 'Limits of the spring class (common practice); its own sheet rules',
    remedy: bigger && takeSpring('Take the smallest spring that carries it', bigger.id),
  })
}

/** Number of standard deviations that 5 cases in 100 exceed in a normal distribution. */
const FIVE_IN_A_HUNDRED = 1.645

/** Room to leave under a spring's limit, Pa: the block's own error and the doubt of the measurements. */
const roomUnder = (deviation: number) =>
  Math.max(PRACTICE.presetTolerance.value, FIVE_IN_A_HUNDRED * deviation)

const littleLeft: LoadRule = ({ r, truck, spring, uncertainty, spacer }) => {
  if (!spring) return null
  const near = (['left', 'right'] as const)
    .map((side) => ({ side, ...r[side], room: roomUnder(uncertainty?.deviation[side] ?? 0) }))
    .filter((s) => s.wanted <= s.most && s.most - s.wanted < s.room && s.limitedBy !== 'height')
    .sort((a, b) => a.most - a.wanted - (b.most - b.wanted))[0]
  if (!near) return null
  const larger = SPRINGS.filter(
    (s) =>
      s.fits.includes(mountingOf(truck.suspension)) &&
      springCarries(s, truck, spacer, r.target, near.springForce * (1 + near.room / near.wanted)),
  ).sort((a, b) => a.maxLoad - b.maxLoad)
  const other = larger.find((s) => spansTravel(s, truck, spacer))
  return loadNote(r, {
    rule: 'near-spring-limit',
    rank: 'fix',
    subject: near.side,
    quantity: 'pressure',
    title: 'Little is left under the spring’s limit',
    text: `“${r.label}” wants {value} on the ${near.side}. Up to {limit} a block’s own 2 psi, and what the measurements leave open in 95 cases of 100, still lie under what the spring may have. Measure what is least sure, carry less, or take a larger spring.`,
    value: near.wanted,
    limit: near.most - near.room,
    source: 'Limits of the spring class (common practice); tolerances propagated (JCGM 100:2008, memory)',
    remedy: other && takeSpring('Take the smallest spring with room', other.id),
  })
}

const outsideHeight: LoadRule = ({ r, spring }) => {
  if (!spring || r.left.limitedBy !== 'height') return null
  const { low, high } = tableRange(spring.areaByHeight)
  return loadNote(r, {
    rule: 'spring-height-at-target',
    rank: 'stop',
    subject: 'left',
    quantity: 'length',
    title: 'The spring stands outside its height range',
    text: `At the height “${r.label}” aims for, the spring would be {value} high; its table ends at {limit}.`,
    value: r.left.height,
    limit: r.left.height < low ? low : high,
    source: 'Height range of the spring class (common practice)',
  })
}

const onStops: LoadRule = ({ r, truck }) => {
  const room = wheelTravel(truck).bump
  const sag = Math.max(r.sagNoAir.rearLeft, r.sagNoAir.rearRight)
  if (sag <= room) return null
  return loadNote(r, {
    rule: 'on-bump-stops',
    rank: 'know',
    subject: 'rearAxle',
    quantity: 'length',
    title: 'With no air it sits on the stops',
    text: `“${r.label}” sags {value} on steel alone; the bump stops are touched at {limit}. Jarring ride, sway and a high beam are the signs.`,
    value: sag,
    limit: room,
    source: 'Seat gap unladen less gap on the stop (tape)',
  })
}

const underMinimum: LoadRule = ({ r, haul, spring }) => {
  if (!spring || !isLoaded(haul)) return null
  const side = r.left.wanted <= r.right.wanted ? r.left : r.right
  if (side.limitedBy !== 'minPressure') return null
  const sideName = side === r.left ? 'left' : 'right'
  return loadNote(r, {
    rule: 'kept-at-minimum',
    rank: 'know',
    subject: sideName,
    quantity: 'pressure',
    title: 'Held at the minimum',
    text: `“${r.label}” wants {value} on the ${sideName}; the spring is never run under {limit}, so it stands a little high.`,
    value: Math.max(side.wanted, 0),
    limit: spring.minPressure,
    source: 'Common practice; the spring’s own sheet rules',
  })
}

/** Rules told first because they stop the work, and rules told last because they are only worth knowing. */
export const SPRING_LIMIT_RULES: readonly LoadRule[] = [overPressure, littleLeft, outsideHeight]
export const ON_STOPS: LoadRule = onStops
export const UNDER_MINIMUM: LoadRule = underMinimum
