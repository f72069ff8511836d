import { ARCHETYPES } from '../air/circuit/startingCircuits'
import { newItem } from '../document/newHaul'
import type { Archetype, Haul, Plan, Truck } from '../document/types'
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

const choice = (id: string, label: string, kind: string | null, lands: Landing): DoorChoice => ({
  id,
  label,
  kind,
  lands,
})
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
      choice('stops-not', 'It does not stop, or does not let down', 'leak', FUNCTIONS),
      choice('fuse', 'It blows its fuse, or runs weak', 'leak', METER),
      choice('remote', 'The remote does nothing', 'leak', FUNCTIONS),
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

/** Circuits that may be there already, by what a choice does with them; empty where nothing has to be there. */
export const foundsOf = ({ kind }: DoorChoice): readonly { id: Archetype; label: string }[] =>
  kind === null ? [] : ARCHETYPES.filter(({ id }) => jobKind(kind).founds.includes(id))
/** What it may become; empty where the circuit stays as it is. */
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

/** A plan that begins with a kind of job. A circuit that the kind does not have is refused by its first one. */
export function begunWith(plan: Plan, { choice: { kind }, found, target, load }: Begun): Plan {
  const laden = load === null ? plan : withLoad(plan, load)
  if (kind === null) return laden
  const { founds, targets } = jobKind(kind)
  const one = (of: readonly Archetype[], said: Archetype | null) =>
    said !== null && of.includes(said) ? said : (of[0] ?? null)
  const there = one(founds, found)
  const becomes = one(targets, target) ?? there ?? laden.air.archetype
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
