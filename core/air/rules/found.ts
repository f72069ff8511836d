import { plateRead } from '../parts/parts'
import { kitLacks } from '../circuit/kit'
import { DIRECT, type AirLine, type AirPlan, type Component, type FailedBy } from '../../document/types'
import type { Note, Remedy } from '../../quantity/figure'
import { isFitted, isPlateDate, isSecondHand } from '../../catalog/partStates'
import { isAllNew } from '../circuit/states'
import { airNote, COMMON_PRACTICE, type AirRule } from './common'

/**
 * Parts that are not from the box: what their plate says, how they were found, and why those that failed did.
 */

const inPlace = (id: string): Remedy => ({
  label: 'Put a new one in its place',
  patches: [
    { op: 'replace', path: ['air', 'components', id, 'state'], value: 'replaced' },
    { op: 'replace', path: ['air', 'components', id, 'used'], value: false },
  ],
})

/**
 * A tank that is not from the box needs a readable plate with rating and date, otherwise it gets no pressure.
 */
const tankWithoutPlate: AirRule = ({ plan }) =>
  secondHand(plan.components).flatMap(([id, c]) => {
    const read = c.found.rating !== null && isPlateDate(c.found.dated)
    if (c.kind !== 'tank' || read) return []
    return airNote({
      rule: 'tank-no-plate',
      rank: 'stop',
      subject: id,
      title: `${c.label}: no plate, no pressure`,
      text: `${c.found.dated.trim() ? `“${c.found.dated}” is no date. ` : ''}A tank that is not from the box gets no air until its own plate was read: type its rating and date, and look inside for rust. Without a plate it is scrap.`,
      source: 'Pressure-equipment practice (memory)',
      remedy: inPlace(id),
    })
  })

/**
 * What a part that is not from the box says of itself, where its class only guesses, and what depends on it.
 * Until it is read the class's figure is used in every formula, so none of them is clear.
 */
const NOT_KNOWN: Partial<
  Record<Component['kind'], { what: string; isKnown: (c: Component) => boolean; so: string }>
> = {
  spring: {
    what: 'the most that its plate allows',
    isKnown: plateRead,
    so: 'What it may be filled to is not known: the sums fill it to what its class bears, which may burst this one.',
  },
  relief: {
    what: 'what it opens at',
    isKnown: (c) => c.sheet.set !== undefined,
    so: 'Whether it opens before the tank’s rating is not known: nothing is sure to save the tank from a switch that welds shut.',
  },
  pressureSwitch: {
    what: 'what it comes in and cuts out at',
    isKnown: (c) => c.sheet.cutIn !== undefined && c.sheet.cutOut !== undefined,
    so: 'How far the supply fills is not known.',
  },
}

/** Figures of kept parts that nobody has read. */
const keptNotKnown: AirRule = ({ plan }) =>
  secondHand(plan.components).flatMap(([id, c]) => {
    const asked = NOT_KNOWN[c.kind]
    if (!asked || asked.isKnown(c)) return []
    return airNote({
      rule: 'kept-not-known',
      rank: 'fix',
      subject: id,
      title: `${c.label}: ${asked.what} is not known`,
      text: `${asked.so} Read it off the part and type it; what cannot be read is replaced.`,
      source: 'A class says what is usual, not what this one is (common practice)',
      remedy: inPlace(id),
    })
  })

const lineLabel = ({ components }: AirPlan, { from, to }: AirLine): string =>
  `${components[from]?.label ?? from} to ${(components[to]?.label ?? to).toLowerCase()}`
const renewed = (ids: readonly string[]): Remedy => ({
  label: ids.length === 1 ? 'Run it anew' : 'Run them anew',
  patches: ids.map((id) => ({ op: 'replace', path: ['air', 'lines', id, 'state'], value: 'replaced' })),
})
const keptLines = (plan: AirPlan) =>
  Object.entries(plan.lines).filter(([, l]) => l.state === 'kept' && l.tube !== DIRECT)

