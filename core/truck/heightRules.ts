import { drawnByHand } from '../catalog/spacers'
import type { Truck } from '../document/types'
import type { Remedy } from '../quantity/figure'
import { tableRange } from '../quantity/interpolate'
import type { Patch } from '../quantity/patch'
import type { Rule } from '../quantity/stage'
import { CLASS_HEIGHT, PLATE, truckNote as note, type TruckRuleInput, type WithSpring } from './ruleInput'

/** Rules on how high the spring stands and how it reaches its seat. */

/** A spacer of `height` m: a standard size if one fits, else made to measure, to the millimetre. */
export function fitSpacer(standard: number | null, height: number): Remedy {
  const value = standard ?? Math.round(height * 1000) / 1000
  const label =
    value === 0
      ? 'Leave the spacer out'
      : `Put in ${standard === null ? 'a spacer made to measure' : 'the standard spacer'}, ${Math.round(value * 1000)} mm`
  return { label, patches: [{ op: 'replace', path: ['air', 'spacer'], value }] }
}

/** Unladen, the spring must be within its range. Only then do droop and bump matter. */
export const springHeight: Rule<WithSpring> = (input) => {
  const { spring, mounting, r } = input
  const { low, high } = tableRange(spring.areaByHeight)
  const found = { rule: 'spring-height', rank: 'stop', subject: 'seatGap', source: CLASS_HEIGHT } as const
  if (r.springHeight < low)
    return note({
      ...found,
      value: r.springHeight,
      limit: low,
      title: 'The gap is too small for this spring',
      text: 'It would stand {value} high unladen; it needs {limit} at least.',
      remedy:
        mounting.spacer > 0 && r.springHeight + mounting.spacer >= low
          ? fitSpacer(r.standardSpacer, Math.max(r.spacerWanted, 0))
          : undefined,
    })
  if (r.springHeight > high)
    return note({
      ...found,
      value: r.springHeight,
      limit: high,
      title: 'The spring does not reach its seat',
      text: 'It would have to stand {value} high unladen; it reaches {limit}. A spacer or another class is needed.',
      remedy: fitSpacer(r.standardSpacer, r.spacerWanted),
    })
  return [overExtension, crushedOnBump, hangsShort, closingOverRating].flatMap((rule) => rule(input) ?? [])
}

/** True if the axle carries a load on the bed while the springs are mounting. */
const carriesLoad = ({ raisedBy }: Truck): boolean =>
  raisedBy === 'axle' || raisedBy === 'not' || raisedBy === 'body'

function closeByLoad(typed: Truck): Remedy {
  const closed: Patch = { op: 'replace', path: ['air', 'closing'], value: 'load' }
  const label = 'Close the gap by loading the bed'
  if (carriesLoad(typed)) return { label, patches: [closed] }
  const raised: Patch = { op: 'replace', path: ['truck', 'raisedBy'], value: 'axle' }
  return { label: `${label}, the truck raised by its axle`, patches: [closed, raised] }
}

/** A slack bag far above its seat cannot be drawn down by hand. */
const hangsShort: Rule<WithSpring> = ({ typed, spring, mounting, r }) => {
  if (mounting.closing === 'load' || r.closingLoad === 0) return null
  return note({
    rule: 'hangs-short',
    rank: 'know',
    subject: 'seatGap',
    title: 'The spring hangs short of its seat',
    text: 'It has to be drawn out to {value} to be fastened; by hand it comes to about {limit}. Load the bed until it meets its seat, fasten, and unload; or put in a spacer.',
    value: r.springHeight,
    limit: drawnByHand(spring),
    source: 'From memory: half-way from its design height to its highest',
    remedy: closeByLoad(typed),
  })
}

