import { allOfKinds, firstOfKind } from '../air/circuit/connections'
import { ARCHETYPES, startingCircuit } from '../air/circuit/startingCircuits'
import { circuitPatches } from '../air/circuit/changeCircuit'
import { addCoupler } from '../air/circuit/additions'
import { allIn, fromTo, retrofitted } from '../air/circuit/retrofit'
import {
  type AirPlan,
  type Archetype,
  type Circuit,
  type Component,
  type FailedBy,
  type Found,
  type PartState,
  NOT_LOOKED_AT,
  type ComponentKind,
} from '../document/types'
import type { Remedy } from '../quantity/figure'

/** As much of a plan's air as a kind of job makes. */
type JobAir = Pick<AirPlan, 'components' | 'lines' | 'gone'>

/** Kinds of job to begin from: what is there, what it becomes, and what is done with each part on the way. */

export interface JobKind {
  id: string
  label: string
  what: string
  /** Circuits that may be there already; none where nothing is. */
  founds: readonly Archetype[]
  /** What it may become; none where the circuit stays as it is. */
  targets: readonly Archetype[]
  /** Whether the air set that is there is no part of the circuit found: it stays, of whatever class. */
  keepsAir?: boolean
  /** The parts and lines as they will be. */
  make(found: Archetype | null, target: Archetype, air: AirPlan): JobAir
}

const ALL: readonly Archetype[] = ARCHETYPES.map((a) => a.id)
const HAND: readonly Archetype[] = ['hand-teed', 'hand-two']
const CONTROLS: readonly Archetype[] = ['wireless-single', 'wireless-dual', 'cab-gauge', 'electronic']
const TANKED: readonly Archetype[] = ALL.filter((id) => firstOfKind(startingCircuit(id), 'tank') !== null)
const WITH_COMPRESSOR: readonly Archetype[] = ALL.filter(
  (id) => firstOfKind(startingCircuit(id), 'compressor') !== null,
)
const WITH_BLOCK: readonly Archetype[] = ALL.filter(
  (id) => firstOfKind(startingCircuit(id), 'block') !== null,
)

const NOTHING: Circuit = { components: {}, lines: {} }
/** Everything there and kept. */
const asItIs = (id: Archetype) => ({ ...allIn(startingCircuit(id), 'kept'), gone: NOTHING })

/** What is there, with parts of some kinds changed. */
function withParts(
  id: Archetype,
  kinds: readonly ComponentKind[],
  change: (c: Component) => Component,
): JobAir {
  const circuit = asItIs(id)
  for (const part of allOfKinds(circuit, ...kinds))
    circuit.components[part] = change(circuit.components[part]!)
  return circuit
}

const replaced =
  (failedBy: FailedBy | null) =>
  (c: Component): Component => ({
    ...c,
    state: 'replaced',
    found: failedBy === null ? c.found : { ...c.found, condition: 'failed', failedBy },
  })

const kind = (
  id: string,
  label: string,
  what: string,
  [founds, targets]: [readonly Archetype[], readonly Archetype[]],
  make: (found: Archetype, target: Archetype, air: AirPlan) => JobAir,
  rest: Pick<JobKind, 'keepsAir'> = {},
): JobKind => ({
  ...rest,
  id,
  label,
  what,
  founds,
  targets,
  make: (found, target, air) => make(found ?? target, target, air),
})

/** Parts that wait in a job whose bags come first: what makes air, and what gives it out. */
const WAITS: readonly ComponentKind[] = ['compressor', 'filter', 'dryer', 'block', 'check', 'cabSwitch']

/** A circuit with its bags and hand fill now, and all else later. */
function bagsNow(target: Archetype): JobAir {
  const { components, lines } = startingCircuit(target)
  const state = (c: Component): PartState => (WAITS.includes(c.kind) ? 'later' : 'new')
  const parts = Object.fromEntries(
    Object.entries(components).map(([id, c]) => [id, { ...c, state: state(c) }]),
  )
  const waits = (id: string) => parts[id]!.state === 'later'
  return {
    components: parts,
    lines: Object.fromEntries(
      Object.entries(lines).map(([id, l]) => [
        id,
        { ...l, state: waits(l.from) && waits(l.to) ? ('later' as const) : ('new' as const) },
      ]),
    ),
    gone: NOTHING,
  }
}

/** What is there, and a coupler on its tank. */
const withCoupler = (found: Archetype, _target: Archetype, air: AirPlan): JobAir =>
  addCoupler({ ...air, ...asItIs(found) })

const WITHOUT_COUPLER = TANKED.filter((id) => firstOfKind(startingCircuit(id), 'coupler') === null)

