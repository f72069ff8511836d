import { FOOT_POUND } from '../quantity/constants'

/**
 * How things are fastened: one row for each kind of joint, with what is usual of it (common practice unless a
 * row says otherwise). The kit's own sheet rules over every value.
 */

/** The turns a joint gets, in this order; each is ticked on its own. */
export const PASSES = ['loose', 'snug', 'final', 'wheels', 'road'] as const
export type Pass = (typeof PASSES)[number]
export const PASS_WORDS: Record<Pass, string> = {
  loose: 'loose',
  snug: 'snug, once it is in line',
  final: 'to its torque',
  wheels: 'again on the wheels',
  road: 'again after about 100 miles',
}
/** Passes in which a wrench is read. */
export const READ_PASSES: readonly Pass[] = ['final', 'wheels', 'road']

const IN_LINE: readonly Pass[] = PASSES
const ONCE: readonly Pass[] = ['final']
const HELD: readonly Pass[] = ['final', 'road']

export const FASTENING_IDS = [
  'plate',
  'flathead',
  'upper',
  'u-bolt',
  'flange',
  'lower',
  'strap',
  'clamp',
  'brace',
  'frame',
  'control',
  'tapped',
  'blind',
  'screw',
  'panel',
  'wheel',
  'earth',
] as const
export type FasteningId = (typeof FASTENING_IDS)[number]

export interface FasteningKind {
  label: string
  /** What it goes through, in the order in which the members go on. */
  members: readonly string[]
  /** Torque, N·m, thread and class; null where it has none that a wrench is set to. */
  usual: { torque: number; thread: string; grade: string } | null
  /** Without a torque: how tight. */
  until?: string
  /** What holds the nut, or keeps the thread from turning back. */
  locker: string
  /** Tools besides the socket of its thread. */
  tools: readonly string[]
  passes: readonly Pass[]
  /** What it clamps bears less than its thread, so a torque below the thread's is correct. */
  soft?: true
}

const footPounds = (value: number) => Math.round(value * FOOT_POUND * 10) / 10