/** Lines that stay: their look and age are asked for. */
const linesNotLookedAt: AirRule = ({ plan }) => {
  const unknown = keptLines(plan).filter(([, l]) => l.found.condition === 'unseen' || l.found.year === null)
  if (unknown.length === 0) return null
  return airNote({
    quantity: 'count',
    rule: 'lines-not-looked-at',
    rank: 'fix',
    subject: unknown[0]![0],
    value: unknown.length,
    title: 'Look and age of lines that stay are not known',
    text: `Of {value}: ${unknown.map(([, l]) => lineLabel(plan, l)).join('; ')}. A tube that is rubbed, kinked, near heat or old fails first. Follow each end to end, and write down how it looks and when it was fitted.`,
    source: COMMON_PRACTICE,
  })
}

const lineFailedAndKept: AirRule = ({ plan }) =>
  keptLines(plan)
    .filter(([, l]) => l.found.condition === 'failed')
    .map(([id, l]) =>
      airNote({
        rule: 'line-failed-and-kept',
        rank: 'stop',
        subject: id,
        title: `${lineLabel(plan, l)}: the line has failed, and stays`,
        text: 'What has failed does not go back into service: run a new one in its place.',
        source: COMMON_PRACTICE,
        remedy: renewed([id]),
      }),
    )

/** Parts that stay or come from another truck are inspected before they are relied on. */
const notLookedAt: AirRule = ({ plan }) => {
  const unseen = secondHand(plan.components).filter(
    ([, c]) => c.found.condition === 'unseen' && !PASSIVE.includes(c.kind),
  )
  if (unseen.length === 0) return null
  return airNote({
    quantity: 'count',
    rule: 'not-looked-at',
    rank: 'fix',
    subject: unseen[0]![0],
    value: unseen.length,
    title: 'Parts that stay are not looked at yet',
    text: `Nobody has said how these are: ${listed(unseen)}. Look at each, and write its condition down.`,
    source: COMMON_PRACTICE,
  })
}
/** Fittings are inspected with the part they are on. */
const PASSIVE: readonly string[] = ['tee', 'plug']

const keptThoughFailed: AirRule = ({ plan }) =>
  inCondition(plan.components, 'failed').map(([id, c]) =>
    airNote({
      rule: 'failed-and-kept',
      rank: 'stop',
      subject: id,
      title: `${c.label} has failed, and stays`,
      text: 'What has failed does not go back into service: put a new one in its place, or take it out.',
      source: COMMON_PRACTICE,
      remedy: inPlace(id),
    }),
  )

const wornThoughKept: AirRule = ({ plan }) =>
  inCondition(plan.components, 'worn').map(([id, c]) =>
    airNote({
      rule: 'worn-and-kept',
      rank: 'know',
      subject: id,
      title: `${c.label} is worn, and stays`,
      text: 'It serves on for now: name it to the owner, and look at it at the next check.',
      source: COMMON_PRACTICE,
      remedy: inPlace(id),
    }),
  )

/** What follows from the reason a part failed. @param again whether this job fits a new one */
function cureOf(failedBy: Exclude<FailedBy, 'unknown'>, again: boolean): string {
  const before = again ? ' before the new one goes in' : ''
  switch (failedBy) {
    case 'rubbed':
      return `It rubbed: find what it touched, and keep that clear${before}.`
    case 'wet':
      return again
        ? 'It drowned: the new one goes higher and drier, filter hose upright, a drip loop in the cable.'
        : 'It drowned: find where the water came from. No new one goes in with this job.'
    case 'backwards':
      return `It was fitted the wrong way round: look at the marks${before}.`
    case 'age':
      return 'It was old: others of its age may be next.'
  }
}

/** The reason of a failure is found before a new part goes in. */
const failedWithoutReason: AirRule = ({ plan }) => {
  const again = (kind: Component['kind']) =>
    Object.values(plan.components).some((c) => c.kind === kind && isFitted(c.state))
  return failed(plan.components, plan.gone.components).flatMap(([id, c]): Note => {
    const known = c.found.failedBy !== 'unknown'
    return airNote({
      rule: known ? 'failed-by' : 'failed-without-reason',
      rank: known ? 'know' : 'fix',
      subject: id,
      title: known ? `Why the ${c.label.toLowerCase()} failed` : `${c.label} failed, and nobody knows why`,
      text: known
        ? cureOf(c.found.failedBy as Exclude<FailedBy, 'unknown'>, again(c.kind))
        : `${again(c.kind) ? 'The new one fails the same way. ' : ''}Look whether it rubbed, got wet, was fitted backwards, or was simply old, and write it down.`,
      source: COMMON_PRACTICE,
    })
  })
}

