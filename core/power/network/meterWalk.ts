import { PRACTICE } from '../../catalog/practice'
import {
  BAD_JOINTS,
  METER_DOUBT,
  METER_TAKES,
  NO_FAULT_ODDS,
  OHMMETER,
  SWAPPED_ODDS,
  WIRE_FAULT_ODDS,
} from '../../catalog/wireFaults'
import { METER_WALK } from './settings'
import {
  ohmsBehind,
  POWER_STATES,
  solveState,
  swapsOf,
  type Fault,
  type FaultHow,
  type PowerState,
} from './states'
import type { ClosedBy, Wiring, WiringPart } from './types'

/**
 * A walk with the meter: what every test should show, and which single fault is likeliest given what it does
 * show, by solving each fault. One interface for Power, Prove and drills.
 */

/**
 * A test: volts at a node against the battery's negative, volts lost across one part, ohms behind a pulled
 * fuse, or whether something works (1) or not (0).
 */
export const TEST_KINDS = ['volts', 'across', 'ohms', 'works'] as const
export type TestKind = (typeof TEST_KINDS)[number]
export interface MeterTest {
  id: string
  kind: TestKind
  state: PowerState
  /** A node for `volts`, otherwise a part. */
  at: string
  label: string
}

/** A test with what it showed. */
export interface MeterReading {
  test: string
  value: number
}

const DOUBT: Record<TestKind, { share: number; least: number }> = METER_DOUBT

/** Standard deviation of a reading around the computed value: V, Ω or 1. */
export const readingDoubt = (kind: TestKind, value: number): number =>
  DOUBT[kind].share * Math.abs(value) + DOUBT[kind].least

const OFTEN: Record<WiringPart['role'], Partial<Record<FaultHow, number>>> = WIRE_FAULT_ODDS

/** Every single fault of a wiring with how common it is; the first entry is no fault. */
export function faultsOf(wiring: Wiring): { fault: Fault | null; often: number }[] {
  const single = wiring.parts.flatMap(({ id, role }) =>
    Object.entries(OFTEN[role]).flatMap(([how, often]): { fault: Fault; often: number }[] => {
      const fault = { part: id, how: how as FaultHow }
      if (fault.how !== 'resistive') return [{ fault, often }]
      return BAD_JOINTS.map((ohm) => ({ fault: { ...fault, ohm }, often: often / BAD_JOINTS.length }))
    }),
  )
  const swapped = swapsOf(wiring).map(([part]) => ({
    fault: { part, how: 'swapped' as const },
    often: SWAPPED_ODDS,
  }))
  return [{ fault: null, often: NO_FAULT_ODDS }, ...single, ...swapped]
}

/** States in which a meter can be read: all but those that are too short. */
const READ_IN: readonly PowerState[] = ['off', 'on', 'full', 'compressor', 'everything']
const stateLabel = (state: PowerState) => POWER_STATES.find(({ id }) => id === state)!.label

/** Every test of a wiring, in walking order. */
export function testsOf({ parts, points }: Wiring): MeterTest[] {
  const has = (closedBy: ClosedBy) =>
    parts.some((part) => part.role === 'contact' && part.closedBy === closedBy)
  // Only a pressure switch tells a full tank; "everything on" needs something worked by hand.
  const needs: Partial<Record<PowerState, ClosedBy>> = { full: 'pressure', everything: 'hand' }
  const states = READ_IN.filter((state) => !needs[state] || has(needs[state]))
  const tests = states.flatMap((state): MeterTest[] => [
    ...parts
      .filter(({ role }) => role === 'user' || role === 'motor' || role === 'coil')
      .map(({ id, label }) => ({ id: `works:${state}:${id}`, kind: 'works' as const, state, at: id, label })),
    ...Object.entries(points).map(([node, label]) => ({
      id: `volts:${state}:${node}`,
      kind: 'volts' as const,
      state,
      at: node,
      label,
    })),
    ...parts
      .filter(({ role }) => role === 'wire' || role === 'earth' || role === 'contact' || role === 'guard')
      .map(({ id, label }) => ({
        id: `across:${state}:${id}`,
        kind: 'across' as const,
        state,
        at: id,
        label,
      })),
  ])
  const ohms = parts
    .filter(({ role }) => role === 'guard')
    .map(({ id, label }): MeterTest => ({ id: `ohms:off:${id}`, kind: 'ohms', state: 'off', at: id, label }))
  return [...ohms, ...tests]
}

