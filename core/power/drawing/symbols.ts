import type { ComponentKind } from '../../document/types'
import type { WiringPart } from '../network/types'

/**
 * Electrical symbols after IEC 60617, drawn along a line from x = −20 to 20 around their own centre. `d` are
 * strokes, `fill` solid shapes, `letter` the text inside.
 */
export interface WiringSymbol {
  name: string
  d: string
  fill?: string
  letter?: string
}

const CONTACT = 'M-20 0H-9M9 0H20M-9 0L8 -10'
const SYMBOLS = {
  battery: {
    name: 'battery',
    // The positive pole faces the circuit, the negative the frame.
    d: 'M4 0H20M4 -13V13M-4 -7V7M-4 0H-12V10M-20 10H-4M-17 14H-7M-14 18H-10',
  },
  fuse: { name: 'fuse', d: 'M-20 0H20M-13 -6H13V6H-13Z' },
  breaker: { name: 'circuit breaker', d: `${CONTACT}M5 -3L11 3M11 -3L5 3` },
  link: { name: 'fusible link', d: 'M-20 0H-13M13 0H20M-13 0C-6 -12 6 12 13 0' },
  contact: { name: 'contact, closes', d: CONTACT },
  key: { name: 'switch turned by key', d: `${CONTACT}M-1 -6V-16M-6 -16H4M-6 -16V-12` },
  push: { name: 'push button', d: `${CONTACT}M-1 -6V-15M-7 -15H5M-7 -15V-11M5 -15V-11` },
  switch: { name: 'switch by hand', d: `${CONTACT}M-1 -6V-15M-6 -15H4` },
  pressure: { name: 'pressure switch', d: `${CONTACT}M-1 -6V-12M-7 -12H5V-20H-7Z`, letter: '' },
  relay: { name: 'relay contact', d: `${CONTACT}M-1 -6V-18` },
  socket: {
    name: 'plug and socket',
    d: 'M-20 0H-3M10 0H20M-1 -8A9 9 0 0 0 -1 8',
    fill: 'M-4 -2.5H10V2.5H-4Z',
  },
  coil: { name: 'relay coil', d: 'M-20 0H-7M7 0H20M-7 -13H7V13H-7Z' },
  motor: { name: 'motor', d: 'M-20 0H-14M14 0H20M14 0A14 14 0 1 1 -14 0A14 14 0 1 1 14 0', letter: 'M' },
  lamp: {
    name: 'lamp',
    d: 'M-20 0H-11M11 0H20M11 0A11 11 0 1 1 -11 0A11 11 0 1 1 11 0M-8 -8L8 8M8 -8L-8 8',
  },
  gauge: {
    name: 'indicating instrument',
    d: 'M-20 0H-12M12 0H20M12 0A12 12 0 1 1 -12 0A12 12 0 1 1 12 0',
    letter: 'p',
  },
  solenoid: { name: 'solenoid valve', d: 'M-20 0H-8M8 0H20M-8 -12H8V12H-8ZM-8 12L8 -12' },
  clutch: { name: 'electromagnetic clutch', d: 'M-20 0H-8M8 0H20M-8 -12H8V12H-8ZM-4 -6V6M4 -6V6M-4 0H4' },
  block: { name: 'valve block', d: 'M-20 0H-14M14 0H20M-14 -14H14V14H-14ZM-14 14L0 -14M0 14L14 -14' },
  device: { name: 'control device', d: 'M-20 0H-14M14 0H20M-14 -12H14V12H-14Z' },
  sensor: { name: 'sensor', d: 'M-20 0H-12M12 0H20M-12 -12H12V12H-12ZM-12 12L12 -12' },
  frame: { name: 'earth at the frame', d: 'M-20 0H-6M-6 -11V11M-6 -11L-13 -5M-6 0L-13 6M-6 11L-13 17' },
  post: {
    name: 'back to the battery’s negative',
    d: 'M-20 0H-6M2 0A4 4 0 1 1 -6 0A4 4 0 1 1 2 0',
    letter: '−',
  },
  stud: { name: 'earth stud', d: 'M-20 0H-6M-6 -9V9M-1 -6V6M4 -3V3' },
  joint: { name: 'tap', d: 'M-20 0H20', fill: 'M3 0A3 3 0 1 1 -3 0A3 3 0 1 1 3 0' },
} as const satisfies Record<string, WiringSymbol>
export type WiringSymbolId = keyof typeof SYMBOLS
export const WIRING_SYMBOLS: Record<WiringSymbolId, WiringSymbol> = SYMBOLS

/** Symbols of consumers, by kind. */
const OF_KIND: Partial<Record<ComponentKind, WiringSymbolId>> = {
  block: 'block',
  solenoid: 'solenoid',
  belt: 'clutch',
  gauge: 'gauge',
  dualGauge: 'gauge',
  sensor: 'sensor',
  heightSensor: 'sensor',
  controller: 'device',
}

/** The symbol of a part. @param kindOf kind of a part of the circuit by its id. */
export function wiringSymbol(
  part: WiringPart,
  kindOf: (id: string) => ComponentKind | undefined,
): WiringSymbolId {
  switch (part.role) {
    case 'battery':
      return 'battery'
    case 'guard':
      return part.kind
    case 'motor':
      return 'motor'
    case 'coil':
      return 'coil'
    case 'earth':
      return part.at === 'battery' ? 'post' : part.at === 'stud' ? 'stud' : 'frame'
    case 'wire':
    case 'joint':
      return 'joint'
    case 'user':
      return part.id.startsWith('lamp-') ? 'lamp' : (OF_KIND[kindOf(part.id)!] ?? 'device')
    case 'contact':
      if (typeof part.closedBy === 'object') return 'relay'
      return CONTACT_OF[part.closedBy]
  }
}
const CONTACT_OF: Record<
  Extract<Extract<WiringPart, { role: 'contact' }>['closedBy'], string>,
  WiringSymbolId
> = {
  key: 'key',
  lights: 'switch',
  cab: 'switch',
  hand: 'push',
  'left-on': 'switch',
  pressure: 'pressure',
  block: 'contact',
  engine: 'relay',
  plugged: 'socket',
}