const leftForLater: AirRule = ({ plan, planned }) => {
  const later = Object.entries(planned.components).filter(([, c]) => c.state === 'later')
  if (later.length === 0) return null
  const supplied = Object.values(plan.components).some((c) =>
    ['compressor', 'belt', 'boost'].includes(c.kind),
  )
  return airNote({
    quantity: 'count',
    rule: 'left-for-later',
    rank: 'know',
    subject: later[0]![0],
    value: later.length,
    title: 'Some of it is left for later',
    text: `Not fitted with this job: ${listed(later)}. Their places, ports and tubes are kept free and plugged.${supplied ? '' : ' Until then it is filled by hand.'}`,
    source: 'As planned',
  })
}

/** Parts that the kit lacks are on nobody's list until somebody writes them down. */
const beyondKit: AirRule = ({ planned }) => {
  const lacks = kitLacks(planned)
  if (!planned.kit || lacks.length === 0) return null
  const words = lacks.map(({ label, count }) => (count === 1 ? label : `${count} × ${label}`)).join(', ')
  return airNote({
    quantity: 'count',
    rule: 'kit-lacks',
    rank: 'know',
    subject: 'kit',
    value: lacks.reduce((sum, { count }) => sum + count, 0),
    title: 'Not all of it is in the kit',
    text: `Bought beside “${planned.kit.label}”: ${words}.`,
    source: 'The kit’s own list',
  })
}

/** With everything taken out the truck is as it came, and nothing in this plan carries it any more. */
const nothingLeft: AirRule = ({ planned }) => {
  const springs = (components: Record<string, Component>) =>
    Object.values(components).some((c) => c.kind === 'spring')
  if (springs(planned.components) || !springs(planned.gone.components)) return null
  return airNote({
    rule: 'nothing-left',
    rank: 'know',
    subject: 'found',
    title: 'Everything is taken out',
    text: 'No air spring carries any more: it sags as it did on its steel springs, and bump stops that were cut or taken out go back before it is driven.',
    source: 'As planned',
  })
}

/** A circuit without parts is not a plan. */
const noParts: AirRule = ({ planned }) => {
  if (Object.keys(planned.components).length + Object.keys(planned.gone.components).length > 0) return null
  return airNote({
    quantity: 'count',
    rule: 'no-parts',
    rank: 'fix',
    subject: 'found',
    value: 0,
    title: 'There is no part in the circuit',
    text: 'Begin it from one of the circuits, or from what is there.',
    source: 'As planned',
  })
}

/** Parts found under the truck must be kept, replaced or taken out, or left out of the plan on purpose. */
const foundNotPlanned: AirRule = ({ truck, planned }) => {
  const found = Object.values(truck.existing).filter((part) => part.kind === 'air')
  if (found.length === 0 || !isAllNew(planned)) return null
  return airNote({
    quantity: 'count',
    rule: 'found-not-planned',
    rank: 'know',
    subject: 'found',
    value: found.length,
    title: 'Air parts were found under there, and everything is planned new',
    text: `Found: ${found.map((part) => part.label).join(', ')}. Say under “What is there” what stays, what is replaced and what goes.`,
    source: 'Survey',
  })
}

const secondHand = (components: Record<string, Component>) =>
  Object.entries(components).filter(([, c]) => isSecondHand(c))
const inCondition = (components: Record<string, Component>, condition: Component['found']['condition']) =>
  secondHand(components).filter(([, c]) => c.found.condition === condition)
const failed = (...all: Record<string, Component>[]) =>
  all.flatMap((components) =>
    Object.entries(components).filter(
      ([, c]) => c.found.condition === 'failed' && (c.state === 'out' || (isFitted(c.state) && !c.used)),
    ),
  )
const listed = (parts: [string, Component][]) => parts.map(([, c]) => c.label.toLowerCase()).join(', ')

export const FOUND_RULES: readonly AirRule[] = [
  tankWithoutPlate,
  keptNotKnown,
  linesNotLookedAt,
  lineFailedAndKept,
  notLookedAt,
  keptThoughFailed,
  wornThoughKept,
  failedWithoutReason,
  leftForLater,
  beyondKit,
  nothingLeft,
  noParts,
  foundNotPlanned,
]