export const FASTENINGS: Readonly<Record<FasteningId, FasteningKind>> = {
  plate: {
    label: 'Plate nuts on square-neck bolts',
    members: ['square-neck bolt through the roll plate', 'spring', 'bracket', 'flange nut'],
    usual: { torque: footPounds(16), thread: '3/8-16', grade: '2' },
    locker: 'flange nut',
    tools: [],
    passes: ['loose', 'final'],
  },
  flathead: {
    label: 'Foot screws into the spring, last of all',
    members: ['flat-head screw', 'lower bracket', 'spring’s own thread'],
    usual: { torque: footPounds(20), thread: '3/8-24', grade: '2' },
    locker: 'thread locker if its sheet says so',
    tools: ['Hex key 7/32 in'],
    passes: IN_LINE,
  },
  upper: {
    label: 'Upper bracket',
    members: ['bolt with washer', 'bracket', 'rail', 'washer', 'lock nut'],
    usual: { torque: footPounds(38), thread: 'M10', grade: '8.8' },
    locker: 'lock nut, never used twice',
    tools: [],
    passes: IN_LINE,
  },
  'u-bolt': {
    label: 'U-bolts round the rail',
    members: ['U-bolt over the rail', 'bracket', 'washers', 'lock nuts'],
    usual: { torque: footPounds(10), thread: '3/8-16', grade: '2' },
    locker: 'lock nuts, never used twice',
    tools: [],
    passes: IN_LINE,
    soft: true,
  },
  flange: {
    label: 'Bolts through the rail’s bottom flange',
    members: ['bolt with washer', 'bottom flange', 'bracket', 'washer', 'lock nut'],
    usual: { torque: footPounds(38), thread: 'M10', grade: '8.8' },
    locker: 'lock nut, never used twice',
    tools: ['Drill'],
    passes: IN_LINE,
  },
  lower: {
    label: 'Lower U-bolts round axle or leaf',
    members: ['U-bolt round the axle', 'lower bracket', 'washers', 'lock nuts'],
    usual: { torque: footPounds(10), thread: '3/8-16', grade: '2' },
    locker: 'lock nuts, never used twice',
    tools: [],
    passes: IN_LINE,
    soft: true,
  },
  strap: {
    label: 'Axle strap, evenly',
    members: ['strap round the axle', 'lower bracket', 'washers', 'lock nuts'],
    usual: { torque: footPounds(20), thread: '3/8-16', grade: '2' },
    locker: 'lock nuts, never used twice',
    tools: [],
    passes: IN_LINE,
    soft: true,
  },
  clamp: {
    label: 'Lower clamps, front and rear',
    members: ['bolt', 'lower bracket', 'clamp bar under the leaves', 'lock nut'],
    usual: { torque: footPounds(10), thread: '3/8-16', grade: '2' },
    locker: 'lock nuts, never used twice',
    tools: [],
    passes: IN_LINE,
    soft: true,
  },
  brace: {
    label: 'Brace to the rail',
    members: ['bolt with washer', 'brace', 'rail', 'washer', 'lock nut'],
    usual: { torque: footPounds(18), thread: 'M8', grade: '8.8' },
    locker: 'lock nut',
    tools: [],
    passes: IN_LINE,
  },
  frame: {
    label: 'Brackets of parts to the rail',
    members: ['bolt with washer', 'part’s bracket', 'rail or cross-member', 'washer', 'lock nut'],
    usual: { torque: footPounds(18), thread: 'M8', grade: '8.8' },
    locker: 'lock nut',
    tools: [],
    passes: HELD,
  },
  control: {
    label: 'Control and valve hardware',
    members: ['bolt with washer', 'part', 'carrier or rail', 'washer', 'lock nut'],
    usual: { torque: footPounds(17), thread: '5/16-18', grade: '5' },
    locker: 'lock nut',
    tools: [],
    passes: HELD,
  },
  tapped: {
    label: 'Bolts into tapped holes',
    members: ['bolt with spring washer', 'part', 'tapped steel'],
    // About K 0.2, M6 8.8 at 75 % of proof (ISO 898-1): 10.5 N·m dry; sheets give 9 to 10.
    usual: { torque: 9.5, thread: 'M6', grade: '8.8' },
    locker: 'thread locker',
    tools: ['Drill 5 mm', 'Tap M6'],
    passes: HELD,
  },
  blind: {
    label: 'Bolts into blind nuts',
    members: ['bolt with washer', 'part', 'blind nut in its hole'],
    // A steel M6 blind nut turns in thin sheet long before its bolt is at its torque (from memory).
    usual: { torque: 7, thread: 'M6', grade: '8.8' },
    locker: 'thread locker',
    tools: ['Drill 9 mm', 'Blind-nut tool'],
    passes: HELD,
    soft: true,
  },
  screw: {
    label: 'Cutting screws',
    members: ['cutting screw with washer', 'part', 'steel of the rail'],
    usual: null,
    until: 'seated, and not a turn more: it strips its own thread',
    locker: 'none',
    tools: ['Pilot drill 4 mm', 'Hex driver 3/8 in'],
    passes: HELD,
  },
  panel: {
    label: 'Panel nut',
    members: ['part', 'washer', 'panel', 'washer', 'panel nut'],
    usual: null,
    until: 'hand tight and a quarter turn, the part held',
    locker: 'none',
    tools: ['Step drill', 'Adjustable wrench'],
    passes: ONCE,
  },
  wheel: {
    label: 'Wheel nuts, crosswise',
    members: ['wheel on clean faces', 'wheel nuts'],
    usual: null,
    until: 'the truck’s own book gives the torque: crosswise, and again after 50 to 100 miles',
    locker: 'none; no oil on the threads',
    tools: ['Wheel brace', 'Torque wrench'],
    passes: ['wheels', 'road'],
  },
  earth: {
    label: 'Earth screw on bright metal',
    members: ['screw with toothed washer', 'ring terminal', 'bare steel'],
    usual: null,
    until: 'tight; the ring does not turn by hand; painted over',
    locker: 'toothed washer',
    tools: ['Pilot drill 4 mm', 'Wire brush'],
    passes: ONCE,
  },
}

/** Sockets of usual bolts by thread: metric after ISO 4014 and DIN 931, inch after ASME B18.2.1 (memory). */
const SOCKETS: Record<string, string> = {
  M5: '8 mm',
  M6: '10 mm',
  M8: '13 mm',
  M10: '16 or 17 mm',
  M12: '18 or 19 mm',
  '1/4': '7/16 in',
  '5/16': '1/2 in',
  '3/8': '9/16 in',
  '7/16': '5/8 in',
  '1/2': '3/4 in',
}
/** The socket of a thread such as "M10", "M8x1" or "3/8-16"; null if it is not in the table. */
export const socketOf = (thread: string): string | null =>
  SOCKETS[
    thread
      .trim()
      .replace(/\s*[x×].*$/i, '')
      .replace(/-\d+$/, '')
      .toUpperCase()
  ] ??
  SOCKETS[thread.trim().replace(/-\d+$/, '')] ??
  null
