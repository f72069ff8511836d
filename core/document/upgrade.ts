import { TRUCK_KINDS } from '../catalog/trucks'
import { newHaul, newItem } from './newHaul'
import { sameJson } from '../quantity/patch'
import { AIR_UNSAID, BUILD_UNSAID, TUNE_UNSAID, WIRING_UNSAID } from './unsaid'
import {
  COMPONENT_KINDS,
  LINE_NOT_LOOKED_AT,
  NOT_LOOKED_AT,
  NOTHING_RECORDED,
  PLAN_VERSION,
  READING_UNSAID,
  type ComponentKind,
  type Known,
  type Truck,
} from './types'

type Json = Record<string, unknown>
const isRecord = (value: unknown): value is Json =>
  value !== null && typeof value === 'object' && !Array.isArray(value)

/** Adds the fields of `from` that `value` lacks, at every level; returns the same object if it lacks none. */
function fill(value: unknown, from: Json, keep: readonly string[] = []): unknown {
  if (!isRecord(value)) return value
  let out = value
  for (const [key, standard] of Object.entries(from)) {
    const inner = value[key]
    const next =
      inner === undefined
        ? structuredClone(standard)
        : isRecord(standard) && isRecord(inner) && !keep.includes(key)
          ? fill(inner, standard)
          : inner
    if (next !== inner) out = { ...out, [key]: next }
  }
  return out
}

/** Every entry of a record through `change`; the same object if none changed. */
function each(value: unknown, change: (entry: unknown) => unknown): unknown {
  if (!isRecord(value)) return value
  let out = value
  for (const [id, entry] of Object.entries(value)) {
    const next = change(entry)
    if (next !== entry) out = { ...out, [id]: next }
  }
  return out
}

/**
 * Entries sorted, because a database sorts the keys of what it stores, and lists must be the same before and
 * after. By `rank`, then by id; the same object if they are in order already.
 */
function inOrder(value: unknown, rank: (entry: Json) => number[]): unknown {
  if (!isRecord(value)) return value
  const entries = Object.entries(value)
  const ranks = new Map(entries.map(([id, entry]) => [id, isRecord(entry) ? rank(entry) : []]))
  const before = (a: string, b: string) => {
    const [x, y] = [ranks.get(a)!, ranks.get(b)!]
    const differs = x.findIndex((at, i) => at !== y[i])
    return differs >= 0 ? (x[differs] ?? 0) - (y[differs] ?? 0) : a < b ? -1 : 1
  }
  const sorted = entries.map(([id]) => id).sort(before)
  if (sorted.every((id, i) => id === entries[i]![0])) return value
  return Object.fromEntries(sorted.map((id) => [id, value[id]]))
}

const ITEM = newItem('', 1, 0, 0, 0, [0, 0, 0]) as unknown as Json
/** `bars`, `overload` and the like may be null. Entries of records belong to a person and are never filled. */
const { items: _items, ...HAUL } = newHaul('', 1) as unknown as Json
const COMPONENT = {
  class: null,
  sheet: {},
  own: { number: '', make: '', price: null },
  state: 'new',
  moved: false,
  used: false,
  found: NOT_LOOKED_AT as unknown as Json,
}
const TICK_UNSAID: Json = { ...NOTHING_RECORDED }
const KIT_SHEET: Json = { steps: [] }
const OWN_CLASS = { table: [] }
const LINE = { tube: null, state: 'new', found: { ...LINE_NOT_LOOKED_AT } }

function upgradeHaul(haul: unknown): unknown {
  const filled = fill(haul, HAUL)
  if (!isRecord(filled)) return filled
  const items = each(filled.items, (item) => fill(item, ITEM))
  return items === filled.items ? filled : { ...filled, items }
}

function upgradeAir(air: unknown): unknown {
  const filled = fill(air, AIR_UNSAID, ['classes', 'scenarios', 'joints', 'ports'])
  if (!isRecord(filled)) return filled
  const circuit = upgradeCircuit(filled)
  const gone = upgradeCircuit(filled.gone)
  const classes = each(filled.classes, (c) => fill(c, OWN_CLASS))
  const kit = filledSteps(fill(filled.kit, KIT_SHEET))
  return circuit === filled && gone === filled.gone && classes === filled.classes && kit === filled.kit
    ? filled
    : { ...circuit, gone, classes, kit }
}

