import { PRACTICE } from '../catalog/practice'
import { railDepth } from '../catalog/truckGeometry'
import type { Truck } from '../document/types'
import { notesOf, type Remedy } from '../quantity/figure'
import type { Rule } from '../quantity/stage'
import { bracketInNotch } from './bracket'

/** Rules on what the upper bracket meets on its rail. */

type BracketRule = Rule<{ typed: Truck }>
const note = notesOf('truck', 'length')
const hold = (value: Truck['bracket']['hold'], label: string): Remedy => ({
  label,
  patches: [{ op: 'replace', path: ['truck', 'bracket', 'hold'], value }],
})
const ROUND_THE_RAIL = hold('u-bolts', 'Hold it by U-bolts round the rail')
const BODY_GUIDE = 'Common practice; the vehicle maker’s guide for body builders rules'

/** Something stands where the bracket would clamp. */
const bracketBlocked: BracketRule = ({ typed: { bracket, frame } }) => {
  if (bracket.inWay === 'nothing' || bracket.hold !== 'clamp') return null
  const byHitch = bracket.inWay === 'bed-hitch'
  const through = frame.section === 'boxed' ? 'speed-nuts' : 'drilled'
  return note({
    quantity: 'count',
    rule: 'bracket-blocked',
    rank: 'fix',
    subject: 'bracket',
    title: 'The upper bracket has nowhere to clamp',
    text: byHitch
      ? 'The bed hitch’s own bracket stands there. Go round the rail with U-bolts beside it; never take a bolt of the hitch out to make room.'
      : 'The rail’s shape keeps the bracket from lying flat. Fasten it through the rail’s side where the kit allows that.',
    source: BODY_GUIDE,
    remedy: byHitch
      ? ROUND_THE_RAIL
      : hold(
          through,
          through === 'drilled'
            ? 'Hold it by bolts through the rail'
            : 'Hold it by nuts clipped into the maker’s own holes',
        ),
  })
}

const throughBoxed: BracketRule = ({ typed: { bracket, frame } }) => {
  if (bracket.hold !== 'drilled' || frame.section !== 'boxed') return null
  return note({
    quantity: 'count',
    rule: 'through-boxed',
    rank: 'fix',
    subject: 'bracket',
    title: 'Bolts through a boxed rail crush it',
    text: 'Tightened through both walls they draw the box together and work loose. Use nuts clipped into one wall, or U-bolts round the rail.',
    source: BODY_GUIDE,
    remedy: hold('speed-nuts', 'Hold it by nuts clipped into the maker’s own holes'),
  })
}

const frameDrilled: BracketRule = ({ typed: { bracket } }) => {
  if (bracket.hold !== 'drilled' && bracket.hold !== 'flange') return null
  return note({
    quantity: 'count',
    rule: 'frame-drilled',
    rank: 'know',
    subject: 'bracket',
    title: 'Holes in a frame rail',
    text: 'The vehicle maker says where a rail may be drilled, how large, and how far from its edges. Look behind first: fuel, brake and wire. Paint the bare edge.',
    source: BODY_GUIDE,
  })
}

/**
 * A bracket must lie flat inside a notch or beside it, not across its end, and must not be bolted through the
 * thin part.
 */
const bracketAtNotch: BracketRule = ({ typed }) => {
  const { frame, bracket } = typed
  const place = bracketInNotch(typed)
  if (!frame.notch || place === 'beside') return null
  const drilled = bracket.hold !== 'clamp' && bracket.hold !== 'u-bolts'
  if (place === 'in' && !drilled) return null
  return note({
    rule: place === 'over' ? 'bracket-over-notch' : 'notch-drilled',
    rank: 'fix',
    subject: 'bracket',
    title:
      place === 'over'
        ? 'The upper bracket stands over the end of the notch'
        : 'Holes where the rail is notched',
    text:
      place === 'over'
        ? 'The notch is {value} long; the bracket reaches {limit} along the rail, and lies flat on neither. Move the seat into the notch or beside it, or take a shorter bracket.'
        : 'The notch leaves the rail its least depth, {value} of {limit}. Go round it with U-bolts, or fasten to the notch’s own plate as its sheet says.',
    value: place === 'over' ? frame.notch.length : railDepth(typed),
    limit: place === 'over' ? PRACTICE.bracketLength.value : frame.depth,
    source: BODY_GUIDE,
    remedy: place === 'over' ? undefined : ROUND_THE_RAIL,
  })
}

export const BRACKET_RULES: readonly BracketRule[] = [
  bracketBlocked,
  throughBoxed,
  frameDrilled,
  bracketAtNotch,
]
