import type { HandoverPlan } from '../document/types'
import type { Note, StageName } from '../quantity/figure'

/** What decides whether a job can be handed over. */
export interface HandoverFacts {
  /** All notes of the earlier stages. */
  notes: readonly Note[]
  /** Fixes that somebody accepted at hand-over, with a reason. */
  accepted: HandoverPlan['accepted']
  /** Build steps that are neither done nor struck, in order. */
  stepsLeft: readonly string[]
  /** Finished steps of which something asked was not read, measured or recorded. */
  unproved: readonly { step: string; title: string; what: string }[]
  /** Sides that must hold, whether a hold test proves it, and whether that test was read the next day. */
  sides: readonly { side: HeldSide; held: boolean; nextDay: boolean }[]
  /** Joints nobody inspected, in order. */
  placesLeft: readonly string[]
  /** Whether any function was tried, and how many checks after the road are left. */
  functionsTried: boolean
  roadLeft: number
  /** True if the truck's ratings are a guess or the kind's example. */
  ratingsGuessed: boolean
  contact: string
}

export type HeldSide = 'left' | 'right' | 'supply'

/** One missing thing, in a sentence, with a link to where it is done. */
export interface StillOpen {
  text: string
  stage: StageName
  subject: string | null
  /** Name under which it may be accepted with a reason; null if it may not. */
  acceptAs: string | null
}

/** The name under which a Fix is accepted. */
export const acceptedAs = ({ rule, subject }: Pick<Note, 'rule' | 'subject'>): string =>
  `${rule}:${subject}`.replace(/[^a-z0-9:-]/gi, '-').slice(0, 64)

/** Names under which an omission at Prove is accepted. */
const FUNCTIONS_UNTRIED = 'functions-untried:functions'
const ROAD_LEFT = 'road-left:road'
/** The name under which missing evidence of the build is accepted. */
const UNPROVED = 'unproved:build'
/** How many steps without evidence are named. */
const NAMED = 6

const SIDES: Record<HeldSide, string> = {
  left: 'The left side',
  right: 'The right side',
  supply: 'The supply side',
}
const count = (n: number, one: string, more: string) => `${n} ${n === 1 ? one : more}`

/** What is still open, each with its link; empty when the truck may go. */
export function stillOpen(of: HandoverFacts): StillOpen[] {
  const open: StillOpen[] = []
  const add = (
    text: string,
    stage: StageName,
    subject: string | null = null,
    acceptAs: string | null = null,
  ) => void open.push({ text, stage, subject, acceptAs })
  const stops = of.notes.filter((n) => n.rank === 'stop')
  if (stops[0])
    add(
      `${count(stops.length, 'Stop note stands', 'Stop notes stand')} open: do not hand over until cleared.`,
      stops[0].stage,
      stops[0].subject,
    )
  for (const fix of of.notes.filter((n) => n.rank === 'fix' && !of.accepted[acceptedAs(n)]))
    add(
      `Fix: ${fix.title}. Mend it, or accept it by name with a reason.`,
      fix.stage,
      fix.subject,
      acceptedAs(fix),
    )
  if (of.ratingsGuessed) add('The truck’s ratings are a guess: read them off its plate.', 'truck', 'ratings')
  if (of.stepsLeft[0])
    add(
      `${count(of.stepsLeft.length, 'step is', 'steps are')} neither done nor struck.`,
      'build',
      of.stepsLeft[0],
    )
  const unproved = UNPROVED in of.accepted ? [] : of.unproved
  if (unproved[0])
    add(
      `No evidence of: ${unproved
        .slice(0, NAMED)
        .map(({ title, what }) => `“${title}” (${what})`)
        .join(
          '; ',
        )}${unproved.length > NAMED ? `; and ${unproved.length - NAMED} more steps` : ''}. Read it where that is still possible, or say why it is not there.`,
      'build',
      unproved[0].step,
      UNPROVED,
    )
  for (const { side, held, nextDay } of of.sides)
    if (!held) add(`${SIDES[side]} has no hold test that reads tight.`, 'prove')
    else if (!nextDay) add(`${SIDES[side]} was not read again the next day in a test that is tight.`, 'prove')
  if (of.placesLeft[0])
    add(
      `${count(of.placesLeft.length, 'place to soap is', 'places to soap are')} not looked at yet.`,
      'prove',
      of.placesLeft[0],
    )
  const mayGo = (name: string) => (of.accepted[name] ? null : name)
  const untried = mayGo(FUNCTIONS_UNTRIED)
  if (!of.functionsTried && untried)
    add('No function was tried: left, right, both, down, cut-out.', 'prove', 'functions', untried)
  const road = mayGo(ROAD_LEFT)
  if (of.roadLeft > 0 && road)
    add(
      `After the road, ${count(of.roadLeft, 'thing is', 'things are')} not looked at.`,
      'prove',
      'road',
      road,
    )
  if (!of.contact) add('No one is named to ask.', 'handover')
  return open
}
