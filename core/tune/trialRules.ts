import type { SpringClass } from '../catalog/springs'
import { ordered, type Haul, type TrialFault, type TunePlan } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import type { TrialSaid } from './types'

/** Rules on the road trial. */

const note = notesOf('tune', 'pressure')
/** What was wrong with a reading that is set aside, in a person's words. */
export const SET_ASIDE: Record<TrialFault, string> = {
  tape: 'left out: the tape was misread',
  aboard: 'left out: something else was aboard',
  gauge: 'left out: the gauge was misread',
  ground: 'left out: not on level ground',
}

/** Corrections smaller than this share are not mentioned. */
const AS_PLANNED = 0.01

/** All notes on the readings and what they tell. */
export function trialRules(
  tune: TunePlan,
  trial: TrialSaid | null,
  spring: SpringClass | null,
  hauls: Record<string, Pick<Haul, 'label'>>,
): Note[] {
  return [
    ...(spring ? overLimit(tune, spring) : []),
    ...notTaped(tune),
    ...haulGone(tune, hauls),
    ...(trial ? [...corrected(trial), ...unexplained(trial, tune)] : notCounted(tune, hauls)),
  ]
}

const overLimit = ({ trials }: TunePlan, spring: SpringClass): Note[] =>
  ordered(trials).flatMap(([id, t]) => {
    const high = Math.max(t.left, t.right)
    if (high <= spring.maxPressure) return []
    return note({
      rule: 'trial-over-limit',
      rank: 'stop',
      subject: id,
      value: high,
      limit: spring.maxPressure,
      title: 'The road trial went over the spring’s limit',
      text: 'It was driven at {value}; the spring stops at {limit}. Let it down, look at the bags, and take less aboard.',
      source: 'Spring class (common practice); its own sheet rules',
    })
  })

const notTaped = ({ trials }: TunePlan): Note[] =>
  ordered(trials).flatMap(([id, t]) => {
    if (t.setAside !== null || (t.lipLeft !== null && t.lipRight !== null)) return []
    return note({
      rule: 'trial-not-taped',
      rank: 'know',
      subject: id,
      quantity: 'count',
      title: 'A reading of the road trial without its heights',
      text: 'A pressure alone says nothing. Tape both rear lips as the truck then stands.',
      source: 'Common practice',
    })
  })

const haulGone = ({ trials }: TunePlan, hauls: Record<string, Pick<Haul, 'label'>>): Note[] =>
  ordered(trials).flatMap(([id, t]) => {
    if (t.setAside !== null || t.haul === null || hauls[t.haul]) return []
    return note({
      rule: 'trial-haul-gone',
      rank: 'know',
      subject: id,
      quantity: 'count',
      title: 'A reading of the road trial that is not counted',
      text: 'What was aboard is no longer among the hauls. Say what it was, or take the reading away.',
      source: 'Road trial',
      remedy: { label: 'Take the reading away', patches: [{ op: 'remove', path: ['tune', 'trials', id] }] },
    })
  })

/** Lips were taped, but the plan cannot compare them with anything. */
function notCounted({ trials }: TunePlan, hauls: Record<string, Pick<Haul, 'label'>>): Note[] {
  const taped = Object.values(trials).some(
    (t) =>
      t.setAside === null &&
      (t.lipLeft !== null || t.lipRight !== null) &&
      (t.haul === null || hauls[t.haul]),
  )
  if (!taped) return []
  return [
    note({
      rule: 'trial-not-counted',
      rank: 'fix',
      subject: 'trial',
      quantity: 'count',
      title: 'The road trial is not counted',
      text: 'At one of its readings the plan finds no height at which the truck could stand: nothing is corrected by it. Look again at the pressures, what was aboard, and the spring.',
      source: 'Balance of body and springs',
    }),
  ]
}

