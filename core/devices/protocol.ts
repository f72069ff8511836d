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
 * What is said between the program and the devices: JSON, one message a frame. Every question has a number,
 * and its answer the same one; what the devices say by themselves has none. `docs/device-protocol.md` tells
 * it with examples.
 */
export const DEVICE_PROTOCOL = 1

/** Most characters of a message: a plan goes in one. */
export const LONGEST_MESSAGE = 2_000_000

const count = () => yup.number().integer().min(0).max(1_000_000)
const side = () => yup.string().oneOf(['left', 'right', 'both'] as const)
const name = (most: number) => yup.string().min(1).max(most)

/** Questions by what they ask for. */
const QUESTIONS = {
  /** The first: which protocol, the token of this run, and what the phone is called. */
  hello: yup.object({
    protocol: count().required(),
    token: name(200).required(),
    phone: name(80).required(),
  }),
  /** The job to stand in for; opened again with a changed plan it keeps pressures, memories and what is paired. */
  open: yup.object({ job: name(80).required(), plan: yup.mixed().required() }),
  /** What is on the truck, where the key is, how fast time goes. */
  set: yup.object({
    haul: name(80).nullable(),
    key: yup.string().oneOf(KEY_PLACES),
    speed: yup.number().min(1).max(60),
    /** A door stands open; somebody hitches a trailer. */
    door: yup.boolean(),
    hitching: yup.boolean(),
  }),
  fuse: yup.object({ isIn: yup.boolean().required() }),
  /** Where the phone is: how far from the box, m, and sheets of steel between. */
  place: yup.object({ away: yup.number().min(0).max(200).required(), sheets: count().max(50).required() }),
  pair: yup.object({ code: yup.string().defined().max(20) }),
  press: yup.object({
    side: side(),
    memory: count().max(40),
    way: yup.string().oneOf(KEY_WAYS).required(),
  }),
  /** A valve or a switch that is worked by hand, where there is no box, or beside it. */
  hand: yup.object({
    part: name(80).required(),
    way: yup
      .string()
      .oneOf(['up', 'down', 'let-go'] as const)
      .required(),
  }),
  keepUp: yup.object({ pressure: yup.number().min(0).max(5e6).nullable().defined() }),
  /** The service lock of a levelling controller, what it is taught, and its keys while it is taught. */
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
  /** A fault in the air or in the wiring, by its key; or one hidden under a seed; or all mended; or told what it is. */
  fault: yup.object({ key: name(200).required() }),
  hide: yup.object({ seed: count().required() }),
  mend: yup.object({}),
  reveal: yup.object({}),
} as const satisfies Record<string, yup.ObjectSchema<object>>
export type QuestionName = keyof typeof QUESTIONS
export type Question = {
  [K in QuestionName]: { id: number; do: K } & yup.InferType<(typeof QUESTIONS)[K]>
}[QuestionName]

/** A question as it came in. @returns null where it is none. */
export function readQuestion(value: unknown): Question | null {
  const head = value as { id?: unknown; do?: unknown } | null
  if (typeof head !== 'object' || head === null || !Number.isSafeInteger(head.id)) return null
  if (typeof head.do !== 'string' || !Object.hasOwn(QUESTIONS, head.do)) return null
  const { id, do: what, ...rest } = head as { id: number; do: QuestionName }
  const schema = QUESTIONS[what].strict().noUnknown()
  return schema.isValidSync(rest) ? ({ ...rest, id, do: what } as Question) : null
}

/** What can fail on this job, by the key it is asked by. */
export interface FaultOffered {
  key: string
  label: string
}

/** What a hand can press on this job, and which ways. */
export interface HandOffered {
  part: string
  label: string
  up: boolean
  down: boolean
}

/** What is told of a job when it is opened. */
export interface Opened {
  faults: FaultOffered[]
  hands: HandOffered[]
}

/** The whole stand as it is now. */
export interface StandState {
  job: string
  /** s since it was opened. */
  t: number
  speed: number
  haul: string | null
  key: 'off' | 'on' | 'running'
  box: BoxState | null
  /** What levels by itself; null without. */
  level: LevelState | null
  door: boolean
  hitching: boolean
  /** What is on the box’s label: its code. */
  label: string | null
  /** What is left of the signal between phone and box, dB. */
  margin: number
  gauge: GaugeReading
  heights: { left: number; right: number }
  /** Compressors that run, and what the battery gives, A. */
  running: string[]
  amps: number
  /** Something is wrong that nobody was told of. */
  isHiding: boolean
  faults: string[]
}

export type Answer =
  { re: number; ok: true; value: unknown } | { re: number; ok: false; code: DeviceTrouble; message: string }
export type Told = { tell: 'state'; state: StandState } | { tell: 'said'; t: number; text: string }
