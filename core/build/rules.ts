import { FOOT_POUND } from '../quantity/constants'
import { PRACTICE } from '../catalog/practice'
import { ordered, type BuildPlan, type FromTruck } from '../document/types'
import { notesOf, type Note } from '../quantity/figure'
import { FASTENINGS } from '../catalog/fastenings'
import { changedOf, factsOf, jointMap, readJoints, type Changed } from './evidence'
import { fastenersOf, judgeFastener, takeUsual, typedFastener } from './fasteners'
import type { Joint } from './joint'
import { isShort, type BoxLine } from './box'
import { KIT_STEP_LABELS, type SheetProblem } from './kitSheet'
import { blockedBy } from './order'
import type { Work } from './steps'
import type { TorqueLooks } from './torque'
import type { BuildResult, Step } from './types'

const note = notesOf('build', 'count')

/** Steps ticked before those that must come first. A fuse put in early can burn a wire. */
const outOfOrder = (steps: readonly Step[], build: BuildPlan): Note[] =>
  steps.flatMap((step) => {
    const blocked = build.ticks[step.id] ? blockedBy(step, steps, build) : null
    if (!blocked) return []
    return note({
      rule: 'out-of-order',
      rank: step.id === 'fuse' ? 'stop' : 'fix',
      subject: step.id,
      title: `“${step.title}” is ticked before its time`,
      text: `First “${blocked.step.title}”: ${blocked.reason}`,
      source: 'Common practice',
    })
  })

/** Names of values and choices in a note; a name that is not here stands as it is. */
const NAMES: Record<string, string> = {
  cut: 'length cut',
  one: 'first piece',
  two: 'second piece',
  needs: 'length it needs',
  x: 'place along the truck',
  y: 'place across the truck',
  z: 'height of its place',
  wire: 'wire size',
  length: 'length',
  fuse: 'fuse',
  proof: 'first fill',
  spacer: 'spacer',
  raised: 'how the rear is raised',
  spring: 'spring',
  upper: 'upper bracket',
  lower: 'lower bracket',
  held: 'how it is held',
  hold: 'how it is held',
  hole: 'hole for the stem',
  earth: 'earth',
  fate: 'what becomes of it',
  from: 'first end',
  to: 'second end',
  side: 'side',
}
const sayFact = (value: Changed['was']) => (value === null ? 'nothing' : `“${value}”`)

/** Finished steps that the plan has changed since: what was done, what it says now, and what to do about it. */
const changedSince = (steps: readonly Step[], { ticks }: BuildPlan): Note[] =>
  steps.flatMap((step) => {
    const tick = ticks[step.id]
    const [first, ...more] = tick ? changedOf(step, tick) : []
    if (!tick || !first) return []
    const name = NAMES[first.name] ?? first.name
    const figures = typeof first.was === 'number' && typeof first.now === 'number'
    const was = figures ? '{limit}' : sayFact(first.was)
    const now = figures ? '{value}' : sayFact(first.now)
    const others = more.length > 0 ? ` ${more.length} more changed with it.` : ''
    return note({
      rule: 'step-changed',
      rank: 'fix',
      subject: step.id,
      quantity: first.quantity ?? 'count',
      value: figures ? (first.now as number) : null,
      limit: figures ? (first.was as number) : null,
      title: `“${step.title}” was done otherwise`,
      text: `${tick.who} did it with another ${name}: ${was}; the plan now says ${now}.${others} Do it again, bring the plan back, or say that it still holds.`,
      source: 'As ticked',
      remedy: {
        label: 'It still holds: record it so',
        patches: [{ op: 'replace', path: ['build', 'ticks', step.id, 'facts'], value: factsOf(step) }],
      },
    })
  })

/** True if a finished step became part of another one: its line or part is still planned. */
const isElsewhere = (id: string, steps: readonly Step[]) => {
  const line = /^(?:line|screw)-(.*)$/.exec(id)?.[1]
  return line !== undefined && steps.some(({ opens }) => opens?.lines?.includes(line))
}

/** Finished steps that are no longer in the plan. */
const noLongerPlanned = (steps: readonly Step[], { ticks }: BuildPlan): Note[] => {
  const planned = new Set(steps.map((s) => s.id))
  return Object.entries(ticks).flatMap(([id, tick]) => {
    if (planned.has(id) || isElsewhere(id, steps)) return []
    return note({
      rule: 'step-gone',
      rank: 'fix',
      subject: id,
      title: 'Something was done that is no longer in the plan',
      text: `${tick.who} did “${tick.title || id}”. Undo it on the truck, then take the tick away.`,
      source: 'As ticked',
      remedy: {
        label: 'It is undone: take the tick away',
        patches: [{ op: 'remove', path: ['build', 'ticks', id] }],
      },
    })
  })
}

