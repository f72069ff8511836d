import * as yup from 'yup'
import {
  KEY_PLACES,
  KEY_WAYS,
  type BoxState,
  type DeviceTrouble,
  type GaugeReading,
  type LevelState,
} from './types'

/**
 * Messages between the program and the devices: JSON, one message per frame. Every question has a number, and
 * its answer the same one; messages that the devices send by themselves have none. `docs/device-protocol.md`
 * describes it with examples.
 */
export const DEVICE_PROTOCOL = 1

/** Most characters of a message: a plan fits in one. */
export const LONGEST_MESSAGE = 2_000_000

const count = () => yup.number().integer().min(0).max(1_000_000)
const side = () => yup.string().oneOf(['left', 'right', 'both'] as const)
const name = (most: number) => yup.string().min(1).max(most)

/** Questions, by what they ask for. */
const QUESTIONS = {
  /** The first: which protocol, the token of this run, and the name of the phone. */
  hello: yup.object({
    protocol: count().required(),
    token: name(200).required(),
    phone: name(80).required(),
  }),
  /** The job to simulate. Opened again with a changed plan, it keeps pressures, memories and paired devices. */
  open: yup.object({ job: name(80).required(), plan: yup.mixed().required() }),
  /** What is on the truck, the position of the key, and how fast time goes. */
  set: yup.object({
    haul: name(80).nullable(),
    key: yup.string().oneOf(KEY_PLACES),
    speed: yup.number().min(1).max(60),
    /** A door is open; somebody hitches a trailer. */
    door: yup.boolean(),
    hitching: yup.boolean(),
  }),
  fuse: yup.object({ isIn: yup.boolean().required() }),
  /** Position of the phone: distance from the box, m, and sheets of steel in between. */
  place: yup.object({ away: yup.number().min(0).max(200).required(), sheets: count().max(50).required() }),
  pair: yup.object({ code: yup.string().defined().max(20) }),
  press: yup.object({
    side: side(),
    memory: count().max(40),
    way: yup.string().oneOf(KEY_WAYS).required(),
  }),
  /** A hand-operated valve or switch, with or without a box. */
  hand: yup.object({
    part: name(80).required(),
    way: yup
      .string()
      .oneOf(['up', 'down', 'let-go'] as const)
      .required(),
  }),
  keepUp: yup.object({ pressure: yup.number().min(0).max(5e6).nullable().defined() }),
  /** The service lock of a levelling controller, what it is taught, and its keys while teaching. */
  lock: yup.object({ isOn: yup.boolean().required() }),
  teach: yup.object({
    what: yup
      .string()
      .oneOf(['begin', 'low', 'ride', 'high', 'end'] as const)
      .required(),
  }),
  move: yup.object({
    side: side().required(),
    way: yup
      .string()
      .oneOf(['up', 'down', 'let-go'] as const)
      .required(),
  }),
  gauge: yup.object({}),
  heights: yup.object({}),
  meter: yup.object({
    kind: yup
      .string()
      .oneOf(['volts', 'across', 'ohms'] as const)
      .required(),
    at: name(200).required(),
  }),
  spray: yup.object({
    line: name(80).required(),
    end: yup
      .string()
      .oneOf(['from', 'to'] as const)
      .required(),
  }),
  /**
   * A fault in the air or the wiring, by its key; a hidden one from a seed; everything mended; or reveal it.
   */
  fault: yup.object({ key: name(200).required() }),
  hide: yup.object({ seed: count().required() }),
  mend: yup.object({}),
  reveal: yup.object({}),
} as const satisfies Record<string, yup.ObjectSchema<object>>
export type QuestionName = keyof typeof QUESTIONS
export type Question = {
  [K in QuestionName]: { id: number; do: K } & yup.InferType<(typeof QUESTIONS)[K]>
}[QuestionName]

/** A question as received. @returns null if it is not valid */
export function readQuestion(value: unknown): Question | null {
  const head = value as { id?: unknown; do?: unknown } | null
  if (typeof head !== 'object' || head === null || !Number.isSafeInteger(head.id)) return null
  if (typeof head.do !== 'string' || !Object.hasOwn(QUESTIONS, head.do)) return null
  const { id, do: what, ...rest } = head as { id: number; do: QuestionName }
  const schema = QUESTIONS[what].strict().noUnknown()
  return schema.isValidSync(rest) ? ({ ...rest, id, do: what } as Question) : null
}

/** A possible fault of this job, with its key. */
export interface FaultOffered {
  key: string
  label: string
}

/** What a hand can press on this job, and in which directions. */
export interface HandOffered {
  part: string
  label: string
  up: boolean
  down: boolean
}

/** Facts about a job when it is opened. */
export interface Opened {
  faults: FaultOffered[]
  hands: HandOffered[]
}

/** The present state of the whole stand. */
export interface StandState {
  job: string
  /** Seconds since it was opened. */
  t: number
  speed: number
  haul: string | null
  key: 'off' | 'on' | 'running'
  box: BoxState | null
  /** What levels by itself; null without it. */
  level: LevelState | null
  door: boolean
  hitching: boolean
  /** Code on the box’s label. */
  label: string | null
  /** Margin of the signal between phone and box, dB. */
  margin: number
  gauge: GaugeReading
  heights: { left: number; right: number }
  /** Running compressors, and the battery's current, A. */
  running: string[]
  amps: number
  /** True if something is wrong and nobody was told. */
  isHiding: boolean
  faults: string[]
}

export type Answer =
  { re: number; ok: true; value: unknown } | { re: number; ok: false; code: DeviceTrouble; message: string }
export type StandEvent = { tell: 'state'; state: StandState } | { tell: 'said'; t: number; text: string }
