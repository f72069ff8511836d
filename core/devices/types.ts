import type { LevelDone } from '../catalog/levelDone'
import type { FaultKind, Preset, Side } from '../document/types'

/**
 * Devices outside the program: a control box, a gauge, height sensors, a meter and a spray bottle. One
 * interface each; the simulated ones implement it, and so may an adapter to real ones. SI; gauge pressures.
 */

/** Position of the key. */
export const KEY_PLACES = ['off', 'on', 'running'] as const
export type KeyPlace = (typeof KEY_PLACES)[number]

/** What a control box is doing. */
export type BoxDoing = 'off' | 'idle' | 'by-hand' | 'memory' | 'keep-up'

export interface BoxState {
  /** Whether its fuse is in, and whether it is awake. */
  fuseIn: boolean
  awake: boolean
  /** Volts at the box, V. */
  volts: number
  /** How long pairing stays open, s; null while it is closed. */
  pairing: number | null
  /** The paired phone; null without one. */
  paired: string | null
  /** Pressures in each memory; null if nothing is stored. */
  memories: (Preset | null)[]
  /** Least pressure it fills to when the key comes on, Pa; null if it maintains none. */
  keepUp: number | null
  doing: BoxDoing
  /** The memory it goes to, from 0. */
  memory: number | null
  /** Memories reached since it got power, from 0. */
  reached: number[]
  /** Why it last stopped or refused; null while nothing is wrong. */
  trouble: { code: DeviceTrouble; message: string } | null
}

export const KEY_WAYS = ['up', 'down', 'let-go', 'tap', 'hold'] as const
export type KeyWay = (typeof KEY_WAYS)[number]
/** A key of a control box: one side, both, or a memory from 0. */
export type BoxKey = { side: Side | 'both' } | { memory: number }

/** A control box as seen by a phone. Refusals are thrown as {@link DeviceRefusal}. */
export interface ControlBox {
  state(): BoxState
  pair(code: string): Promise<void>
  press(key: BoxKey, way: KeyWay): Promise<void>
  keepUp(pressure: number | null): Promise<void>
}

/** One value per side, m. */
export type Heights = Record<Side, number>
/** What stops a levelling controller. */
export type LevelStill = 'no-power' | 'locked' | 'teaching' | 'not-taught' | 'door' | 'key' | 'hitch'

/** A height valve, or a levelling controller with its sensors. */
export interface LevelState {
  kind: 'valve' | 'controller'
  doing: 'fills' | 'vents' | 'quiet'
  /** Why a controller does nothing; null while it works. */
  still: LevelStill | null
  isLocked: boolean
  isTeaching: boolean
  /** Heights of the springs it was taught, m. */
  taught: { low: Heights | null; ride: Heights | null; high: Heights | null }
  /** Travel from ride height read by its sensors, m; null for a valve, or beyond their reach. */
  sees: Heights | null
  /** How far the truck is below its held height, m at the wheel. */
  missing: number
  /** True if air went in the last time the dump was open. */
  fillsDump: boolean
  /** Direction in which a hand holds a valve's arm; null on its link. */
  pushed: 'up' | 'down' | null
  done: LevelDone[]
}

/** A gauge at both springs, with thermometer and barometer beside it. */
export interface GaugeReading {
  left: number
  right: number
  tank: number | null
  /** K, and Pa absolute. */
  temperature: number
  barometer: number
}
/** What a spray bottle shows at a joint. */
export type SprayShows = 'dry' | 'foam' | 'bubble'

export interface MeterAsked {
  kind: 'volts' | 'across' | 'ohms'
  /** A test point, or a part of the wiring. */
  at: string
}

export interface Gauge {
  read(): Promise<GaugeReading>
}
/** Heights of both springs, m. */
export interface HeightSensors {
  read(): Promise<{ left: number; right: number }>
}
/** V against the battery's negative or across a part, or Ω behind a guard. */
export interface Meter {
  read(asked: MeterAsked): Promise<number>
}
export interface SprayBottle {
  spray(line: string, end: 'from' | 'to'): Promise<SprayShows>
}

/** A fault in the air, and its part. */
export interface AirFault {
  what: FaultKind
  part: string
}

/** Why a device refuses, in one word and in a sentence. */
export const DEVICE_TROUBLES = {
  'old-protocol':
    'This page and the devices speak different versions. Load the page again, or update the devices.',
  'not-let-in': 'The devices do not know this page. Load it again from where the program serves it.',
  'not-understood': 'That message was not understood, so nothing was done.',
  'no-job': 'No job is opened on the devices yet. Open one, then try again.',
  'bad-job': 'The devices cannot run this job.',
  'no-box': 'This circuit has no control box: there is nothing to pair or to press.',
  'no-power': 'The box has no power. Put its fuse in, and turn the key on where it wakes with the key.',
  'out-of-range': 'The box does not hear this phone. Go nearer, or open a door between.',
  'pairing-closed':
    'Pairing is closed. Pull the main fuse, wait ten seconds, put it back: it stands open for five minutes.',
  'wrong-code': 'That is not the code on the box’s label. Look again, and type its four digits.',
  'other-phone':
    'Another phone is paired, and it takes one only. To change it: fuse out, ten seconds, fuse in, pair anew.',
  'not-paired': 'This phone is not paired with the box yet.',
  'memory-empty': 'Nothing is stored under that key. Bring the springs where they shall be, then hold it.',
  'no-such-key': 'The box has no such key.',
  'low-voltage':
    'Too few volts reach the box: it does not run the compressor, and leaves the battery what cranking needs. Start the engine.',
  'timed-out':
    'It did not get there in the time it gives itself, and stopped: look for a leak, or a supply that gives nothing.',
  'no-leveller': 'This circuit has no controller that levels: there is nothing to teach or to lock.',
  locked: 'The service lock is on: nothing moves. Take it off first, with nobody near the springs.',
  'not-teaching': 'It is not being taught: begin to teach it, then move it by its keys.',
  'not-taught': 'Low, ride height and high are all three to be taught before the end.',
  'not-apart':
    'Low, ride height and high lie too near together, or not in that order. Bring the body down, up, and to ride height, and teach each there.',
  'no-such-place': 'There is no such test point, part or joint in this job.',
} as const
export type DeviceTrouble = keyof typeof DEVICE_TROUBLES

/** A device refuses. */
export class DeviceRefusal extends Error {
  constructor(
    readonly code: DeviceTrouble,
    more = '',
  ) {
    super(more ? `${DEVICE_TROUBLES[code]} ${more}` : DEVICE_TROUBLES[code])
    this.name = 'DeviceRefusal'
  }
}
