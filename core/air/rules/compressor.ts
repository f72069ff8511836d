import { COMPRESSORS } from '../../catalog/compressors'
import { firstOfKind } from '../circuit/connections'
import type { Remedy } from '../../quantity/figure'
import type { RuleInput, SupplyFacts } from '../types'
import type { CompressorClass } from '../../catalog/compressors'
import { airNote, chooseClass, type AirRule } from './common'

/** The electric compressor against what it must do. */

const CLASS = 'Class of the compressor (common practice)'

/** The compressor, if it is the supply. */
function electricSupply({
  plan,
  set,
  supply,
}: RuleInput): { compressor: CompressorClass; supply: SupplyFacts } | null {
  const { compressor } = set
  if (!supply || !compressor || plan.components[supply.part]?.kind !== 'compressor') return null
  return { compressor, supply }
}

/** The next larger compressor that reaches a pressure, Pa gauge; undefined if none does. */
function nextUp(compressor: CompressorClass, reach = 0): Remedy | undefined {
  const larger = COMPRESSORS.find((c) => c.maxPressure > compressor.maxPressure && c.maxPressure >= reach)
  return larger && chooseClass('Try the next compressor up', 'compressorClass', larger.id)
}

/** For each haul: a pressure it cannot reach, or a run that takes too long. */
const shortOfHauls: AirRule = (input) => {
  const electric = electricSupply(input)
  if (!electric) return null
  const { compressor, supply } = electric
  const found = { subject: supply.part, source: CLASS, remedy: nextUp(compressor) }
  return Object.entries(input.needs).flatMap(([id, need]) => {
    const top = Math.max(need.left.pressure, need.right.pressure)
    const time = input.times[id]
    return [
      ...(top > compressor.maxPressure
        ? [
            airNote({
              ...found,
              rule: 'compressor-pressure',
              rank: 'stop',
              remedy: nextUp(compressor, top),
              value: top,
              limit: compressor.maxPressure,
              title: 'The compressor cannot reach this pressure',
              text: `“${need.label}” needs {value}; the compressor stops at {limit}.`,
            }),
          ]
        : []),
      ...(time != null && time > compressor.maxRun
        ? [
            airNote({
              ...found,
              quantity: 'time',
              rule: 'compressor-run',
              rank: 'fix',
              value: time,
              limit: compressor.maxRun,
              title: 'The compressor runs too long in one go',
              text: `“${need.label}” takes {value}; this class wants a rest after {limit}. Choose a larger one, or fill in two goes.`,
            }),
          ]
        : []),
    ]
  })
}

/** A supply that stops gaining before its switch opens runs for ever. */
const cutOutUnreached: AirRule = (input) => {
  const { plan, supply, set } = input
  if (!supply || supply.cutOut === null || !firstOfKind(plan, 'tank') || supply.reach >= supply.cutOut)
    return null
  if (supply.reach <= 0)
    return airNote({
      rule: 'tank-not-fed',
      rank: 'stop',
      subject: supply.part,
      title: 'The supply has no way into the tank',
      text: 'Its outlet leads nowhere, or a check valve between them stands the wrong way round.',
      source: 'Circuit',
    })
  const electric = electricSupply(input)
  return airNote({
    rule: 'cut-out-unreached',
    rank: 'fix',
    subject: supply.part,
    value: supply.cutOut,
    limit: supply.reach,
    title: 'The supply never reaches the cut-out',
    text: `The switch waits for {value}; the tank comes to {limit} at most, so the supply never stops${electric ? ' and runs until it is hot' : ''}.`,
    source: CLASS,
    remedy: electric && set.compressor ? nextUp(set.compressor, supply.cutOut) : undefined,
  })
}

export const COMPRESSOR_RULES: readonly AirRule[] = [shortOfHauls, cutOutUnreached]
