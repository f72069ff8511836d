import { isFitted, isMoved } from '../../catalog/partStates'
import { adaptersAt } from '../../catalog/ports'
import { DIRECT, type AirPlan, type PartState, type ComponentKind } from '../../document/types'
import type { FastenerId, Step } from '../types'
import { oldOneOff } from './found'
import { stepList } from './stepList'

interface Mount {
  detail: string
  minutes: number
  fastener?: FastenerId
  cab?: boolean
}
/** How each kind of part is mounted. */
const MOUNTS: Partial<Record<ComponentKind, Mount>> = {
  compressor: {
    detail: 'High on the rail, out of spray; inlet filter on its hose, vertical, inlet up.',
    minutes: 8,
    fastener: 'frame',
  },
  block: {
    detail: 'Any way up except upside down. Port 1 left, port 2 right; mark them.',
    minutes: 8,
    fastener: 'control',
  },
  handFill: { detail: 'Where a hand reaches it, cap on, clear of the number plate light.', minutes: 4 },
  belt: { detail: 'On the engine’s own bracket, belt aligned and at its tension.', minutes: 50 },
  tank: {
    detail: 'Brackets on cross-members, drain at the bottom, clear of where the spare wheel returns.',
    minutes: 75,
    fastener: 'frame',
  },
  manifold: {
    detail: 'On the rail beside the tank, unused outlets plugged.',
    minutes: 6,
    fastener: 'control',
  },
  solenoid: { detail: 'Arrow along the flow, coil upwards.', minutes: 4 },
  regulator: {
    detail: 'Arrow along the flow, knob where a hand reaches it; set it before the springs are connected.',
    minutes: 4,
  },
  paddle: { detail: 'In the dash within reach, exhaust to outside the cab.', minutes: 11, cab: true },
  gauge: {
    detail: 'In the dash within sight, lamp from the dash illumination wire.',
    minutes: 11,
    cab: true,
  },
  dualGauge: {
    detail: 'In the dash within sight, left needle to the left line; lamp from the dash illumination wire.',
    minutes: 14,
    cab: true,
  },
  dump: { detail: 'In the cab within reach, exhaust to outside.', minutes: 8, cab: true },
  cabSwitch: { detail: 'In the dash, labelled.', minutes: 6, cab: true },
  controller: { detail: 'In the cab, dry, plugs downwards.', minutes: 8, cab: true },
  heightValve: {
    detail: 'On the frame over the axle, arm level at ride height, link upright.',
    minutes: 16,
    fastener: 'control',
  },
  heightSensor: {
    detail: 'On the frame, arm level at ride height, link upright on the axle.',
    minutes: 11,
    fastener: 'control',
  },
  coupler: { detail: 'At the bumper, cap on.', minutes: 4 },
  horn: { detail: 'Mouth downwards and forwards.', minutes: 8, fastener: 'frame' },
}

const INTO_ITS_PORT =
  'Thread cleaned; sealant on, finger tight plus 1.5 turns, or until the sealant band is hidden; where its own sheet says otherwise, that.'
const IN_ITS_LINE = 'Arrow along the flow; both tubes cut square, pushed past the second stop and tugged.'
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
  check: { detail: IN_ITS_LINE, minutes: 3 },
  restrictor: { detail: IN_ITS_LINE, minutes: 3 },
  dryer: { detail: `${IN_ITS_LINE} Upright, its drain down.`, minutes: 6 },
  tee: { detail: 'All three tubes cut square, pushed past the second stop and tugged.', minutes: 3 },
  filter: {
    detail: 'Finger tight: it is changed later. Its hose vertical, inlet up, where it is dry.',
    minutes: 2,
  },
  boost: { detail: 'Tapped where the sheet of the engine allows it, hose clamped.', minutes: 16 },
}

/** A sentence on the adapter between two ends that do not fit each other. */
const adapterWords = (air: AirPlan, line: string): string => {
  const [adapter] = adaptersAt(air, line)
  return adapter ? ` Between them: ${adapter.label}.` : ''
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

/**
 * Every part that is fitted, at its place, then what is screwed into it. `off` are the steps that take old
 * parts off.
 */
export function mountingSteps(air: AirPlan, off: readonly Step[]): Step[] {
  const { steps, add } = stepList()
  const kinds = new Map(Object.entries(air.components).map(([id, c]) => [id, c.kind]))
  for (const [id, kind] of kinds) {
    const { label, state, moved } = air.components[id]!
    const mount = MOUNTS[kind] ?? (state === 'replaced' || moved ? BACK_IN[kind] : undefined)
    if (!mount || !(isFitted(state) || isMoved(air.components[id]!))) continue
    const back = state === 'replaced' ? ' Its lines back on, pushed home and tugged.' : ''
    const where = state === 'kept' ? ' at its new place' : ''
    add('Mount', `mount-${id}`, `Mount the ${label.toLowerCase()}${where}`, mount.detail + back, {
      fasteners: mount.fastener && [mount.fastener],
      minutes: mount.minutes,
      opens: { parts: [id] },
      cautions: mountCautions(mount, kind, state),
      after: { clear: 'Make room first.', ...oldOneOff(off, id) },
    })
  }
  for (const [id, l] of Object.entries(air.lines)) {
    if (l.tube !== DIRECT || !isFitted(l.state)) continue
    const [one, two] = [air.components[l.from], air.components[l.to]]
    if (!one || !two || [one, two].some((part) => part.state === 'later')) continue
    add(
      'Mount',
      `screw-${id}`,
      `${one.label} into the ${two.label.toLowerCase()}`,
      `Finger tight plus 1.5 turns, or until the sealant band is hidden; where its own sheet says otherwise, that.${adapterWords(air, id)} Every port of a tank gets something: a forgotten plug is what hisses at first start.`,
      {
        minutes: 2,
        opens: { lines: [id], parts: [l.from, l.to].filter((part) => !MOUNTS[kinds.get(part)!]) },
        after:
          kinds.get(l.to) && MOUNTS[kinds.get(l.to)!]
            ? { [`mount-${l.to}`]: 'What it screws into is mounted first.' }
            : {},
      },
    )
  }
  return steps
}