export const JOB_KINDS: readonly JobKind[] = [
  {
    id: 'whole',
    label: 'Whole kit',
    what: 'Nothing is there: everything is bought and fitted.',
    founds: [],
    targets: ALL,
    make: (_found, target) => ({ ...startingCircuit(target), gone: NOTHING }),
  },
  kind(
    'control',
    'Add a control to hand-filled springs',
    'Springs and fill valves stay; compressor, block and their lines come.',
    [HAND, CONTROLS],
    fromTo,
  ),
  kind(
    'control-on-air',
    'Add a control on air that is there',
    'Springs filled by hand and an on-board tank are there; a control joins them.',
    [HAND, ['onboard-wireless', 'app-block', 'tank-wireless', 'tank-paddles']],
    controlOnAir,
    { keepsAir: true },
  ),
  kind(
    'air',
    'Add on-board air to a control',
    'What of the control serves on stays; a tank and its guards come, and feed it.',
    [
      ['wireless-single', 'wireless-dual'],
      ['tank-wireless', 'onboard-wireless', 'app-block'],
    ],
    fromTo,
  ),
  kind(
    'tank',
    'Add a tank',
    'The compressor fills a tank instead of the springs.',
    [
      ['wireless-dual', 'cab-gauge'],
      ['tank-wireless', 'tank-paddles'],
    ],
    fromTo,
  ),
  kind(
    'tyres',
    'Add a coupler for tyres or tools',
    'A coupler is put on the tank that is there.',
    [WITHOUT_COUPLER, []],
    withCoupler,
  ),
  kind(
    'springs',
    'Enlarge or replace springs',
    'New springs on the lines and the control that are there.',
    [ALL, []],
    (found) => withParts(found, ['spring'], replaced(null)),
  ),
  kind(
    'compressor',
    'Repair: compressor, the same again',
    'The failed one comes off, the same goes in.',
    [WITH_COMPRESSOR, []],
    (found) => withParts(found, ['compressor'], replaced('unknown')),
  ),
  kind(
    'drowned',
    'Repair: compressor drowned, higher and drier',
    'It got wet: the new one goes higher, its filter with it.',
    [WITH_COMPRESSOR, []],
    (found) =>
      withParts(found, ['compressor', 'filter'], (c) => replaced(c.kind === 'compressor' ? 'wet' : null)(c)),
  ),
  kind(
    'solenoid',
    'Repair: no compressor, a solenoid on existing air',
    'The failed compressor comes off; a tank that is there feeds the block through a solenoid and a small bore.',
    [['wireless-single', 'wireless-dual'], ['onboard-wireless']],
    onExistingAir,
    { keepsAir: true },
  ),
  kind('block', 'Repair: valve block', 'The block comes off, the same goes in.', [WITH_BLOCK, []], (found) =>
    withParts(found, ['block'], replaced('unknown')),
  ),
  kind(
    'leak',
    'Everything stays: a leak, or a look over',
    'Everything stays; what leaks is found at Prove, then replaced or seated anew.',
    [ALL, []],
    asItIs,
  ),
  kind(
    'line',
    'Repair: chafed lines',
    'The lines to the springs are run anew, clear of what they rubbed on.',
    [ALL, []],
    (found) => {
      const circuit = asItIs(found)
      for (const [id, l] of Object.entries(circuit.lines))
        if ([l.from, l.to].some((part) => circuit.components[part]?.kind === 'spring'))
          circuit.lines[id] = { ...l, state: 'replaced' }
      return circuit
    },
  ),
  kind(
    'move',
    'Move parts from another truck',
    'Nothing is bought but tube and fittings: what comes from the other truck is looked at first.',
    [[], ALL],
    (_found, target) => {
      const circuit = { ...startingCircuit(target), gone: NOTHING }
      for (const [id, c] of Object.entries(circuit.components))
        if (c.kind !== 'tee' && c.kind !== 'plug') circuit.components[id] = { ...c, used: true }
      return circuit
    },
  ),
  kind(
    'later',
    'Bags now, compressor later',
    'Springs and hand fill now; compressor and control have their place, ports and tubes kept free.',
    [[], ['wireless-single', 'wireless-dual']],
    (_found, target) => bagsNow(target),
  ),
  kind(
    'fit-later-ones',
    'Fit what was left for later',
    'Springs and hand fill are there, plugged for it; compressor and control come now.',
    [['wireless-single', 'wireless-dual'], []],
    fitWhatWaited,
  ),
  kind(
    'back',
    'A step back: back to hand fill',
    'The control is taken out; springs and hand fill stay.',
    [WITH_COMPRESSOR, HAND],
    fromTo,
  ),
  kind(
    'all-out',
    'A step back: everything taken out',
    'Springs and all that fills them come off; the truck stands on its steel springs again.',
    [ALL, []],
    (found) => ({ ...NOTHING, gone: allIn(startingCircuit(found), 'out') }),
  ),
]

/** What an on-board air set that is there already consists of. */
const ON_BOARD: readonly ComponentKind[] = [
  'compressor',
  'filter',
  'check',
  'tank',
  'relief',
  'drain',
  'pressureSwitch',
  'coupler',
]

