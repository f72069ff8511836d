import type { SensingPlan } from '../document/types'
import { notesOf, type Note, type Remedy } from '../quantity/figure'
import { SENSOR_ARMS, sensorTravel, type SensorTravel } from './sensor'

/**
 * Input of the rules on electronic levelling: its sensors over the travel, and what keeps it from working by
 * itself.
 */

export interface SensorRuleInput {
  /** Id of the controller. */
  id: string
  sensing: SensingPlan
  travel: SensorTravel
  /** Travel of the wheel below and above ride height, m, both positive. */
  droop: number
  bump: number
}

const note = notesOf('tune', 'angle')
const GEOMETRY = 'Two circles: arm about the sensor’s shaft, rod about the axle’s bracket'
const PRACTICE = 'Common practice'

const say = (label: string, field: keyof SensingPlan, value: number | boolean): Remedy => ({
  label,
  patches: [{ op: 'replace', path: ['tune', 'sensing', field], value }],
})

/** Most the arm turns, rad; null if it does not reach. */
const mostOf = ({ droop, bump }: SensorTravel): number | null =>
  droop === null || bump === null ? null : Math.max(Math.abs(droop), Math.abs(bump))

/** A longer arm that stays within the sensor's range; undefined if none of those sold does. */
function longerArm({ sensing, droop, bump }: SensorRuleInput): Remedy | undefined {
  const fits = (arm: number) => {
    const most = mostOf(sensorTravel({ arm, rod: sensing.rod }, droop, bump))
    return most !== null && most <= sensing.range
  }
  const arm = SENSOR_ARMS.find((other) => other > sensing.arm && fits(other))
  return arm === undefined ? undefined : say(`An arm of ${Math.round(arm * 1000)} mm`, 'arm', arm)
}

function reachRules(input: SensorRuleInput): Note[] {
  const { id, sensing, travel } = input
  const most = mostOf(travel)
  if (most === null)
    return [
      note({
        quantity: 'count',
        rule: 'sensor-over-centre',
        rank: 'stop',
        subject: id,
        title: 'The sensor’s arm and rod come into one line',
        text: 'At full travel they snap over, and what is high then reads low: it fills what should be let down.',
        source: GEOMETRY,
        remedy: longerArm(input),
      }),
    ]
  if (most <= sensing.range) return []
  return [
    note({
      rule: 'sensor-range',
      rank: 'fix',
      subject: id,
      value: most,
      limit: sensing.range,
      title: 'The axle turns the sensor past its range',
      text: 'At full travel its arm stands at {value}; it reads up to {limit}. Beyond, it says nothing or breaks.',
      source: GEOMETRY,
      remedy: longerArm(input),
    }),
  ]
}

/** Told in every plan: it moves by itself. Nothing removes this note. */
const lockCaution = ({ id }: SensorRuleInput): Note =>
  note({
    quantity: 'count',
    rule: 'service-lock',
    rank: 'know',
    subject: id,
    title: 'Service lock on before it is jacked or hoisted',
    text: 'It fills and vents by itself, also hours after the key is off: lock it before a jack, a hoist, a ferry, and before a hand goes near a bag.',
    source: PRACTICE,
  })

const STOPS = [
  ['door', 'with a door open'],
  ['key', 'with the key off'],
  ['hitch', 'while a trailer is hitched'],
] as const

function inhibitRules({ id, sensing }: SensorRuleInput): Note[] {
  const open = [
    ...STOPS.filter(([field]) => sensing[field] === null).map(
      ([, words]) => `whether it keeps still ${words}`,
    ),
    ...(sensing.lock === null ? ['whether it has a service lock'] : []),
  ]
  const unknown = note({
    quantity: 'count',
    rule: 'inhibits-unknown',
    rank: 'know',
    subject: id,
    value: open.length,
    title: 'What keeps it still was not looked up',
    text: `Not said yet: ${open.join('; ')}. Its own sheet says.`,
    source: PRACTICE,
  })
  const noLock = note({
    quantity: 'count',
    rule: 'no-service-lock',
    rank: 'fix',
    subject: id,
    title: 'It has no service lock',
    text: 'Nothing keeps it from filling or venting while the truck is jacked. A switch in its feed that anybody finds does it.',
    source: PRACTICE,
    remedy: say('Fit a lock: a switch in its feed', 'lock', true),
  })
  const hitching = note({
    quantity: 'count',
    rule: 'no-hitch-hold',
    rank: 'know',
    subject: id,
    title: 'It works on while a trailer is hitched',
    text: 'The ball comes up or goes down under the coupling by itself: lock it while hitching.',
    source: PRACTICE,
  })
  return [
    ...(open.length > 0 ? [unknown] : []),
    ...(sensing.lock === false ? [noLock] : []),
    ...(sensing.hitch === false ? [hitching] : []),
  ]
}

export const sensorRules = (input: SensorRuleInput): Note[] => [
  ...reachRules(input),
  lockCaution(input),
  ...inhibitRules(input),
]