/** Says in words what the pressures now follow. */
function corrected({ area, rate }: TrialSaid): Note[] {
  const off = area.factor - 1
  const stiffer = rate.factor - 1
  const notes: Note[] = []
  if (Math.abs(off) >= AS_PLANNED)
    notes.push(
      note({
        rule: 'trial-area',
        rank: 'know',
        subject: 'trial',
        quantity: 'ratio',
        value: Math.abs(off),
        limit: null,
        title: off < 0 ? 'The bags lift less than planned' : 'The bags lift more than planned',
        text: `On the road trial their area is {value} ${off < 0 ? 'less: drawn out, or the gauge reads high' : 'more: squeezed flatter, or the gauge reads low'}. Pressures, card and presets that follow Load have it.`,
        source: 'Road trial, least squares with the survey’s doubt',
      }),
    )
  if (Math.abs(stiffer) >= AS_PLANNED)
    notes.push(
      note({
        rule: 'trial-rate',
        rank: 'know',
        subject: 'trial',
        quantity: 'ratio',
        value: Math.abs(stiffer),
        limit: null,
        title: stiffer > 0 ? 'The steel is stiffer than planned' : 'The steel is softer than planned',
        text: `On the road trial its rate is {value} ${stiffer > 0 ? 'more' : 'less'} than the survey has it. Pressures, card and presets that follow Load have it.`,
        source: 'Road trial, least squares with the survey’s doubt',
      }),
    )
  return notes
}

const OF = { area: 'area of its bags', rate: 'rate of its steel' }
/** Something else is not as entered: slightly but likely, or so far that the plan cannot explain the tape. */
function unexplained({ leftOver, besides, refused, atBound, odd }: TrialSaid, { trials }: TunePlan): Note[] {
  const suspect = besides
    ? `Likeliest besides is ${besides.label}: ${besides.share > 0 ? 'more' : 'less'} than planned. `
    : ''
  const number = ordered(trials).findIndex(([id]) => id === odd) + 1
  const byItself = odd
    ? `Without reading ${number} the others agree. Check its load, its pressures and its lips first: put the figure right, or say at the reading what was wrong, and it is left out. `
    : ''
  const remedy = odd
    ? {
        label: `Take reading ${number} away`,
        patches: [{ op: 'remove' as const, path: ['tune', 'trials', odd] }],
      }
    : undefined
  if (refused === 'bound')
    return [
      note({
        rule: 'trial-at-bound',
        rank: 'fix',
        subject: 'trial',
        quantity: 'length',
        value: leftOver.value,
        limit: leftOver.limit,
        title: `The ${atBound.map((id) => OF[id]).join(' and the ')} would have to be further off than the survey says`,
        remedy,
        text: `${byItself}${suspect}Nothing of the trial is taken over. With all that the survey allows, {value} are left unexplained; a tape and the rub of the leaves make {limit}. Check that this spring is on the truck, that its sheet was typed in its own unit, which haul it was, and the gauge.`,
        source: 'Road trial, least squares with the survey’s doubt',
      }),
    ]
  if (refused === 'unexplained')
    return [
      note({
        rule: 'trial-unexplained',
        rank: 'fix',
        subject: 'trial',
        quantity: 'length',
        value: leftOver.value,
        limit: leftOver.limit,
        title: 'The truck does not stand as this plan can explain',
        remedy,
        text: `${byItself}${suspect}Nothing of the trial is taken over. {value} are left unexplained; a tape and the rub of the leaves make {limit}. Look again at what was aboard, at the tape, and at which haul it was.`,
        source: 'Common practice',
      }),
    ]
  if (refused === 'unlikely')
    return [
      note({
        rule: 'trial-unlikely',
        rank: 'fix',
        subject: 'trial',
        quantity: 'count',
        remedy,
        title: 'Too many figures would have to be off at once',
        text: `${byItself}${suspect}Nothing of the trial is taken over. Any one figure could be off so far, but all of them together are so in less than one truck in 20. Check what was aboard, the spring’s sheet and the gauge.`,
        source: 'Chi square of what would have to be off, 1 in 20',
      }),
    ]
  if (!besides) return []
  return [
    note({
      rule: 'trial-besides',
      rank: 'know',
      subject: 'trial',
      quantity: 'ratio',
      value: Math.abs(besides.share),
      limit: 1,
      title: 'The road trial points at the load too',
      text: `${suspect}It would be off by {value} of what it is known within. Weigh or measure it; pressures keep to the load that was stated.`,
      source: 'Road trial, least squares with the survey’s doubt',
    }),
  ]
}
