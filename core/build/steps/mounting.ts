import { isFitted, isMoved } from '../../catalog/partStates'
import { adaptersAt } from '../../catalog/ports'
import { DIRECT, type AirPlan, type PartState, type ComponentKind, type Point } from '../../document/types'
import { FASTENINGS } from '../../catalog/fastenings'
import { isRead } from '../joints'
import type { Joint } from '../joint'
import type { Step, Workplace } from '../types'
import { oldOneOff } from './found'
import { newStep, stepList } from './stepList'

interface Mount {
  detail: string
  /** Which end is up and where it faces; empty if that does not matter. */
  way?: string
  minutes: number
  cab?: boolean
}
/** How each kind of part is mounted. */
const MOUNTS: Partial<Record<ComponentKind, Mount>> = {
  compressor: {
    detail:
      'High, out of spray; its vibration mounts stay free to move, its inlet hose is clipped so that it cannot rub.',
    way: 'Any way up unless its sheet says otherwise; inlet filter on its hose, vertical, inlet up.',
    minutes: 12,
  },
  block: {
    detail: 'Port 1 left, port 2 right: mark them before lines hide them.',
    way: 'Any way up except upside down; plugs down or to the side.',
    minutes: 10,
  },
  handFill: {
    detail: 'Washer, panel, washer, nut, in this order; cap on.',
    way: 'Where a hand reaches it, clear of the number plate light, valve down or out.',
    minutes: 4,
  },
  belt: { detail: 'On the engine’s own bracket, belt aligned and at its tension.', minutes: 50 },
  tank: {
    detail:
      'Brackets held in place, tried, marked; then drilled and bolted. Clear of where the spare wheel returns.',
    way: 'Drain at the bottom, plate where it can be read.',
    minutes: 60,
  },
  manifold: { detail: 'Beside the tank; outlets that are not used are plugged.', minutes: 6 },
  solenoid: { detail: 'Close to what it feeds.', way: 'Arrow along the flow, coil up.', minutes: 4 },
  regulator: {
    detail: 'Set before the springs are connected.',
    way: 'Arrow along the flow, knob where a hand reaches it.',
    minutes: 4,
  },
  paddle: {
    detail: 'Its hole from the sheet’s template, exhaust to outside the cab.',
    way: 'Up fills.',
    minutes: 10,
    cab: true,
  },
  gauge: {
    detail: 'In the dash within sight.',
    way: 'Upright, so that its needle stands up at half.',
    minutes: 10,
    cab: true,
  },
  dualGauge: {
    detail: 'In the dash within sight, left needle to the left line.',
    way: 'Upright.',
    minutes: 13,
    cab: true,
  },
  dump: { detail: 'In the cab within reach, exhaust to outside.', minutes: 8, cab: true },
  cabSwitch: { detail: 'In the dash, labelled.', way: 'Up is on.', minutes: 6, cab: true },
  controller: { detail: 'In the cab, dry.', way: 'Plugs down.', minutes: 8, cab: true },
  heightValve: {
    detail: 'On the frame over the axle.',
    way: 'Arm level at ride height, link upright on the axle.',
    minutes: 16,
  },
  heightSensor: {
    detail: 'On the frame over the axle.',
    way: 'Arm level at ride height, link upright on the axle.',
    minutes: 11,
  },
  coupler: {
    detail: 'At the bumper; washer, panel, washer, nut.',
    way: 'Mouth down or to the side, cap on.',
    minutes: 4,
  },
  dryer: {
    detail: 'In the line before what it keeps dry.',
    way: 'Arrow along the flow; upright, its drain down.',
    minutes: 5,
  },
  horn: { detail: 'Out of spray.', way: 'Mouth down and forward.', minutes: 8 },
}

const INTO_ITS_PORT =
  'Thread cleaned; sealant on, finger tight plus 1.5 turns, or until the sealant band is hidden; where its own sheet says otherwise, that.'
