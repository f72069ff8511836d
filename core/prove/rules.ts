import { againAt } from '../catalog/leakPlaces'
import type { SpringClass } from '../catalog/springs'
import { ordered, type HoldTest, type Opening, type ProvePlan } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import { applyRules, type Rule } from '../quantity/stage'
import { HOLD_SOURCE } from './figures'
import { allowedLoss } from './holds'
import { isFine } from './road'
import type { HoldResult, ProveResult, WhyNot } from './types'

/** Rules on hold tests and soaped joints. */

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
  gains:
    'It gains air, as much as it may lose: a valve that does not seat lets some in, or somebody filled it. A leak may hide beneath. Shut off what feeds it, and read again.',
  temperature: 'Temperature may have moved the pressure more than the loss looked for.',
  short: 'The time is too short for the loss looked for.',
  gauge: 'The gauge’s step is too coarse for the loss looked for.',
}

const cannotTell: HoldRule = ({ test, hold }) => {
  if (hold.leak?.verdict !== 'cannot tell' || hold.tooLow) return null
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
    text: 'A spring that carries the truck sinks at nearly constant pressure as it leaks, so its gauge hides the leak. Stand the frame on supports and read again: what was read before stays written down and is left out.',
    source: 'A bag under a fixed load keeps its pressure (textbook)',
    remedy: {
      label: 'It stands on supports now: read again',
      patches: [
        { op: 'replace', path: ['prove', 'holds', hold.id, 'heightHeld'], value: true },
        ...test.readings.map((_, i) => ({
          op: 'replace' as const,
          path: ['prove', 'holds', hold.id, 'readings', i, 'out'],
          value: true,
        })),
      ],
    },
  })
}