const MOTOR = /motor$/
/** A test in words. */
export function testText({ kind, state, label }: MeterTest): string {
  const when = stateLabel(state).toLowerCase()
  if (kind === 'volts') return `${label}, against the battery’s negative: ${when}`
  if (kind === 'across') return `Across ${label.toLowerCase()}: ${when}`
  if (kind === 'ohms') return `${label} pulled, battery clamp off: ohms from behind it to the frame`
  return `${label} ${MOTOR.test(label) ? 'runs at its usual speed' : 'works'}: ${when}`
}

const HOW_WORDS: Record<Exclude<FaultHow, 'swapped'>, string> = {
  open: 'open: nothing passes',
  resistive: 'a bad joint in it',
  welded: 'welded: it never opens',
  'to-frame': 'blown, a wire behind it rubbed through to the frame',
  weak: 'weak: charge it, then load-test it',
}
const OPEN_WORDS: Partial<Record<WiringPart['role'], string>> = {
  guard: 'blown',
  wire: 'broken, or off at one end',
  earth: 'off',
  contact: 'never closes',
  motor: 'winding open, or its plug off',
}

/** A fault in words: "Main fuse: blown". */
export function faultText(fault: Fault | null, wiring: Wiring): string {
  const labelOf = (id: string | undefined) => wiring.parts.find((p) => p.id === id)?.label
  const part = fault && wiring.parts.find(({ id }) => id === fault.part)
  if (!part) return 'Nothing wrong'
  if (fault.how === 'swapped') {
    const [, other] = swapsOf(wiring).find(([one]) => one === part.id) ?? []
    return `${part.label} and ${labelOf(other)?.toLowerCase()}: on each other’s terminals`
  }
  const how = fault.how === 'open' ? (OPEN_WORDS[part.role] ?? HOW_WORDS.open) : HOW_WORDS[fault.how]
  return `${part.label}: ${how}`
}

/** What a fault would show in every test, in the order of the tests. */
export interface Hypothesis {
  fault: Fault | null
  often: number
  values: number[]
}

const WORKS = PRACTICE.worksAt.value

/** What the tests show with a fault or with none, in their order. */
export function shownWith(wiring: Wiring, tests: readonly MeterTest[], fault: Fault | null): number[] {
  const states = [...new Set(tests.map(({ state }) => state))]
  const solved = new Map(states.map((state) => [state, solveState(wiring, state, fault)]))
  const partOf = new Map(wiring.parts.map((part) => [part.id, part]))
  return tests.map(({ kind, state, at }) => {
    const { volts, amps, turning } = solved.get(state)!
    if (kind === 'volts') return volts[at]!
    if (kind === 'ohms') return Math.min(ohmsBehind(wiring, at, fault), OHMMETER.most)
    const part = partOf.get(at)!
    if (kind === 'across') return volts[part.a]! - volts[part.b]!
    // Slow counts as not working: a motor has its usual speed only near its full volts.
    if (part.role === 'motor')
      return turning.has(at) && volts[part.a]! - volts[part.b]! >= FAST * wiring.nominal ? 1 : 0
    const full = part.role === 'user' || part.role === 'coil' ? wiring.nominal / part.ohm : 0
    return Math.abs(amps[at]!) >= WORKS * full ? 1 : 0
  })
}
const FAST = PRACTICE.heardSlow.value

/** All single faults solved in every state in which readings are taken. */
export const hypothesesOf = (wiring: Wiring, tests = testsOf(wiring)): Hypothesis[] =>
  faultsOf(wiring).map(({ fault, often }) => ({ fault, often, values: shownWith(wiring, tests, fault) }))

export interface Ranked {
  fault: Fault | null
  /** Share of what the readings leave open. */
  share: number
  /** Distance of the reading it explains worst, in deviations. */
  worst: number
}

/** The same fault, however bad it is. */
export const faultKey = (fault: Fault | null): string => (fault ? `${fault.part} ${fault.how}` : 'none')

/** What a fault may show in some tests: as solved, or for a bad joint, at any badness between those solved. */
function mayShow(alike: readonly Hypothesis[], places: readonly number[]): number[][] {
  const values = alike.map((h) => places.map((at) => h.values[at]!))
  const { between: steps } = METER_WALK
  const between = values
    .slice(1)
    .flatMap((to, i) =>
      Array.from({ length: steps - 1 }, (_, n) =>
        to.map((v, k) => values[i]![k]! + ((v - values[i]![k]!) * (n + 1)) / steps),
      ),
    )
  return [...values, ...between]
}