/** Fasteners without a typed torque. The usual one is offered, but never counts as the truck's own. */
const withoutTorque = (joints: readonly Joint[], build: BuildPlan): Note[] => {
  const missing = fastenersOf(joints).filter((id) => !typedFastener(build, id))
  if (missing.length === 0) return []
  const names = missing.map((id) => FASTENINGS[id].label.toLowerCase())
  return [
    note({
      rule: 'torque-missing',
      rank: 'fix',
      subject: 'fasteners',
      value: missing.length,
      title: 'Torques are still to be typed off the kit’s sheet',
      text: `Without one: ${names.join('; ')}. Type each with its size and class; what is usual elsewhere may be twice what yours bears.`,
      source: 'The kit’s own sheet',
      remedy: {
        label: 'Take the usual values over, knowing so',
        patches: Object.entries(takeUsual(missing)).map(([id, value]) => ({
          op: 'add' as const,
          path: ['build', 'fasteners', id],
          value,
        })),
      },
    }),
  ]
}

/** What a torque typed in the wrong unit is in the right one, N·m. */
const UNIT_SLIPS: Partial<Record<TorqueLooks, { typed: string; factor: number }>> = {
  'ft-lb typed as N·m': { typed: 'ft·lbf', factor: FOOT_POUND },
  'in-lb typed as N·m': { typed: 'in·lbf', factor: FOOT_POUND / 12 },
}

/** A torque outside the usual range of its thread and class: a wrong unit or a wrong size. */
const torqueUnlikely = (joints: readonly Joint[], build: BuildPlan): Note[] =>
  fastenersOf(joints).flatMap((id) => {
    const typed = typedFastener(build, id)
    const judged = typed && judgeFastener(typed)
    if (!typed || !judged || judged.looksLike === 'ok') return []
    const over = typed.torque > judged.high
    if (!over && FASTENINGS[id].soft) return []
    // A unit that was typed was meant. Only a figure without a unit may have been read in another.
    const slip = typed.unit === '' ? UNIT_SLIPS[judged.looksLike] : undefined
    const size = `${typed.thread} ${typed.grade}`
    return note({
      quantity: 'torque',
      rule: 'torque-unlikely',
      rank: 'fix',
      subject: `fastener-${id}`,
      value: typed.torque,
      limit: over ? judged.high : judged.low,
      title: `${FASTENINGS[id].label}: that torque does not suit its size`,
      text: `${slip ? `It looks like ${slip.typed} typed as another unit. ` : ''}{value} is ${over ? 'more' : 'less'} than ${size} usually bears ({limit}). Look at the sheet again: unit, size, class.`,
      source: 'T = K·d·F, K 0.16–0.24, F = 75 % of proof (ISO 898-1); only to catch a slip',
      remedy: slip && {
        label: `It was ${slip.typed}`,
        patches: [
          { op: 'replace', path: ['build', 'fasteners', id, 'torque'], value: typed.torque * slip.factor },
        ],
      },
    })
  })

/** Tolerance of a torque wrench, as a share either way: what a step was tightened to may differ this much. */
const WRENCH = PRACTICE.torqueWrench.value

/** Ticked steps whose joints have a different torque, and those where nobody measured it. */
function tightened({ steps, joints }: Pick<Work, 'steps' | 'joints'>, build: BuildPlan): Note[] {
  const known = jointMap(joints)
  const done = steps.flatMap((step) => {
    const tick = build.ticks[step.id]
    return tick
      ? readJoints(step, known).map((joint) => ({
          step,
          tick,
          joint,
          reached: tick.torques?.[joint.id] ?? null,
        }))
      : []
  })
  const wrong = done.flatMap(({ step, joint, reached, tick }) => {
    const wanted = typedFastener(build, joint.fastening)?.torque
    if (reached === null || wanted === undefined || Math.abs(reached - wanted) <= WRENCH * wanted) return []
    return note({
      quantity: 'torque',
      rule: 'torque-otherwise',
      rank: 'fix',
      subject: step.id,
      value: reached,
      limit: wanted,
      title: `${joint.label}: ${reached > wanted ? 'over' : 'under'}-tightened`,
      text: `“${step.title}”: ${tick.who} reached {value}; {limit} is wanted. ${reached > wanted ? 'What was strained is replaced, not slackened' : 'Tighten it home'}, and tick the step again.`,
      source: 'As ticked, against the kit’s own sheet',
    })
  })
  const unmeasured = done.filter(({ reached }) => reached === null)
  if (unmeasured.length === 0) return wrong
  const names = [...new Set(unmeasured.map(({ tick }) => tick.who))].join(', ')
  return [
    ...wrong,
    note({
      rule: 'torque-not-measured',
      rank: 'know',
      subject: unmeasured[0]!.step.id,
      value: unmeasured.length,
      title: 'Tightened, and not measured',
      text: `{value} torques were not measured, says ${names}. They are looked at again on the wheels and after the road.`,
      source: 'As ticked',
    }),
  ]
}