/** Parts and lines with what the newest version added, in their own order. */
function upgradeCircuit<T>(circuit: T): T {
  if (!isRecord(circuit)) return circuit
  const components = inOrder(
    each(circuit.components, (c) => fill(c, COMPONENT, ['sheet'])),
    (c) => [COMPONENT_KINDS.indexOf(c.kind as ComponentKind)],
  )
  const rank = isRecord(components) ? Object.keys(components) : []
  const lines = inOrder(
    each(circuit.lines, (l) => fill(l, LINE)),
    (l) => [rank.indexOf(String(l.from)), rank.indexOf(String(l.to))],
  )
  return components === circuit.components && lines === circuit.lines
    ? circuit
    : { ...circuit, components, lines }
}

/** Kinds of fasteners whose joints have a name of their own in version 17. */
const JOINT_OF: Record<string, string> = { flathead: 'foot', 'u-bolt': 'upper' }

/** A tick of a version before 17: its words named the step, its torques were those of kinds of fasteners. */
function upgradeTick(step: string, tick: unknown): unknown {
  if (!isRecord(tick)) return tick
  const { did, ...rest } = tick
  const filled = fill(did === undefined ? tick : rest, TICK_UNSAID)
  if (did === undefined || !isRecord(filled)) return filled
  const sides = step === 'down' ? ['left', 'right'] : [/left|right/.exec(step)?.[0]]
  const torques =
    isRecord(filled.torques) &&
    Object.fromEntries(
      Object.entries(filled.torques).flatMap(([kind, torque]) =>
        sides.map((side) => [
          side ? `${JOINT_OF[kind] ?? kind}-${side}` : step.replace(/^mount-/, 'hold-'),
          torque,
        ]),
      ),
    )
  const title = typeof did === 'string' ? (/^[^.]*/.exec(did)?.[0] ?? '') : ''
  return { ...filled, title, torques: torques || null }
}

function upgradeTicks(ticks: unknown): unknown {
  if (!isRecord(ticks)) return ticks
  const next = Object.entries(ticks).map(([id, tick]): [string, unknown] => [id, upgradeTick(id, tick)])
  return next.every(([id, tick]) => tick === ticks[id]) ? ticks : Object.fromEntries(next)
}

function upgradeBuild(build: unknown): unknown {
  const filled = fill(build, { struck: {}, ...BUILD_UNSAID }, [
    ...['struck', 'fasteners', 'freed', 'holds', 'box', 'looks', 'fromTruck'],
  ])
  if (!isRecord(filled)) return filled
  const ticks = upgradeTicks(filled.ticks)
  const fasteners = each(filled.fasteners, (fastener) => fill(fastener, { unit: '' }))
  return ticks === filled.ticks && fasteners === filled.fasteners ? filled : { ...filled, ticks, fasteners }
}

/** Readings of a hold test, with fields they did not have before. */
function filledReadings(hold: unknown): unknown {
  if (!isRecord(hold) || !Array.isArray(hold.readings)) return hold
  const before = hold.readings as unknown[]
  const readings = before.map((reading) => fill(reading, { ...READING_UNSAID }))
  return readings.every((reading, i) => reading === before[i]) ? hold : { ...hold, readings }
}

/**
 * How hold tests of older plans were read: what was taken for granted then, whatever is usual now. Temperature
 * in K, time in s.
 */
const HOLD_BEFORE = {
  plugged: false,
  thermometer: 0.3,
  rested: null,
  lag: 1800,
  who: '',
  gauge: '',
  gaugeChecked: '',
  covers: '',
}

function upgradeProve(prove: unknown): unknown {
  const filled = fill(prove, { functions: {}, repairs: {}, road: {} }, ['functions', 'repairs', 'road'])
  if (!isRecord(filled)) return filled
  const holds = each(filled.holds, (hold) => filledReadings(fill(hold, HOLD_BEFORE)))
  const soap = each(filled.soap, (found) => fill(found, { of: '' }))
  const repairs = each(filled.repairs, (repair) => fill(repair, { retest: null }))
  const isWhole = holds === filled.holds && soap === filled.soap && repairs === filled.repairs
  return isWhole ? filled : { ...filled, holds, soap, repairs }
}