/**
 * Faults by how well they explain the readings, likeliest first. A bad joint counts once, however bad it is.
 */
export function rankFaults(
  hypotheses: readonly Hypothesis[],
  tests: readonly MeterTest[],
  readings: readonly MeterReading[],
): Ranked[] {
  const read = readings
    .map(({ test, value }) => ({ at: tests.findIndex(({ id }) => id === test), value }))
    .filter(({ at }) => at >= 0)
  const places = read.map(({ at }) => at)
  const groups = new Map<string, Hypothesis[]>()
  for (const h of hypotheses) groups.set(faultKey(h.fault), [...(groups.get(faultKey(h.fault)) ?? []), h])
  /** Distance of each reading from what may show, in deviations. */
  const farFrom = (shown: readonly number[]) =>
    read.map(({ at, value }, i) => Math.abs(value - shown[i]!) / readingDoubt(tests[at]!.kind, shown[i]!))
  const weighed = [...groups.values()].map((alike) => {
    const each = mayShow(alike, places).map((shown) => {
      const far = farFrom(shown)
      const off = far.reduce((sum, f) => sum + Math.min(f, METER_WALK.loudest) ** 2, 0)
      return { fits: Math.exp(-0.5 * off), worst: Math.max(0, ...far) }
    })
    const best = each.reduce((a, b) => (b.fits > a.fits ? b : a))
    const often = alike.reduce((sum, h) => sum + h.often, 0)
    return { fault: alike[0]!.fault, weight: often * best.fits, worst: best.worst }
  })
  const total = weighed.reduce((sum, { weight }) => sum + weight, 0)
  return weighed
    .map(({ fault, weight, worst }) => ({ fault, share: total > 0 ? weight / total : 0, worst }))
    .sort((a, b) => b.share - a.share)
}

/**
 * True if one fault, or none, explains every reading. Otherwise more than one thing is wrong, or a reading is.
 */
export const isExplained = (ranked: readonly Ranked[]): boolean =>
  ranked.some(({ worst }) => worst < METER_WALK.loudest)

const TAKES: Record<TestKind, number> = METER_TAKES

/** The test that separates most of what is open; null if everything left shows the same. */
export function nextTest(
  hypotheses: readonly Hypothesis[],
  ranked: readonly Ranked[],
  tests: readonly MeterTest[],
  readings: readonly MeterReading[],
): MeterTest | null {
  const shareOf = new Map(ranked.map(({ fault, share }) => [faultKey(fault), share]))
  const alike = new Map<string, number>()
  for (const { fault } of hypotheses) alike.set(faultKey(fault), (alike.get(faultKey(fault)) ?? 0) + 1)
  const open = hypotheses
    .map((h) => ({
      ...h,
      key: faultKey(h.fault),
      share: (shareOf.get(faultKey(h.fault)) ?? 0) / alike.get(faultKey(h.fault))!,
    }))
    .filter(({ share }) => share > METER_WALK.leastShare)
  const done = new Set(readings.map(({ test }) => test))
  let [best, most]: [MeterTest | null, number] = [null, METER_WALK.leastWorth]
  tests.forEach((test, i) => {
    if (done.has(test.id)) return
    const worth = separatedShare(open, i, test.kind) / TAKES[test.kind]
    if (worth > most * (best ? METER_WALK.worthMore : 1)) [best, most] = [test, worth]
  })
  return best
}

/** Share of pairs that a test would separate, weighted by their shares. */
function separatedShare(
  open: readonly (Hypothesis & { share: number; key: string })[],
  i: number,
  kind: TestKind,
): number {
  let separated = 0
  for (let a = 0; a < open.length; a++)
    for (let b = a + 1; b < open.length; b++) {
      const [x, y] = [open[a]!, open[b]!]
      if (x.key === y.key) continue
      const doubt = Math.min(readingDoubt(kind, x.values[i]!), readingDoubt(kind, y.values[i]!))
      const apart = Math.min(Math.abs(x.values[i]! - y.values[i]!) / doubt / METER_WALK.loudest, 1)
      separated += x.share * y.share * apart
    }
  return separated
}
