import type { SpringClass } from '../catalog/springs'
import { ordered, type HoldTest, type ProvePlan } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import { applyRules, type Rule } from '../quantity/stage'
import { HOLD_SOURCE } from './figures'
import { allowedLoss } from './holds'
import type { HoldResult, ProveResult, WhyNot } from './types'

/** What Prove notices of hold tests and of soaped joints. */

interface HoldRuleInput {
  test: HoldTest
  hold: HoldResult
  spring: SpringClass | null
}
type HoldRule = Rule<HoldRuleInput>

const note = notesOf('prove', 'pressureLoss')

const leaking: HoldRule = ({ test, hold }) => {
  if (hold.leak?.verdict !== 'leaking') return null
  return note({
    rule: 'leaking',
    rank: 'stop',
    subject: hold.id,
    value: hold.leak.lossRate,
    limit: allowedLoss(test),
    title: `“${test.label}” leaks`,
    text: 'With temperature taken out it loses {value}; {limit} still counts as tight. Soap the joints, depressurise, re-cut square, reseat, test again.',
    source: HOLD_SOURCE,
  })
}

const WHY_NOT: Record<WhyNot, string> = {
  settling:
    'It was filled not long before: what it loses may be warmth. Say how long it stood first, or read again later.',
  bends:
    'The readings bend as no steady leak does: it still settles, or a temperature went that nobody measured.',
  temperature: 'Temperature may have moved the pressure more than the loss looked for.',
  short: 'The time is too short for the loss looked for.',
  gauge: 'The gauge’s step is too coarse for the loss looked for.',
}

const cannotTell: HoldRule = ({ test, hold }) => {
  if (hold.leak?.verdict !== 'cannot tell') return null
  return note({
    quantity: 'time',
    rule: 'cannot-tell',
    rank: 'know',
    subject: hold.id,
    value: hold.leak.waitMore,
    title: `“${test.label}” cannot tell yet`,
    text:
      hold.leak.waitMore > 0
        ? `${WHY_NOT[hold.why ?? 'short']} A further {value} at the same rate of reading would decide, as far as scatter goes.`
        : WHY_NOT[hold.why ?? 'short'],
    source: HOLD_SOURCE,
  })
}

const heightNotHeld: HoldRule = ({ test, hold }) => {
  if (test.heightHeld || test.side === 'supply') return null
  return note({
    rule: 'height-not-held',
    rank: 'fix',
    subject: hold.id,
    title: `“${test.label}”: the height was free to sink`,
    text: 'A spring that carries the truck sinks at nearly constant pressure as it leaks, so its gauge hides the leak. Stand the frame on supports and read again.',
    source: 'A bag under a fixed load keeps its pressure (textbook)',
    remedy: {
      label: 'Mark it held',
      patches: [{ op: 'replace', path: ['prove', 'holds', hold.id, 'heightHeld'], value: true }],
    },
  })
}

const testOverLimit: HoldRule = ({ test, hold, spring }) => {
  const ofSprings = test.side !== 'supply'
  const over = spring && ofSprings && test.readings.find((r) => r.pressure > spring.maxPressure)
  if (!over) return null
  return note({
    quantity: 'pressure',
    rule: 'test-over-limit',
    rank: 'stop',
    subject: hold.id,
    value: over.pressure,
    limit: spring.maxPressure,
    title: `“${test.label}” was filled over the spring’s limit`,
    text: 'A reading shows {value}; the spring stops at {limit}.',
    source: 'Spring class (common practice)',
  })
}

const HOLD_RULES: readonly HoldRule[] = [leaking, cannotTell, heightNotHeld, testOverLimit]

/** A growing bubble is a leak; fine foam may pass only with a hold test that reads tight. */
function soapNotes(prove: ProvePlan, { joints, holds }: ProveResult): Note[] {
  const passedHold = Object.values(holds).some((h) => h.verdict === 'tight')
  return joints.flatMap((joint) => {
    const finding = prove.soap[joint.id]?.finding
    if (finding === 'bubble')
      return note({
        quantity: 'count',
        rule: 'soap-bubble',
        rank: 'stop',
        subject: joint.id,
        title: `${joint.label}: growing bubbles`,
        text: 'A growing bubble is a leak. Depressurise before opening the fitting, re-cut, reseat, soap again.',
        source: 'Bubble test, about 1e-5 Pa·m³/s with care, EN 1593 (memory)',
      })
    if (finding === 'foam' && !passedHold)
      return note({
        quantity: 'count',
        rule: 'soap-foam',
        rank: 'fix',
        subject: joint.id,
        title: `${joint.label}: slow foam`,
        text: 'Fine foam may pass only with a hold test that reads tight. Take the hold test, or remake the joint.',
        source: 'Common practice',
      })
    return []
  })
}

/** All that Prove notices. */
export const proveRules = (prove: ProvePlan, r: ProveResult, spring: SpringClass | null): Note[] => [
  ...ordered(prove.holds).flatMap(([id, test]) =>
    applyRules(HOLD_RULES, { test, hold: r.holds[id]!, spring }),
  ),
  ...soapNotes(prove, r),
]
