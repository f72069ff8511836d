import { REFERENCE_TEMPERATURE } from '../../quantity/constants'
import type { AirPlan, FaultKind, Scenario, ScenarioStep } from '../../document/types'
import { KINDS } from '../../catalog/kinds'
import { allOfKinds, firstOfKind, partLabel } from '../circuit/connections'
import { partOf } from '../parts/parts'
import { PRACTICE } from '../../catalog/practice'
import { faultWords } from './faults'
import type { HaulSet, NamedScenario } from './types'

/** Scenarios that follow from a plan automatically. */

/** A spring night. */
const NIGHT = { start: PRACTICE.nightWarm.value, coldest: PRACTICE.nightCold.value }
const STILL = { start: REFERENCE_TEMPERATURE, coldest: REFERENCE_TEMPERATURE }
/** After this time, s, a filled spring has almost reached ambient temperature. */
const COOLED = 3600
/** A joint that soap would just show: about 1e-5 Pa·m³/s at 600 kPa (EN 1593; memory). m³/(s·Pa). */
const WEEP = 1.7e-14
/** A leak that can be heard, m³/(s·Pa) (from memory). */
const LEAK = 3e-12
/** A truck tyre aired down for sand and back up: m³, Pa gauge. */
export const TYRE = {
  volume: PRACTICE.tyreVolume.value,
  from: PRACTICE.tyreFrom.value,
  to: PRACTICE.tyreTo.value,
}
/** A small impact wrench: free air, m³/s, at Pa gauge. */
export const TOOL = { demand: PRACTICE.wrenchDemand.value, needed: PRACTICE.wrenchPressure.value }

/** An empty scenario to start from. */
export function newScenario(label: string, order: number, left = 0, right = 0): Scenario {
  return {
    label,
    order,
    haul: null,
    start: { left, right, tank: null },
    ambient: { ...STILL },
    leak: 0,
    steps: [],
  }
}

/** Everything that can fail in a circuit: each fault with its part. */
export function faultsOf(air: AirPlan): { what: FaultKind; part: string }[] {
  const each = (what: FaultKind, ...kinds: Parameters<typeof allOfKinds>[1][]) =>
    allOfKinds(air, ...kinds).map((part) => ({ what, part }))
  const line = Object.keys(air.lines).find(
    (id) => air.lines[id]!.path === 'left' || air.lines[id]!.path === 'both',
  )
  return [
    ...each('compressor-on', 'compressor', 'belt'),
    ...each('compressor-off', 'compressor', 'belt'),
    ...allOfKinds(air, 'block').flatMap((part) => [
      { what: 'valve-open' as const, part: `${part}.out1` },
      { what: 'valve-shut' as const, part: `${part}.out1` },
    ]),
    ...each('valve-open', 'paddle', 'solenoid').slice(0, 2),
    ...each('valve-shut', 'paddle', 'solenoid').slice(0, 2),
    ...(line
      ? [
          { what: 'line-off' as const, part: line },
          { what: 'leak' as const, part: line },
        ]
      : []),
    ...each('check-missing', 'check').slice(0, 1),
    ...each('check-reversed', 'check').slice(0, 1),
    ...each('relief-shut', 'relief'),
    ...each('relief-open', 'relief'),
    ...each('switch-welded', 'pressureSwitch'),
    ...(allOfKinds(air, 'spring').length > 1 ? [{ what: 'teed' as const, part: 'spring-left' }] : []),
  ]
}

/** What the planned scenarios of a circuit are made with. */
interface Planning {
  air: AirPlan
  /** Both springs at the least pressure. */
  least: Scenario['start']
  /** Brings the springs to pressures, but never under the least. */
  to(p: { left: number; right: number }): ScenarioStep
  add(id: string, label: string, rest: Partial<Scenario>): void
}
const wait = (seconds: number): ScenarioStep => ({ do: 'wait', seconds })