const heldTooLow: HoldRule = ({ test, hold }) => {
  if (!hold.tooLow) return null
  return note({
    quantity: 'pressure',
    rule: 'held-too-low',
    rank: 'fix',
    subject: hold.id,
    value: hold.tooLow.filled,
    limit: hold.tooLow.least,
    title: `“${test.label}” began with too little in it`,
    text: 'Its first reading shows {value}; under {limit} a leak loses so little that nothing shows it. Fill it, let it settle, and begin another test.',
    source: hold.tooLow.source,
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

/** A test counts only for the circuit it was made on. */
const ofEarlierCircuit: HoldRule = ({ test, hold }) =>
  note({
    quantity: 'count',
    rule: 'hold-earlier',
    rank: 'fix',
    subject: hold.id,
    title: `“${test.label}” is of an earlier circuit`,
    text: `What it was made on has changed since, so it proves nothing of this one. It was: ${test.covers}. Test again, or bring the circuit back.`,
    source: 'As recorded with its first reading',
    remedy: {
      label: 'Take the old test away',
      patches: [{ op: 'remove', path: ['prove', 'holds', hold.id] }],
    },
  })

/** A test counts until something it covers is opened. */
const heldBeforeOpened: HoldRule = ({ test, hold }) =>
  hold.opened &&
  note({
    quantity: 'count',
    rule: 'hold-opened',
    rank: 'fix',
    subject: hold.id,
    title: `“${test.label}” was made before this was opened`,
    text: `After it: ${said(hold.opened)} What the test said of that side stands no more: close it, soap it, and hold that side again.`,
    source: 'A proof is of what nobody has opened since (common practice)',
  })

/** Names what was opened, and on which day. */
const said = ({ what, at }: Opening): string => `“${what}”, ${at.slice(0, 10)}.`

/** Things that were soaped, tried or inspected and then opened: one note for each opening. */
function openedAgain({ opened: { places, tests, road } }: ProveResult): Note[] {
  const all = [
    ...places.map((p) => ({ ...p, again: `soap ${p.label}` })),
    ...tests.map((t) => ({ ...t, again: `try the ${t.label.toLowerCase()}` })),
    ...road.map(({ check, opening }) => ({
      id: check.id,
      opening,
      again: `look at ${check.label.toLowerCase()}`,
    })),
  ]
  return [...new Set(all.map(({ opening }) => opening))].map((opening) => {
    const mine = all.filter((one) => one.opening === opening)
    return note({
      quantity: 'count',
      rule: 'proved-before-opened',
      rank: 'fix',
      subject: mine[0]!.id,
      value: mine.length,
      title: `Opened after it was proved: ${opening.what}`,
      text: `On ${opening.at.slice(0, 10)}. What was found before says nothing of it any more. Once more: ${[...new Set(mine.map(({ again }) => again))].join('; ')}.`,
      source: 'A proof is of what nobody has opened since (common practice)',
    })
  })
}

/** One reading far from its neighbours is more likely misread than true. Only a person leaves it out. */
const readingAstray: HoldRule = ({ test, hold }) => {
  if (!hold.astray) return null
  const { index, by } = hold.astray
  return note({
    quantity: 'pressure',
    rule: 'reading-astray',
    rank: 'know',
    subject: hold.id,
    value: Math.abs(by),
    title: `“${test.label}”: reading ${index + 1} stands by itself`,
    text: `It lies {value} ${by > 0 ? 'over' : 'under'} what those before and after it say. Misread, or mistyped? Look at it, or leave it out.`,
    source: 'Against a straight loss through its neighbours, six times its doubt (from memory)',
    remedy: {
      label: `Leave reading ${index + 1} out`,
      patches: [{ op: 'replace', path: ['prove', 'holds', hold.id, 'readings', index, 'out'], value: true }],
    },
  })
}

const HOLD_RULES: readonly HoldRule[] = [
  leaking,
  cannotTell,
  heightNotHeld,
  heldTooLow,
  testOverLimit,
  readingAstray,
]

/** A growing bubble is a leak. Fine foam may pass only with a hold test that reads tight. */
function soapNotes({ places, holds, soap }: ProveResult): Note[] {
  const passedHold = Object.values(holds).some((h) => h.verdict === 'tight' && h.isWhole)
  return places.flatMap((joint) => {
    const finding = soap[joint.id]
    if (finding === 'bubble')
      return note({
        quantity: 'count',
        rule: 'soap-bubble',
        rank: 'stop',
        subject: joint.id,
        title: `${joint.label}: growing bubbles`,
        text: `A growing bubble is a leak. Depressurise before opening it; ${againAt(joint.kind)}; soap again.`,
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

/** Joints that were soaped and then remade, or no longer exist. */
function earlierSoap(prove: ProvePlan, r: ProveResult): Note[] {
  const opened = new Set(r.opened.places.map(({ id }) => id))
  const gone = Object.keys(prove.soap).filter((id) => !r.soap[id] && !opened.has(id))
  if (gone.length === 0) return []
  return [
    note({
      quantity: 'count',
      rule: 'soap-earlier',
      rank: 'know',
      subject: gone[0]!,
      value: gone.length,
      title: 'Soaped on an earlier circuit',
      text: `What soap showed at {value} of the joints is of lines that have changed since: joints as they are now are to be soaped anew.`,
      source: 'As recorded with each finding',
      remedy: {
        label: 'Take those findings away',
        patches: gone.map((id) => ({ op: 'remove' as const, path: ['prove', 'soap', id] })),
      },
    }),
  ]
}

/** Holding air is not working: nothing is known of what nobody tried. */
function functionsUntried({ functions, holds }: ProvePlan): Note[] {
  if (Object.keys(functions).length > 0 || Object.keys(holds).length === 0) return []
  return [
    note({
      quantity: 'count',
      rule: 'functions-untried',
      rank: 'know',
      subject: 'functions',
      title: 'No function was tried yet',
      text: 'That it holds says nothing of what fills, vents and stops it: left alone, right alone, both, down, cut-out, and what the meter reads.',
      source: 'Common practice',
    }),
  ]
}

/** What was not fine after the drive, and a reminder if something was held but nobody has looked. */
function afterTheRoad({ road, holds }: ProvePlan, { roadChecks, roadLeft }: ProveResult): Note[] {
  const found = roadChecks.flatMap((check) => {
    const finding = road[check.id]
    if (!finding?.found || isFine(check, finding)) return []
    const isShort = check.least !== null && finding.value !== null && finding.value < check.least
    return note({
      quantity: check.quantity ?? 'count',
      rule: 'road-not-fine',
      rank: 'fix',
      subject: check.id,
      ...(isShort ? { value: finding.value!, limit: check.least! } : {}),
      title: `After the road: ${check.label}, not as it should be`,
      text: isShort
        ? 'There is {value} of room; {limit} is wanted all round. Move what is near, or the bracket, and drive again.'
        : 'Put it right, drive again, and look again.',
      source: 'Common practice',
    })
  })
  const isOpen = Object.keys(holds).length > 0 && roadLeft.length > 0
  const left = note({
    quantity: 'count',
    rule: 'road-left',
    rank: 'know',
    subject: 'road',
    value: roadLeft.length,
    title: 'Not all was looked at after the road',
    text: 'Drive it loaded and empty, then look at {value} more: room round the springs, bolts, lines, pressures.',
    source: 'Common practice',
  })
  return isOpen ? [...found, left] : found
}

const rulesFor = ({ ofThisCircuit, opened }: HoldResult): readonly HoldRule[] => {
  if (!ofThisCircuit) return [ofEarlierCircuit]
  return opened ? [heldBeforeOpened] : HOLD_RULES
}

/** All notes of Prove. */
export const proveRules = (prove: ProvePlan, r: ProveResult, spring: SpringClass | null): Note[] => [
  ...ordered(prove.holds).flatMap(([id, test]) =>
    applyRules(rulesFor(r.holds[id]!), {
      test,
      hold: r.holds[id]!,
      spring,
    }),
  ),
  ...soapNotes(r),
  ...earlierSoap(prove, r),
  ...openedAgain(r),
  ...functionsUntried(prove),
  ...afterTheRoad(prove, r),
]