const IN_ITS_LINE = 'Both tubes cut square, deburred, pushed past the second stop and tugged.'
const ALONG = 'Arrow along the flow.'
/** How a part that is screwed in or hangs in a line goes back where the old one was. */
const BACK_IN: Partial<Record<ComponentKind, Mount>> = {
  relief: {
    detail: `${INTO_ITS_PORT} What it is set to is read off it: no higher than the tank’s rating. Never plugged.`,
    minutes: 3,
  },
  pressureSwitch: { detail: `${INTO_ITS_PORT} Its plugs on, pressed until they click.`, minutes: 4 },
  drain: { detail: `${INTO_ITS_PORT} At the lowest point, closed.`, minutes: 3 },
  sensor: { detail: `${INTO_ITS_PORT} Its plug on, pressed until it clicks.`, minutes: 3 },
  plug: { detail: INTO_ITS_PORT, minutes: 2 },
  check: { detail: IN_ITS_LINE, way: ALONG, minutes: 3 },
  restrictor: { detail: IN_ITS_LINE, way: ALONG, minutes: 3 },
  tee: { detail: 'All three tubes cut square, pushed past the second stop and tugged.', minutes: 3 },
  filter: {
    detail: 'Finger tight: it is changed later.',
    way: 'Its hose vertical, inlet up, where it is dry.',
    minutes: 2,
  },
  boost: { detail: 'Tapped where the sheet of the engine allows it, hose clamped.', minutes: 16 },
}

/** A sentence on the adapter between two ends that do not fit each other. */
const adapterWords = (air: AirPlan, line: string): string => {
  const [adapter] = adaptersAt(air, line)
  return adapter ? ` with ${adapter.label} between` : ''
}

/** For a part that replaces another. */
const OLD_HOLES =
  'Into the holes that are there, where the new one fits them. Check what lies behind before any new one is drilled. Eye protection.'

function mountCautions({ cab }: Mount, kind: ComponentKind, state: PartState): string[] {
  if (cab) return ['Behind pillar trim run curtain airbags: battery off before it is opened.']
  // A part screwed into a line needs no hole.
  if (!MOUNTS[kind]) return ['Eye protection.']
  return [state === 'replaced' ? OLD_HOLES : 'Check what lies behind before drilling. Eye protection.']
}

/** Parts a screwed-in part goes into, by line. */
interface ScrewedIn {
  line: string
  part: string
  host: string
}
/** What is screwed straight into something else in this job. */
function screwedIn(air: AirPlan): ScrewedIn[] {
  return Object.entries(air.lines).flatMap(([line, l]) => {
    if (l.tube !== DIRECT || !isFitted(l.state)) return []
    const [one, two] = [air.components[l.from], air.components[l.to]]
    if (!one || !two || [one, two].some(({ state }) => state === 'later')) return []
    // The mounted part is the host; of two that are not mounted, the one that has more screwed into it comes last.
    const host = MOUNTS[two.kind] || !MOUNTS[one.kind] ? l.to : l.from
    return [{ line, part: host === l.to ? l.from : l.to, host }]
  })
}

/** Everything that is screwed into a part, before that part hangs: a tank is dressed on the bench. */
function dressSteps(air: AirPlan): Step[] {
  const { steps, add } = stepList()
  const list = screwedIn(air)
  for (const host of new Set(list.map((s) => s.host))) {
    const into = air.components[host]!
    const mine = list.filter((s) => s.host === host)
    const rows = mine.map(({ part, line }) => `${air.components[part]!.label}${adapterWords(air, line)}`)
    const tank = into.kind === 'tank'
    const onBench = isFitted(into.state)
    add(
      'Mount',
      `dress-${host}`,
      onBench
        ? `Dress the ${into.label.toLowerCase()} on the bench`
        : `Screw into the ${into.label.toLowerCase()}`,
      `${rows.join('; ')}: sealant on, finger tight plus 1.5 turns, or until the sealant band is hidden; where its own sheet says otherwise, that.${tank ? ' Drain at the lowest port, relief valve free to blow. Every port gets something: a forgotten plug is what hisses at first start.' : ''}`,
      {
        place: onBench ? 'bench' : 'truck',
        part: host,
        choices: Object.fromEntries(mine.map(({ part }) => [part, air.components[part]!.kind])),
        tools: ['Two wrenches', 'Thread sealant'],
        minutes: 1 + 2 * mine.length,
        opens: {
          lines: mine.map(({ line }) => line),
          parts: mine.flatMap(({ part }) => (MOUNTS[air.components[part]!.kind] ? [] : [part])),
        },
        after: onBench ? { sheet: 'The sheet says which port takes what.' } : { clear: 'Make room first.' },
      },
    )
  }
  return steps
}

/** A part's place as values that a later change is compared with. */
const placeValues = (at: Point | undefined): Step['values'] =>
  at
    ? {
        x: { value: at.x, quantity: 'run' },
        y: { value: at.y, quantity: 'run' },
        z: { value: at.z, quantity: 'run' },
      }
    : {}

/** Labels of the parts that this job mounts in the cab. */
export const mountedInCab = (air: AirPlan): string[] =>
  Object.values(air.components).flatMap(({ kind, state, label }) =>
    MOUNTS[kind]?.cab && isFitted(state) ? [label] : [],
  )