const closingOverRating: Rule<WithSpring> = ({ mounting, r }) => {
  const value = r.rearAxle + r.closingLoad
  const limit = r.truck.ratings.rearAxle
  if (mounting.closing !== 'load' || r.closingLoad === 0 || value <= limit) return null
  return note({
    quantity: 'mass',
    rule: 'closing-over-rating',
    rank: 'stop',
    subject: 'seatGap',
    title: 'Closing the gap overloads the axle',
    text: 'With the load that brings the spring to its seat the rear axle carries {value}; it may carry {limit}. Put in a spacer instead.',
    value,
    limit,
    source: PLATE,
    remedy: {
      label: 'Bring it to its seat without a load',
      patches: [{ op: 'replace', path: ['air', 'closing'], value: 'hand' }],
    },
  })
}

const overExtension: Rule<WithSpring> = ({ spring, mounting, r }) => {
  const { high } = tableRange(spring.areaByHeight)
  if (r.droopHeight <= high || mounting.droop !== 'none') return null
  return note({
    rule: 'over-extension',
    rank: 'fix',
    subject: 'seatGap',
    title: 'On the hoist the spring holds the axle up',
    text: 'At full droop it would be pulled to {value}; it reaches {limit}, and past that it tears. Fit a droop strap, or a seat that lets the spring lift off.',
    value: r.droopHeight,
    limit: high,
    source: CLASS_HEIGHT,
    remedy: {
      label: 'Plan a droop strap',
      patches: [{ op: 'replace', path: ['air', 'droop'], value: 'strap' }],
    },
  })
}

const crushedOnBump: Rule<WithSpring> = ({ spring, mounting, r }) => {
  const { low } = tableRange(spring.areaByHeight)
  if (r.bumpHeight >= low) return null
  const spare = mounting.spacer > 0 && r.bumpHeight + mounting.spacer >= low
  return note({
    rule: 'crushed-on-bump',
    rank: 'fix',
    subject: 'seatGap',
    title: 'On the bump stop the spring is crushed',
    text: 'It would be pressed to {value}; it must not go under {limit}. A taller bump stop or a shorter class keeps it whole.',
    value: r.bumpHeight,
    limit: low,
    source: CLASS_HEIGHT,
    // One millimetre more, so that rounding does not leave it crushed.
    remedy: spare
      ? fitSpacer(r.standardSpacer, Math.max(0, mounting.spacer - (low - r.bumpHeight) - 0.001))
      : undefined,
  })
}

/** A kit's brackets suit a certain lift. */
export const kitForAnotherLift: Rule<TruckRuleInput> = ({ typed, mounting: { kit } }) => {
  const value = typed.suspension.lift
  if (!kit?.lift || (value >= kit.lift.least && value <= kit.lift.most)) return null
  const limit = value < kit.lift.least ? kit.lift.least : kit.lift.most
  return note({
    rule: 'kit-for-another-lift',
    rank: 'fix',
    subject: 'lift',
    title: 'The kit is made for another lift',
    text: `This truck stands {value} over its stock height at the rear; “${kit.label}” is made for ${value < kit.lift.least ? 'at least' : 'at most'} {limit}. Take its other brackets, or another kit.`,
    value,
    limit,
    source: 'The kit’s own sheet',
  })
}

/** A load closes the gap only if the axle carries it. */
export const loadOnHangingAxle: Rule<TruckRuleInput> = ({ typed, mounting, r }) => {
  if (mounting.closing !== 'load' || r.closingLoad === 0 || carriesLoad(typed)) return null
  return note({
    quantity: 'mass',
    rule: 'load-on-hanging-axle',
    rank: 'fix',
    subject: 'seatGap',
    title: 'A load closes no gap while the axle hangs',
    text: 'The bed is to carry {value} so that the springs meet their seats. Raise the truck by its axle, or leave it on its wheels.',
    value: r.closingLoad,
    source: 'Statics',
    remedy: {
      label: 'Raise it by its axle',
      patches: [{ op: 'replace', path: ['truck', 'raisedBy'], value: 'axle' }],
    },
  })
}
