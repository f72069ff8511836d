import { firstOfKind } from '../air/circuit/connections'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { newItem } from '../document/newHaul'
import type { Archetype, ComponentKind, Haul, Plan, Truck } from '../document/types'
import { applyEdit } from '../document/edit'
import type { StageName } from '../quantity/figure'
import { beginJob, jobKind } from './jobKinds'

/** Kinds of job in the customer's words: what a new job begins with, and where it begins. */

/** One way to say what is wanted behind a door. */
export interface DoorChoice {
  id: string
  label: string
  /** Kind of job (`JOB_KINDS`); null: new springs, of which the circuit is chosen later. */
  kind: string | null
  lands: Landing
  /** A part without which it cannot be that: a hand-filled truck blows no fuse. Null if any circuit may. */
  needs: ComponentKind | null
}
/** Where a job opens: a stage, and one of its drawers. */
export interface Landing {
  stage: StageName
  drawer: string | null
}
export interface Door {
  id: string
  label: string
  what: string
  /** At least one; a door with a single choice asks nothing more. */
  choices: readonly DoorChoice[]
}

const TRUCK: Landing = { stage: 'truck', drawer: 'measure' }
const THERE: Landing = { stage: 'air', drawer: 'found' }
const SOAP: Landing = { stage: 'prove', drawer: 'soap' }
const FUNCTIONS: Landing = { stage: 'prove', drawer: 'functions' }
const METER: Landing = { stage: 'power', drawer: 'meter' }

const choice = (
  id: string,
  label: string,
  kind: string | null,
  lands: Landing,
  needs: ComponentKind | null = null,
): DoorChoice => ({ id, label, kind, lands, needs })
const only = (kind: string | null, lands: Landing): readonly DoorChoice[] => [choice('only', '', kind, lands)]

export const DOORS: readonly Door[] = [
  {
    id: 'new',
    label: 'New springs',
    what: 'It sags under its load, and has no air yet.',
    choices: only(null, TRUCK),
  },
  {
    id: 'control',
    label: 'A control for springs filled by hand',
    what: 'Springs and fill valves stay; filling is to be done from the cab.',
    choices: only('control', THERE),
  },
  {
    id: 'more-air',
    label: 'More air',
    what: 'A tank, tyres or tools, on what is there.',
    choices: [
      choice('tank', 'A tank behind the compressor', 'tank', THERE),
      choice('on-board', 'On-board air for a control', 'air', THERE),
      choice('tyres', 'A coupler for tyres or tools', 'tyres', THERE),
    ],
  },
  {
    id: 'repair',
    label: 'A repair',
    what: 'You know which part is dead.',
    choices: [
      choice('compressor', 'The compressor', 'compressor', THERE),
      choice('drowned', 'The compressor, it drowned', 'drowned', THERE),
      choice('solenoid', 'The compressor; on-board air takes over', 'solenoid', THERE),
      choice('block', 'The valve block', 'block', THERE),
      choice('line', 'A chafed line', 'line', THERE),
    ],
  },
  {
    id: 'wrong',
    label: 'What is wrong?',
    what: 'It does not do what it should, and nobody knows why.',
    choices: [
      choice('sinks', 'It sinks, or hisses', 'leak', SOAP),
      choice('one-side', 'It fills one side only, or not at all', 'leak', FUNCTIONS),
      choice('stops-not', 'It does not stop, or does not let down', 'leak', FUNCTIONS, 'compressor'),
      choice('fuse', 'It blows its fuse, or runs weak', 'leak', METER, 'compressor'),
      choice('remote', 'The remote does nothing', 'leak', FUNCTIONS, 'block'),
    ],
  },
  {
    id: 'moved',
    label: 'Parts from another truck',
    what: 'Used parts move here: they are looked at first.',
    choices: only('move', THERE),
  },
  {
    id: 'larger',
    label: 'Larger springs',
    what: 'Lines and control stay.',
    choices: only('springs', THERE),
  },
  {
    id: 'check',
    label: 'Check a used truck',
    what: 'Everything stays; it is looked at, filled and proved.',
    choices: only('leak', { stage: 'build', drawer: 'make-ready' }),
  },
]

/** A door and one of its choices; null if there is none of that id. */
export function doorOf(door: string, id = 'only'): DoorChoice | null {
  return DOORS.find((one) => one.id === door)?.choices.find((one) => one.id === id) ?? null
}

/** Circuits that may be on the truck already. Empty where nothing has to be there. */
export const foundsOf = ({ kind, needs }: DoorChoice): readonly { id: Archetype; label: string }[] =>
  kind === null
    ? []
    : ARCHETYPES.filter(
        ({ id }) =>
          jobKind(kind).founds.includes(id) &&
          (needs === null || firstOfKind(startingCircuit(id), needs) !== null),
      )
/** What it may become. Empty where the circuit stays as it is. */
export const targetsOf = ({ kind }: DoorChoice): readonly { id: Archetype; label: string }[] =>
  kind === null ? [] : ARCHETYPES.filter(({ id }) => jobKind(kind).targets.includes(id))

/** What is said of a new job besides its truck. */
export interface Begun {
  choice: DoorChoice
  found: Archetype | null
  target: Archetype | null
  /** Usual load on the bed, kg; null if nobody said. */
  load: number | null
}

/** What of a new job its kind does not have, in words; null if all of it fits together. */
export function misfit({ choice, found, target }: Begun): string | null {
  const lacks = (of: readonly { id: Archetype; label: string }[], said: Archetype | null) =>
    said !== null && !of.some(({ id }) => id === said)
  const names = (of: readonly { label: string }[]) => of.map(({ label }) => label).join('; ') || 'nothing'
  if (lacks(foundsOf(choice), found))
    return `This kind of job does not begin from that circuit. It begins from: ${names(foundsOf(choice))}.`
  if (lacks(targetsOf(choice), target))
    return `This kind of job does not make that circuit. It makes: ${names(targetsOf(choice))}.`
  return null
}

/** A plan that begins with a kind of job; where nobody said a circuit, with its first one. */
export function begunWith(plan: Plan, { choice, found, target, load }: Begun): Plan {
  const laden = load === null ? plan : withLoad(plan, load)
  if (choice.kind === null) return laden
  const there = found ?? foundsOf(choice)[0]?.id ?? null
  const becomes = target ?? targetsOf(choice)[0]?.id ?? there ?? laden.air.archetype
  const { kind } = choice
  return applyEdit(laden, beginJob(laden.air, kind, there, becomes).patches)
}

function withLoad(plan: Plan, load: number): Plan {
  const [id, haul] = Object.entries(plan.hauls)[0]!
  return { ...plan, hauls: { ...plan.hauls, [id]: { ...haul, items: { load: oneMass(plan.truck, load) } } } }
}

/** A load as one mass in the middle of the bed, until somebody says more of it at Load. */
export function oneMass({ bed }: Pick<Truck, 'bed'>, mass: number): Haul['items'][string] {
  const middle = Math.round(((bed.front + bed.rear) / 2) * 1000) / 1000
  return newItem('Load', 1, mass, middle, 0, [1, 1, 0.6])
}
