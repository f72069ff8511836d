import { PSI } from '../quantity/constants'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { boxOf } from '../build/box'
import { factsOf, jointMap, readJoints } from '../build/evidence'
import { takeUsual } from '../build/fasteners'
import { FASTENING_IDS } from '../catalog/fastenings'
import { exampleTruck } from '../catalog/trucks'
import { createDeriver } from '../derive/derive'
import { beginJob } from '../jobs/jobKinds'
import { newPlan } from '../jobs/newPlan'
import { partOf, withArea } from '../air/parts/parts'
import { applyEdit } from '../document/edit'
import { newHaul, newItem } from '../document/newHaul'
import type { Archetype, Haul, LoadItem, Plan, Ticket, TruckKind, ComponentKind } from '../document/types'

/** Helpers for the demo's jobs: loads, surveys, circuits, and how far a job has come. */

/** One for all jobs, so that unchanged parts are not computed again. */
export const derive = createDeriver()

export const item = (
  order: number,
  label: string,
  mass: number,
  x: number,
  y: number,
  size: [number, number, number],
  rest: Partial<LoadItem> = {},
): LoadItem => ({ ...newItem(label, order, mass, x, y, size), ...rest })
export const haul = (
  order: number,
  label: string,
  items: Record<string, LoadItem>,
  rest: Partial<Haul> = {},
): Haul => ({ ...newHaul(label, order), items, ...rest })
/** A person on a seat, as a weight. */
export const person = (order: number, label: string, x: number, y: number): LoadItem =>
  item(order, label, 80, x, y, [0.4, 0.45, 0.9], { on: 'seat', how: 'guessed' })
/** A public scale's ticket of the empty truck from the day of the survey. */
export function weighed(plan: Plan, label: string, at: string): void {
  const { unladen: w } = plan.truck
  const shown = (kg: number) => Math.round(kg / 20) * 20
  const ticket: Ticket = {
    label,
    order: 1,
    at,
    haul: null,
    front: shown(w.frontLeft + w.frontRight),
    rear: shown(w.rearLeft + w.rearRight),
    corners: null,
    step: 20,
    simulated: false,
  }
  plan.truck.tickets = { survey: ticket }
  Object.assign(plan.truck.survey, {
    frontAxle: { how: 'scale', tolerance: null },
    rearAxle: { how: 'scale', tolerance: null },
    gap: { how: 'tape', tolerance: null },
    rearRate: { how: 'guess', tolerance: null },
    motion: { how: 'tape', tolerance: null },
    ratings: { how: 'plate', tolerance: null },
  })
}

export function circuit(plan: Plan, archetype: Archetype, rest: Partial<Plan['air']> = {}): void {
  const { block, compressor } = ARCHETYPES.find((a) => a.id === archetype)!
  Object.assign(
    plan.air,
    { archetype, ...startingCircuit(archetype) },
    block && { blockClass: block },
    compressor && { compressorClass: compressor },
    rest,
  )
}

/** What is read off an existing part. */
const STAMPED: Partial<Record<ComponentKind, readonly string[]>> = {
  relief: ['set'],
  pressureSwitch: ['cutIn', 'cutOut'],
}

/** The future circuit with what existed: inspected and found good, the tank's plate read. */
export function asFound(plan: Plan, kind: string, found: Archetype, stamped: string): void {
  const { springClass, compressorClass, blockClass } = plan.air
  const begun = applyEdit(structuredClone(plan), beginJob(plan.air, kind, found, plan.air.archetype).patches)
  plan.air = { ...structuredClone(begun.air), springClass, compressorClass, blockClass }
  const year = Number(stamped.slice(0, 4))
  for (const [id, c] of Object.entries(plan.air.components)) {
    if (c.state === 'kept') Object.assign(c.found, { condition: 'good', year })
    if (c.state !== 'kept') continue
    const { ofClass } = partOf(plan.air, id)
    if (c.kind === 'tank') Object.assign(c.found, { rating: ofClass.maxPressure, dated: stamped })
    if (c.kind === 'spring') c.found.rating = ofClass.maxPressure!
    for (const figure of STAMPED[c.kind] ?? []) c.sheet[figure] = ofClass[figure]!
  }
  for (const l of Object.values(plan.air.lines)) if (l.state === 'kept') l.found = { condition: 'good', year }
}

export function job(kind: TruckKind, number: string, name: string, customer: string, vehicle: string): Plan {
  const plan = newPlan(kind, name)
  plan.job = { name, number, customer, vehicle, drivingSide: 'left', altitude: 0, changes: null }
  plan.truck = exampleTruck(kind)
  return plan
}

/** Stored pressures as Load finds them, rounded to a whole psi; one for both sides if the springs are teed. */
export function store(plan: Plan): void {
  const round = (p: number) => Math.round(p / PSI) * PSI
  const { load, air } = derive(plan).stages
  for (const id of Object.keys(plan.hauls)) {
    const { left, right } = load.result.hauls[id]!
    const most = Math.max(left.pressure, right.pressure)
    plan.tune.presets[id] = air.result.teed
      ? { left: round(most), right: round(most) }
      : { left: round(left.pressure), right: round(right.pressure) }
  }
}

/** The kit's own sheet as somebody typed it: its torques, and the spring's loads as in the class. */
export function sheetRead(plan: Plan): void {
  plan.air = withArea(plan.air, 1)
  plan.build.fasteners = Object.fromEntries(
    Object.entries(takeUsual(FASTENING_IDS)).map(([id, usual]) => [id, { ...usual, from: 'sheet' as const }]),
  )
}

/** Number of steps in the plan's own list up to and including one. */
export const stepsUpTo = (plan: Plan, id: string): number =>
  derive(plan).stages.build.result.steps.findIndex((s) => s.id === id) + 1

/** The box as it was checked: everything there, and counted. */
export function boxChecked(plan: Plan, at: string): void {
  const { joints } = derive(plan).stages.build.result
  plan.build.box = Object.fromEntries(
    boxOf(plan.air, joints).map(({ id, count }) => [id, { who: 'Bram', at, state: 'present', count }]),
  )
}

/** Ticks the first steps of the plan's own build list, in order. */
export function tick(plan: Plan, count: number, day: string): void {
  const { steps, joints } = derive(plan).stages.build.result
  const known = jointMap(joints)
  const who = ['Odile', 'Bram', 'Tamsin']
  plan.build.ticks = Object.fromEntries(
    steps.slice(0, count).map((step, i) => [
      step.id,
      {
        who: who[i % 3]!,
        at: `${day}T${String(8 + Math.floor(i / 12)).padStart(2, '0')}:${String((i % 12) * 5).padStart(2, '0')}:00.000Z`,
        title: step.title,
        facts: factsOf(step),
        torques: Object.fromEntries(
          readJoints(step, known).map(({ id, fastening }) => [
            id,
            plan.build.fasteners[fastening]?.torque ?? null,
          ]),
        ),
        readings: Object.fromEntries(
          step.reads.map(({ id, expected, quantity }) => [
            id,
            // The plan expects no tyre pressure and no room round an insert: 240 kPa and 20 mm were read.
            expected ?? (quantity === 'pressure' ? 240_000 : 0.02),
          ]),
        ),
        wrench: step.tightens.length > 0 ? 'Click wrench, 10 to 60 N·m' : '',
        otherwise: '',
      },
    ]),
  )
}