/** @param least pressure of the springs, Pa gauge */
export function plannedScenarios(air: AirPlan, sets: readonly HaulSet[], least: number): NamedScenario[] {
  const list: NamedScenario[] = []
  // A keep-up switch starts again below its own band, so the springs are let down only to where it stops.
  const keepUp = firstOfKind(air, 'tank') ? null : firstOfKind(air, 'pressureSwitch')
  const minimum = keepUp ? Math.max(least, partOf(air, keepUp).figures.cutOut!) : least
  const start = { left: minimum, right: minimum, tank: null }
  const planning: Planning = {
    air,
    least: start,
    to: (p) => ({ do: 'bring', left: Math.max(p.left, minimum), right: Math.max(p.right, minimum) }),
    add: (id, label, rest) => void list.push({ ...newScenario(label, list.length + 1), start, id, ...rest }),
  }
  const heaviest = [...sets].sort((a, b) => Math.max(b.left, b.right) - Math.max(a.left, a.right))[0]
  planning.add('first-fill', 'First fill, empty truck, to the minimum', {
    start: { left: 0, right: 0, tank: firstOfKind(air, 'tank') ? 0 : null },
    steps: [planning.to(start), wait(firstOfKind(air, 'tank') ? 300 : 10)],
  })
  for (const set of sets) addHaul(planning, set)
  planning.add('hold', 'Held at the minimum for two hours with a leak', { leak: LEAK, steps: [wait(7200)] })
  addUses(planning)
  if (heaviest) for (const fault of faultsOf(air)) addFault(planning, fault, heaviest)
  return list
}

function addHaul({ add, to, least }: Planning, s: HaulSet): void {
  add(`up-${s.id}`, `${s.label}: loaded at the minimum, brought up`, {
    haul: s.id,
    steps: [to(s), wait(20)],
  })
  add(`settle-${s.id}`, `${s.label}: loaded at the minimum, brought up and left to cool`, {
    haul: s.id,
    steps: [to(s), wait(COOLED)],
  })
  add(`down-${s.id}`, `${s.label}: load taken off, let down to the minimum`, {
    start: { left: s.left, right: s.right, tank: null },
    steps: [to(least), wait(20)],
  })
  add(`load-${s.id}`, `${s.label}: load put on while level, brought up, taken off, let down`, {
    steps: [
      { do: 'load', haul: s.id },
      wait(10),
      to(s),
      wait(20),
      { do: 'load', haul: null },
      wait(10),
      to(least),
      wait(10),
    ],
  })
  add(`night-${s.id}`, `${s.label}: a cold night with a weeping joint`, {
    haul: s.id,
    start: { left: s.left, right: s.right, tank: null },
    ambient: NIGHT,
    leak: WEEP,
    steps: [wait(12 * 3600)],
  })
}

/** Tyres and a tool at the coupler, and the horn. */
function addUses({ air, add }: Planning): void {
  if (firstOfKind(air, 'coupler')) {
    add('tyres', 'Four tyres aired up', { steps: [{ do: 'tyre', ...TYRE, count: 4 }, wait(30)] })
    add('tool', 'A small impact wrench for five minutes', {
      steps: [{ do: 'tool', ...TOOL, seconds: 300 }, wait(30)],
    })
  }
  const horn = firstOfKind(air, 'horn')
  const sounded =
    horn &&
    Object.values(air.lines)
      .map((l) => (l.to === horn ? l.from : l.from === horn ? l.to : null))
      .find((id) => id && air.components[id]?.kind === 'solenoid')
  if (sounded)
    add('horn', 'Horn, three times three seconds', {
      steps: [1, 2, 3].flatMap(() => [
        { do: 'press' as const, part: sounded, way: 'up' as const, seconds: 3 },
        wait(2),
      ]),
    })
}

/** Faults that show while nothing is asked of the circuit; the others show while the springs are filled. */
const SHOWS_IDLE: readonly FaultKind[] = [
  'valve-open',
  'check-missing',
  'check-reversed',
  'relief-open',
  'line-off',
  'leak',
  'teed',
]

function addFault(
  { air, add, to, least }: Planning,
  { what, part }: { what: FaultKind; part: string },
  heaviest: HaulSet,
): void {
  const c = air.components[part.split('.')[0]!]
  const lineStart = air.lines[part]?.from ?? ''
  const name = c
    ? partLabel(air, part).toLowerCase()
    : `${air.components[lineStart]?.label.toLowerCase() ?? part}, its line`
  const idle = SHOWS_IDLE.includes(what)
  const start = idle ? { left: heaviest.left, right: heaviest.right, tank: null } : least
  add(
    `fail-${what}-${part.replace('.', '-')}`,
    `Failure: ${faultWords(what).replace('…', c ? KINDS[c.kind].label.toLowerCase() : 'a line')} (${name})`,
    {
      haul: heaviest.id,
      start,
      steps: [{ do: 'fault', what, part }, ...(idle ? [wait(300)] : [to(heaviest), wait(120)])],
    },
  )
}