const WANTED_ROOM = PRACTICE.bagClearance.value
/** Rooms closer than this are the same: what a tape beside a bag cannot tell apart, m (common practice). */
const TAPE = 0.005
const mm = (value: number) => Math.round(value * 1000) / 1000

/** What was read at a test fit, with the step and its question. */
const roomsRead = (steps: readonly Step[], ticks: BuildPlan['ticks']) =>
  steps.flatMap((step) => {
    const readings = ticks[step.id]?.readings ?? {}
    return step.reads.flatMap((ask) =>
      ask.id.startsWith('room') && readings[ask.id] !== undefined
        ? [{ step, ask, read: readings[ask.id]! }]
        : [],
    )
  })

/** Whether a spring can be moved in its slots until it clears, by the room on its other side. */
function moveWords(one: ReturnType<typeof roomsRead>[number], all: ReturnType<typeof roomsRead>): string {
  const { room } = one.ask
  if (!room) return 'Move it in its slots, or trim what it meets; then measure again.'
  const needs = WANTED_ROOM - one.read
  const across = all.filter(
    ({ step, ask }) => step.id === one.step.id && ask.room && ask.room.isOutside !== room.isOutside,
  )
  const spare = Math.min(...across.map(({ read }) => read - WANTED_ROOM))
  const where = room.isOutside ? 'inwards' : 'outwards'
  if (spare >= needs) return `Moved ${where} by what is short, it clears on both sides. Measure again.`
  return `There is not as much to spare on its other side: move it ${where} as far as that allows and trim the rest, or set the bracket under instead of over. Measure again.`
}

/** Least rooms read at a test fit, where they are too little. */
function roomRead(steps: readonly Step[], { ticks }: BuildPlan): Note[] {
  const all = roomsRead(steps, ticks)
  return all.flatMap((one) => {
    const { step, ask, read } = one
    if (read >= WANTED_ROOM) return []
    return note({
      quantity: 'length',
      rule: 'test-fit-tight',
      rank: read <= 0 ? 'stop' : 'fix',
      subject: step.id,
      value: read,
      limit: WANTED_ROOM,
      title: read <= 0 ? 'The bag touches at the test fit' : 'Too little room at the test fit',
      text: `“${step.title}”, ${ask.label.toLowerCase()}: {value} was read, {limit} is wanted. ${moveWords(one, all)}`,
      source: 'As read under the truck; clearance by common practice',
    })
  })
}

/** What was read in a step and differs from the plan. The plan is corrected by a press. */
const readOtherwise = (steps: readonly Step[], ticks: BuildPlan['ticks']): Note[] =>
  steps.flatMap((step) =>
    step.reads.flatMap((ask) => {
      const { room, expected } = ask
      const read = ticks[step.id]?.readings[ask.id]
      const { moves, within } = ask.corrects ?? { moves: room?.moves ?? [], within: TAPE }
      if (read === undefined || expected === null || !(room ?? ask.corrects)) return []
      if (Math.abs(read - expected) <= within) return []
      return note({
        quantity: 'length',
        rule: room ? 'test-fit-otherwise' : 'height-otherwise',
        rank: room && read > expected ? 'know' : 'fix',
        subject: step.id,
        value: read,
        limit: expected,
        title: `The truck is not as planned: ${ask.label.toLowerCase()}`,
        text: `“${step.title}”: {value} was read, the plan says {limit}. Take it into Truck, so that everything that is planned from it holds.`,
        source: 'As read under the truck',
        ...(moves.length > 0 && {
          remedy: {
            label: 'Take what was read into Truck',
            patches: moves.map(({ path, value, by }) => ({
              op: 'replace' as const,
              path: [...path],
              value: mm(value + by * (read - expected)),
            })),
          },
        }),
      })
    }),
  )