/** Parts on the carrier plate that this job mounts; empty if fewer than two are left: one needs no plate. */
export function carriedOn(air: AirPlan, carrier: readonly string[]): string[] {
  const mounted = carrier.filter((id) => {
    const part = air.components[id]
    return part !== undefined && isFitted(part.state) && MOUNTS[part.kind] !== undefined
  })
  return mounted.length > 1 ? mounted : []
}

/** On its plate a part is screwed down on the bench, in about this share of the time under the truck (from memory). */
const ON_PLATE = 0.5
const PLATE = 'mount-carrier'

/** The plate with its parts goes up as one. */
function plateStep({ air, joints, places, carrier }: Mounting): Step {
  const names = carrier.map((id) => air.components[id]!.label.toLowerCase())
  const values = placeValues(places[carrier[0]!])
  return newStep(
    'Mount',
    PLATE,
    `Mount the carrier plate with the ${names.join(', the ').replace(/, the ([^,]*)$/, ' and the $1')}`,
    `Held in place, tried, marked; then drilled and bolted. The ${names[0]} is then where the plan has it:`,
    {
      part: carrier[0]!,
      values,
      facts: Object.keys(values),
      choices: { carries: [...carrier].sort().join(', ') },
      tightens: joints.some(({ id }) => id === 'hold-carrier')
        ? [{ joint: 'hold-carrier', pass: 'final' }]
        : [],
      tools: [...FASTENINGS.frame.tools, 'Torque wrench'],
      minutes: 8,
      cautions: ['Check what lies behind before drilling. Eye protection.'],
      after: {
        clear: 'Make room first.',
        ...Object.fromEntries(carrier.map((id) => [`mount-${id}`, 'On the bench every bolt is reached.'])),
      },
    },
  )
}

/** Steps that wait for a part on the plate wait for the plate. */
export const afterCarrier = (carrier: readonly string[], steps: readonly Step[]): Step[] =>
  steps.map((step) => {
    const waits = step.id !== PLATE && carrier.some((id) => step.after[`mount-${id}`])
    return waits ? { ...step, after: { ...step.after, [PLATE]: 'The plate hangs first.' } } : step
  })

/** What mounting is made from. */
interface Mounting {
  air: AirPlan
  /** Steps that take old parts off. */
  off: readonly Step[]
  joints: readonly Joint[]
  places: Readonly<Record<string, Point>>
  carrier: readonly string[]
}

/** Every part that is fitted, at its place; what is screwed into it goes in first. */
export function mountingSteps(of: Mounting): Step[] {
  const { air, off, joints, places, carrier } = of
  const { steps, add } = stepList()
  const dressed = dressSteps(air)
  steps.push(...dressed)
  for (const [id, c] of Object.entries(air.components)) {
    const { kind, label, state, moved } = c
    const mount = MOUNTS[kind] ?? (state === 'replaced' || moved ? BACK_IN[kind] : undefined)
    if (!mount || !(isFitted(state) || isMoved(c))) continue
    const back = state === 'replaced' ? ' Its lines back on, pushed home and tugged.' : ''
    const where = state === 'kept' ? ' at its new place' : ''
    const joint = joints.find((j) => j.id === `hold-${id}`)
    const held = joint ? FASTENINGS[joint.fastening] : null
    const onPlate = carrier.includes(id)
    const place: Workplace = onPlate ? 'bench' : mount.cab ? 'cab' : 'truck'
    const values = onPlate ? {} : placeValues(places[id])
    const title = onPlate
      ? `Put the ${label.toLowerCase()} on the carrier plate`
      : `Mount the ${label.toLowerCase()}${where}`
    add('Mount', `mount-${id}`, title, mount.detail + back, {
      place,
      part: id,
      way: mount.way ?? '',
      values,
      facts: Object.keys(values),
      choices: joint ? { held: joint.fastening } : {},
      tightens: joint ? [{ joint: joint.id, pass: 'final' }] : [],
      tools: held ? [...held.tools, ...(isRead(joint!) ? ['Torque wrench'] : [])] : [],
      minutes: onPlate ? Math.ceil(mount.minutes * ON_PLATE) : mount.minutes,
      opens: { parts: [id] },
      cautions: onPlate ? ['Eye protection.'] : mountCautions(mount, kind, state),
      after: {
        ...(onPlate ? { sheet: 'The sheet says which way it faces.' } : { clear: 'Make room first.' }),
        [`dress-${id}`]: 'On the bench every port is reached.',
        ...oldOneOff(off, id),
      },
    })
  }
  if (carrier.length > 0) steps.push(plateStep(of))
  return steps
}