function upgradeTune(tune: unknown): unknown {
  const filled = fill(tune, { ...TUNE_UNSAID }, ['trials', 'paired'])
  if (!isRecord(filled)) return filled
  const trials = each(filled.trials, (reading) => fill(reading, { known: 0, setAside: null }))
  return trials === filled.trials ? filled : { ...filled, trials }
}

/** Values for a version 1 truck in the fields that version 2 added: its figures must not change. */
function beforeVersion2(truck: Truck, example: Truck): Truck {
  const typed = (of: (t: Truck) => unknown) => !sameJson(of(truck), of(example))
  const how = <H extends string>(changed: boolean, known: H): Known<H | 'unknown'> => ({
    how: changed ? known : 'unknown',
    tolerance: null,
  })
  return {
    ...example,
    bedHitch: null,
    ratings: { ...example.ratings, bedHitch: null, tyre: null },
    suspension: { ...example.suspension, overload: null },
    survey: {
      ...example.survey,
      frontAxle: how(
        typed((t) => [t.unladen?.frontLeft, t.unladen?.frontRight]),
        'scale',
      ),
      rearAxle: how(
        typed((t) => [t.unladen?.rearLeft, t.unladen?.rearRight]),
        'scale',
      ),
      gap: how(
        typed((t) => t.seatGap),
        'tape',
      ),
      rearRate: how(
        typed((t) => t.suspension?.rearRate),
        'sheet',
      ),
      ratings: how(
        typed((t) => [t.ratings?.frontAxle, t.ratings?.rearAxle, t.ratings?.gross]),
        'plate',
      ),
    },
  }
}

/**
 * Settings of a shop in the newest form: kits, colours of wires, and tables off the sheets of its own parts
 * came later.
 */
export function upgradeShop(settings: unknown): unknown {
  const filled = fill(settings, { kits: {}, colours: {} }, ['kits', 'colours'])
  if (!isRecord(filled)) return filled
  const parts = each(filled.parts, (c) => fill(c, OWN_CLASS))
  const kits = each(filled.kits, filledKit)
  return parts === filled.parts && kits === filled.kits ? filled : { ...filled, parts, kits }
}

/** A kit, with fields its fasteners did not have before. */
function filledKit(kit: unknown): unknown {
  if (!isRecord(kit)) return kit
  const fasteners = each(kit.fasteners, (fastener) => fill(fastener, { unit: '' }))
  return filledSteps(fill(fasteners === kit.fasteners ? kit : { ...kit, fasteners }, KIT_SHEET))
}

/** The steps of a kit's sheet, with fields they did not have before. */
function filledSteps<T>(kit: T): T {
  if (!isRecord(kit) || !Array.isArray(kit.steps)) return kit
  const before = kit.steps as unknown[]
  const steps = before.map((step) => fill(step, { picture: '' }))
  return steps.every((step, i) => step === before[i]) ? kit : { ...kit, steps }
}

/** A document of either kind, in its newest form. */
export const upgradeDocument = (value: unknown): unknown =>
  isRecord(value) && 'parts' in value && 'units' in value ? upgradeShop(value) : upgradePlan(value)