/** Steps done otherwise than they say: somebody else must know. */
const doneOtherwise = (steps: readonly Step[], { ticks }: BuildPlan): Note[] =>
  steps.flatMap(({ id, title }) => {
    const tick = ticks[id]
    if (!tick || tick.otherwise === '') return []
    return note({
      rule: 'done-otherwise',
      rank: 'know',
      subject: id,
      title: `“${title}” was done otherwise`,
      text: `${tick.who}: ${tick.otherwise}`,
      source: 'As ticked',
    })
  })

const FOUND_WORDS: Record<FromTruck['kind'], string> = {
  'does-not-fit': 'It does not fit',
  'in-the-way': 'Something is in the way',
  cut: 'Cut otherwise',
  bolt: 'A bolt was otherwise',
  other: 'Found',
}

/** What was found under the truck and nobody at the desk has dealt with. */
const foundUnderTruck = (steps: readonly Step[], { fromTruck }: BuildPlan): Note[] =>
  ordered(fromTruck).flatMap(([id, { kind, step, text, who, settled }]) => {
    if (settled) return []
    const title = steps.find((one) => one.id === step)?.title ?? step
    return note({
      rule: 'from-truck',
      rank: 'fix',
      subject: step,
      title: `${FOUND_WORDS[kind]}: ${title.toLowerCase()}`,
      text: `${who} says: ${text}. Look at the plan, then say that it is settled.`,
      source: 'From the truck',
      remedy: {
        label: 'It is settled',
        patches: [{ op: 'replace', path: ['build', 'fromTruck', id, 'settled'], value: true }],
      },
    })
  })

/** Steps that were done and wait for somebody's look. */
const waitingForLook = (steps: readonly Step[], { looks }: BuildPlan): Note[] =>
  steps.flatMap(({ id, title }) => {
    const look = looks[id]
    if (!look || look.seen) return []
    return note({
      rule: 'look-wanted',
      rank: 'fix',
      subject: id,
      title: `A look is wanted: ${title.toLowerCase()}`,
      text: `${look.who} asks for it. What follows waits until somebody has looked.`,
      source: 'As asked',
    })
  })

/** What the box has not, and what waits for it. */
export const boxRules = (
  lines: readonly BoxLine[],
  { waits }: Pick<BuildResult, 'waits'>,
  box: BuildPlan['box'],
): Note[] =>
  lines.flatMap((line) => {
    const found = box[line.id]
    if (!found || !isShort(line, found)) return []
    const waiting = Object.values(waits).filter((id) => id === line.id).length
    const isCount = found.state === 'present'
    const how = isCount ? '{value} of {limit} are in the box' : `it is ${found.state}`
    return note({
      rule: 'box-short',
      rank: 'fix',
      subject: 'box',
      value: isCount ? found.count : null,
      limit: isCount ? line.count : null,
      title: `${isCount ? 'Too few' : found.state === 'missing' ? 'Missing' : 'Damaged'} in the box: ${line.label.toLowerCase()}`,
      text: `${found.who} checked: ${how}. ${waiting === 0 ? 'No step waits for it.' : `${waiting} ${waiting === 1 ? 'step waits' : 'steps wait'} for it; what can be done meanwhile stands under Order and time.`}`,
      source: 'As counted',
    })
  })

/** Things that are off and whose way back comes too late: the truck is down, or the build is closed. */
const stillHanging = ({ steps, freed }: Work, build: BuildPlan): Note[] => {
  if (!build.ticks.down) return []
  return freed.flatMap(({ id, label }) => {
    const [off, back] = [build.ticks[`free-${id}`], steps.find((step) => step.putsBack.includes(id))]
    if (!off || !back || build.ticks[back.id] || build.struck[back.id]) return []
    return note({
      rule: 'still-off',
      rank: 'fix',
      subject: back.id,
      title: `Still off: ${label.toLowerCase()}`,
      text: `${off.who} took it off, and the truck is on its wheels. Put it back, or say in the register why it stays off.`,
      source: 'Off and back',
    })
  })
}