/** The on-board air set of a circuit. */
function boardOf({ components, lines }: Circuit): Circuit {
  const board = Object.fromEntries(Object.entries(components).filter(([, c]) => ON_BOARD.includes(c.kind)))
  return {
    components: board,
    lines: Object.fromEntries(Object.entries(lines).filter(([, l]) => board[l.from] && board[l.to])),
  }
}
const together = (one: Circuit, other: Circuit): Circuit => ({
  components: { ...one.components, ...other.components },
  lines: { ...one.lines, ...other.lines },
})

/** Springs filled by hand, and an on-board air set beside them: both stay, and meet in a control. */
function controlOnAir(found: Archetype, target: Archetype): JobAir {
  const will = startingCircuit(target)
  return retrofitted(allIn(together(startingCircuit(found), boardOf(will)), 'kept'), will)
}

/** Compressor out, with why it failed; a tank that is there, filled by a compressor of its own, feeds the block. */
function onExistingAir(found: Archetype, target: Archetype): JobAir {
  const will = startingCircuit(target)
  const old = withOldOnes(startingCircuit(found), ['compressor', 'filter'])
  const made = retrofitted(allIn(together(old, boardOf(will)), 'kept'), will)
  const failed = made.gone.components['old-compressor']!
  return {
    ...made,
    gone: {
      ...made.gone,
      components: { ...made.gone.components, 'old-compressor': { ...failed, found: DROWNED } },
    },
  }
}
const DROWNED: Found = { ...NOT_LOOKED_AT, condition: 'failed', failedBy: 'wet' }

/** The circuit with parts of some kinds, and the lines on them, named old: others of their kind are there too. */
function withOldOnes({ components, lines }: Circuit, kinds: readonly ComponentKind[]): Circuit {
  const isOld = (id: string) => kinds.includes(components[id]!.kind)
  const name = (id: string) => (isOld(id) ? `old-${id}` : id)
  return {
    components: Object.fromEntries(
      Object.entries(components).map(([id, c]) => [
        name(id),
        isOld(id) ? { ...c, label: `Old ${c.label.toLowerCase()}` } : c,
      ]),
    ),
    lines: Object.fromEntries(
      Object.entries(lines).map(([id, l]) => [
        isOld(l.from) || isOld(l.to) ? `old-${id}` : id,
        { ...l, from: name(l.from), to: name(l.to) },
      ]),
    ),
  }
}

/** Bags and hand fill there, what waited now fitted. */
function fitWhatWaited(found: Archetype): JobAir {
  const before = bagsNow(found)
  const now = (state: PartState): PartState => (state === 'later' ? 'new' : 'kept')
  return {
    components: Object.fromEntries(
      Object.entries(before.components).map(([id, c]) => [id, { ...c, state: now(c.state) }]),
    ),
    lines: Object.fromEntries(
      Object.entries(before.lines).map(([id, l]) => [id, { ...l, state: now(l.state) }]),
    ),
    gone: NOTHING,
  }
}

export const jobKind = (id: string): JobKind => JOB_KINDS.find((k) => k.id === id) ?? JOB_KINDS[0]!

/**
 * What a kind of job makes of a plan's air: circuit, states and the classes it wants. A compressor or block
 * that stays and is not of the class wanted has another put in its place.
 */
export function beginJob(air: AirPlan, id: string, found: Archetype | null, target: Archetype): Remedy {
  const chosen = jobKind(id)
  const becomes = chosen.targets.length > 0 ? target : (found ?? target)
  const before = found === null ? air : { ...air, ...classesAfter(air, found) }
  const after = { ...before, ...classesAfter(before, becomes) }
  const made = chosen.make(found, target, after)
  const components = Object.fromEntries(
    Object.entries(made.components).map(([part, c]) => [
      part,
      chosen.keepsAir && c.kind === 'compressor' ? c : stronger(c, before, after),
    ]),
  )
  const patch = (key: keyof AirPlan, value: unknown) => ({
    op: 'replace' as const,
    path: ['air', key],
    value,
  })
  return {
    label: chosen.label,
    patches: [
      patch('archetype', becomes),
      patch('components', components),
      patch('lines', made.lines),
      patch('gone', made.gone),
      patch('blockClass', after.blockClass),
      patch('compressorClass', after.compressorClass),
    ],
  }
}

type Classes = Pick<AirPlan, 'blockClass' | 'compressorClass'>
/** The classes a starting circuit takes. */
function classesAfter(air: AirPlan, archetype: Archetype): Partial<Classes> {
  const patches = circuitPatches(air, archetype).filter((p) => p.path.at(-1)!.endsWith('Class'))
  return Object.fromEntries(patches.map((p) => [p.path[1], p.value])) as Partial<Classes>
}
const stronger = (c: Component, before: Classes, after: Classes): Component => {
  const changes =
    (c.kind === 'compressor' && before.compressorClass !== after.compressorClass) ||
    (c.kind === 'block' && before.blockClass !== after.blockClass)
  return changes && c.state === 'kept' ? { ...c, state: 'replaced' } : c
}