/**
 * A plan of any version so far, or one with an older edit put back into it, with what the newest version added
 * filled in from the truck kind's example and from nothing-changed values. What does not look like a plan comes
 * back as it is: the schema says what is wrong with it.
 *
 * Version 2 added, and took nothing away: frame kick-up, axle, drive shaft, spare wheel, spring seat, inner
 * fender, brake line, coil, existing parts, second battery, bed hitch, tyre rating, overload leaf, stops,
 * wedges, survey, scale tickets; of hauls: liquids, seats and racks, trailer plan, spring bars; of air: the
 * spring's own sheet, spacer and droop. Version 18 added, of Build, what was found in the box and under the truck,
 * which steps wait for a look, and of ticks how a step was done otherwise; of Lay the carrier plate; of a kit's steps their picture. Version 17 added, of Build, the register of freed things, how parts are
 * held, how a coil insert gets in, an own order, and of ticks the values of what was done; of the truck how the
 * lower bracket is held, and a brace. Version 16 added, of a reading of the road trial, what was wrong with
 * it. Version 15 added, of Lay, when lines were cut anew; of air how lines that were there were found, and
 * which parts are moved; of the survey how the ratings and the motion ratio are known; of Tune a known load at
 * a reading of the road trial; of Build what was tightened to what in each step, and in which unit a torque was
 * typed. Version 14 added, of Prove, what was found after the first drive; of hold tests who made them, with
 * which gauge, when that was checked, and of their readings a second thermometer and which are left out;
 * whether valves were plugged off; and of a leak put right the test that was made after it. Version 13 added,
 * of Prove, what was read when functions were tried, and leaks put right. Version 12 added, of Power, the delay
 * of a second compressor, and which way plugs face. Version 11 added, of Power, what was chosen of every wire,
 * earth, guard, relay and battery. Version 10 added, of Lay, how parts are turned, what lines were really cut
 * to, and the shop's allowance; of Power, what the meter showed. Version 9 added, of Lay, things told by hand,
 * places that runs pass, and coils to cut from. Version 8 added, of the truck, its rails' section, a notch in
 * them and what the upper bracket meets there; of air where the spacer stands, which way its cup faces, and how
 * the spring is brought to its seat; of the shop's own classes the table off their sheet; the kit it is planned
 * with, and ports that are not as is usual of their part. Version 7 added the readings of the road trial; of
 * the truck where both ends of the springs stand, brackets and bolts beside them, where helpers of a
 * coil-sprung rear go, what is cut off the bump stops, and ratings raised by certificate; of air the joints
 * that are not the usual ones of their tube. Version 6 added how often the load changes, hydraulic anti-roll,
 * what the truck is raised by; of air what becomes of every part and line, as what it was found, and what is
 * taken out. Version 5 added the height above the sea where the truck works, what a hold test or a soaped joint
 * was made on, and the fasteners of the kit off its sheet. Version 4 added, of hold tests: thermometer, rest
 * before the first reading, lag of the air inside; what was done beside every tick, steps struck; Fixes
 * accepted at the hand-over. Version 3 added, of air: class, sheet and own figures of every part, the tube of
 * every line, own classes, scenarios.
 */
export function upgradePlan(value: unknown): unknown {
  if (
    !isRecord(value) ||
    typeof value.version !== 'number' ||
    !Number.isInteger(value.version) ||
    value.version < 1 ||
    value.version > PLAN_VERSION ||
    !isRecord(value.truck)
  )
    return value
  const { kind } = value.truck
  const example = TRUCK_KINDS.find((k) => k.id === kind)?.truck
  if (!example) return value
  const old = value.version < PLAN_VERSION
  const truck = fill(
    value.truck,
    beforeVersion2(value.truck as unknown as Truck, example) as unknown as Json,
    ['existing', 'tickets', 'beside'],
  )
  const hauls = each(value.hauls, upgradeHaul)
  const air = upgradeAir(value.air)
  const prove = upgradeProve(value.prove)
  const build = upgradeBuild(value.build)
  const handover = fill(value.handover, { accepted: {} }, ['accepted'])
  const tune = upgradeTune(value.tune)
  const layAdded = {
    ...{ solids: {}, waypoints: {}, coils: {}, stands: {}, cutTo: {}, recut: {} },
    carrier: [],
    allowance: 0,
  }
  const lay = fill(value.lay, layAdded, ['solids', 'waypoints', 'coils', 'stands', 'cutTo', 'recut'])
  const power = fill(value.power, { ...WIRING_UNSAID }, [
    'readings',
    'feeds',
    'earths',
    'inWire',
    'wires',
    'colours',
    'connectors',
  ])
  const job = fill(value.job, { altitude: 0, changes: null })
  return truck === value.truck &&
    hauls === value.hauls &&
    air === value.air &&
    prove === value.prove &&
    build === value.build &&
    handover === value.handover &&
    tune === value.tune &&
    lay === value.lay &&
    power === value.power &&
    job === value.job &&
    !old
    ? value
    : { ...value, version: PLAN_VERSION, job, truck, hauls, air, lay, power, tune, prove, build, handover }
}