/** Finished steps in which something should have been read and was not. */
const notRead = (steps: readonly Step[], { ticks }: BuildPlan): Note[] => {
  const missing = steps.flatMap(({ id, title, reads }) => {
    const tick = ticks[id]
    // Nothing was asked of a tick that nothing was recorded of.
    if (!tick || tick.facts === null) return []
    const labels = reads.filter((ask) => tick.readings[ask.id] === undefined).map(({ label }) => label)
    return labels.length > 0 ? [{ id, title, labels }] : []
  })
  const [first] = missing
  if (!first) return []
  const words = missing.map(({ title, labels }) => `“${title}”: ${labels.join(', ').toLowerCase()}`)
  return [
    note({
      rule: 'not-read',
      rank: 'know',
      subject: first.id,
      value: missing.reduce((sum, { labels }) => sum + labels.length, 0),
      title: 'Done, and not read',
      text: `${words.join('; ')}. What nobody read cannot be shown later; take the tick back and read it where that is still possible.`,
      source: 'As ticked',
    }),
  ]
}

/** Things that do not come back, or not to their place, and nobody said why or where. */
const withoutReason = ({ freed }: Work): Note[] =>
  freed.flatMap(({ id, label, fate, reason }) =>
    fate === 'back' || reason.trim() !== ''
      ? []
      : note({
          rule: 'off-without-reason',
          rank: 'fix',
          subject: `free-${id}`,
          title: `${label}: nobody has said ${fate === 'off' ? 'why it stays off' : 'where it goes'}`,
          text: 'Type it in Off and back, so that the next person does not look for it; or let it go back.',
          source: 'Off and back',
        }),
  )

/** Steps ticked before it was recorded what was done: nobody can tell whether the plan has changed since. */
const withoutRecord = (steps: readonly Step[], { ticks }: BuildPlan): Note[] => {
  const old = steps.filter(({ id, facts, choices }) => {
    const says = facts.length > 0 || Object.keys(choices).length > 0
    return says && ticks[id]?.facts === null
  })
  if (old.length === 0) return []
  return [
    note({
      rule: 'tick-without-record',
      rank: 'know',
      subject: old[0]!.id,
      value: old.length,
      title: 'Ticked, and not recorded what was done',
      text: '{value} steps were ticked before lengths, places and classes were recorded with them. If the plan changed since, nobody can tell: look at them on the truck.',
      source: 'As ticked',
    }),
  ]
}

/** Once the truck is down: joints that are tightened again after the road. */
const dueAfterRoad = ({ steps }: Work, build: BuildPlan): Note[] => {
  const due = steps.filter(({ id, later }) => later && !build.ticks[id] && !build.struck[id])
  const joints = due.flatMap(({ tightens }) => tightens)
  if (!build.ticks.down || joints.length === 0) return []
  return [
    note({
      rule: 'joints-due',
      rank: 'know',
      subject: due[0]!.id,
      value: joints.length,
      title: 'Joints are tightened once more after about 100 miles',
      text: '{value} joints: what has settled on the road is loose. Give the driver a date.',
      source: 'Common practice',
    }),
  ]
}

/** Steps of a kit's sheet that could not be followed. */
export const sheetRules = (problems: readonly SheetProblem[]): Note[] =>
  problems.map(({ step, what }) =>
    note({
      rule: what === 'order' ? 'sheet-order' : 'sheet-place',
      rank: what === 'order' ? 'fix' : 'know',
      subject: 'kit-sheet',
      title:
        what === 'order'
          ? `“${step.title}” stands before its own reason on the kit’s sheet`
          : `“${step.title}” stands for a step that this job has not`,
      text:
        what === 'order'
          ? 'What it follows comes later on the sheet. The usual order is kept: look at the sheet again, or move the row.'
          : `This job has no “${KIT_STEP_LABELS[step.instead!].toLowerCase()}”. The step is left out; give it another place, or none to make it a step of its own.`,
      source: 'The kit’s own sheet, as typed',
    }),
  )

/** All notes of Build. @param standing ticks of steps that are still what was done */
export const buildRules = (work: Work, build: BuildPlan, standing: BuildPlan['ticks']): Note[] => [
  ...outOfOrder(work.steps, { ...build, ticks: standing }),
  ...changedSince(work.steps, build),
  ...noLongerPlanned(work.steps, build),
  ...withoutTorque(work.joints, build),
  ...torqueUnlikely(work.joints, build),
  ...tightened(work, { ...build, ticks: standing }),
  ...roomRead(work.steps, build),
  ...readOtherwise(work.steps, standing),
  ...doneOtherwise(work.steps, build),
  ...foundUnderTruck(work.steps, build),
  ...waitingForLook(work.steps, build),
  ...stillHanging(work, { ...build, ticks: standing }),
  ...withoutReason(work),
  ...withoutRecord(work.steps, { ...build, ticks: standing }),
  ...notRead(work.steps, { ...build, ticks: standing }),
  ...dueAfterRoad(work, { ...build, ticks: standing }),
]
