import type { ComponentKind } from '../catalog/components'
import {
  DIRECT,
  type AirLine,
  type AirPath,
  type AirPlan,
  type Archetype,
  type Circuit,
  type Component,
  type Side,
} from '../plan/types'
import { newComponent, portsOf, type PartsOf } from './parts'

export interface ArchetypeEntry {
  id: Archetype
  label: string
  what: string
  teed: boolean
  powered: boolean
  /** Classes the circuit wants of the plan: its block, and a compressor that reaches its cut-out. */
  block: string | null
  compressor: string | null
}

const entry = (
  id: Archetype,
  label: string,
  what: string,
  rest: Partial<ArchetypeEntry> = {},
): ArchetypeEntry => ({ id, label, what, teed: false, powered: true, block: null, compressor: null, ...rest })

/** The starting circuits. Each is data the user may edit afterwards. */
export const ARCHETYPES: readonly ArchetypeEntry[] = [
  entry(
    'hand-teed',
    'Hand fill, teed',
    'One fill valve, one tee, both springs at one pressure. Nothing to wire.',
    { teed: true, powered: false },
  ),
  entry('hand-two', 'Hand fill, two lines', 'A fill valve for each spring: side-to-side trim by hand.', {
    powered: false,
  }),
  entry(
    'wireless-single',
    'Compressor, single path, wireless',
    'Compressor and one-outlet valve block, teed springs, hand fill kept as back-up.',
    { teed: true, block: 'block-one' },
  ),
  entry(
    'wireless-dual',
    'Compressor, dual path, wireless',
    'Compressor, dryer and two-outlet valve block, a line for each spring, hand fill kept on both.',
    { block: 'block-two' },
  ),
  entry(
    'cab-gauge',
    'Compressor, gauge and switch in the cab',
    'Up switch, bleed valve and gauge at the dash; a pressure switch keeps the minimum.',
    { teed: true },
  ),
  entry(
    'tank-wireless',
    'Tank, wireless dual path',
    'Compressor, tank and its guards, two-outlet block, quick-coupler for tyres.',
    { block: 'block-two', compressor: 'compact' },
  ),
  entry(
    'tank-paddles',
    'Tank, paddle valves in the cab',
    'Supply to the dash, a paddle valve and a line back for each spring, dual gauge.',
    { compressor: 'compact' },
  ),
  entry(
    'high-flow',
    'High flow with accessories',
    '14 bar tank and manifold: paddles through a regulator, coupler at the bumper, horn by solenoid.',
    { compressor: 'medium' },
  ),
  entry(
    'onboard-wireless',
    'On-board air feeds a wireless block',
    'A solenoid and a small bore stand between the tank and the block.',
    { block: 'block-two', compressor: 'compact' },
  ),
  entry(
    'app-block',
    'App-driven block on on-board air',
    'Tank straight to a solenoid block with presets in the app.',
    { block: 'block-app-two', compressor: 'compact' },
  ),
  entry(
    'height-valve',
    'Mechanical levelling',
    'Height-control valve on the axle, check valve, dump valve and gauge in the cab.',
    { teed: true, compressor: 'compact' },
  ),
  entry(
    'electronic',
    'Electronic levelling',
    'Height sensors and a controller work the block by themselves.',
    { block: 'block-two' },
  ),
  entry(
    'engine-driven',
    'Engine-driven supply',
    'Belt-driven compressor with a clutch, or boost, through a check valve into the tank.',
    { powered: false },
  ),
]

/** Kinds at which air may be held back: what lies beyond may stand at another pressure. */
const CLOSED: readonly ComponentKind[] = [
  'block',
  'paddle',
  'compressor',
  'belt',
  'boost',
  'handFill',
  'solenoid',
  'heightValve',
  'regulator',
  'dualGauge',
]

type PartNote = [ComponentKind, string, string?]
const sideOf = (id: string): Side | null => (/-(left|right)$/.exec(id)?.[1] as Side | undefined) ?? null

/**
 * A circuit from short notes. Lines read `from.port > to.port`, `=` for parts screwed together, with an id before a colon
 * (else both parts' ids) and a tube class behind a tilde where it is not the plan's.
 */
function circuit(parts: Record<string, PartNote>, lines: string[]): Circuit {
  const components = Object.fromEntries(
    Object.entries(parts).map(([id, [kind, label, className]]): [string, Component] => [
      id,
      newComponent(kind, label, sideOf(id), className ?? null),
    ]),
  )
  const joined = lines.map((text): [string, AirLine] => {
    const [, id, from, fromPort, join, to, toPort, tube] =
      /^(?:([\w-]+): )?([\w-]+)\.(\w+) ([>=]) ([\w-]+)\.(\w+)(?: ~([\w-]+))?$/.exec(text)!
    return [
      id ?? `${from}-${to}`,
      {
        from: from!,
        fromPort: fromPort!,
        to: to!,
        toPort: toPort!,
        path: 'supply',
        tube: join === '=' ? DIRECT : (tube ?? null),
      },
    ]
  })
  return retrace({ components, lines: Object.fromEntries(joined) })
}

const SPRINGS: Record<string, PartNote> = {
  'spring-left': ['spring', 'Left spring'],
  'spring-right': ['spring', 'Right spring'],
}
const PUMP: Record<string, PartNote> = {
  filter: ['filter', 'Inlet filter'],
  compressor: ['compressor', 'Compressor'],
}
const BLOCK: Record<string, PartNote> = { block: ['block', 'Valve block'] }
const INTAKE = 'intake: filter.out > compressor.in'
const HAND: Record<string, PartNote> = {
  'tee-left': ['tee', 'Left tee'],
  'tee-right': ['tee', 'Right tee'],
  'fill-left': ['handFill', 'Left fill valve'],
  'fill-right': ['handFill', 'Right fill valve'],
}
const both = (of: (side: Side, n: number) => string[]) => [...of('left', 1), ...of('right', 2)]
/** Outlets of a block, or paddles, to each spring with its hand fill teed in. */
const toSprings = (from: (side: Side, n: number) => string) =>
  both((s, n) => [
    `block-${s}: ${from(s, n)} > tee-${s}.a`,
    `tee-spring-${s}: tee-${s}.b > spring-${s}.port`,
    `fill-line-${s}: fill-${s}.out > tee-${s}.c`,
  ])
/** Tank with everything a tank must have. */
const store = (tank?: string, relief?: string, limits?: string): Record<string, PartNote> => ({
  check: ['check', 'Check valve'],
  tank: ['tank', 'Tank', tank],
  relief: ['relief', 'Relief valve', relief],
  drain: ['drain', 'Drain'],
  switch: ['pressureSwitch', 'Pressure switch', limits],
})
const guards = (from: string, tube = '') => [
  `charge: ${from} > check.in${tube}`,
  'check.out = tank.in',
  'relief.in = tank.relief',
  'drain.in = tank.drain',
  'switch.in = tank.gauge',
]
/** Paddles fed from a tee at the dash, a dual gauge teed into the lines back. */
const PADDLES: Record<string, PartNote> = {
  dash: ['tee', 'Supply tee at the dash'],
  'paddle-left': ['paddle', 'Left paddle'],
  'paddle-right': ['paddle', 'Right paddle'],
  'gauge-tee-left': ['tee', 'Left gauge tee'],
  'gauge-tee-right': ['tee', 'Right gauge tee'],
  gauge: ['dualGauge', 'Dual gauge'],
  ...HAND,
}
const PADDLE_LINES = [
  ...both((s) => [
    `dash.${s === 'left' ? 'b' : 'c'} > paddle-${s}.in`,
    `paddle-${s}.out > gauge-tee-${s}.a`,
    `gauge-tee-${s}.c > gauge.${s}`,
  ]),
  ...toSprings((s) => `gauge-tee-${s}.b`),
]
const SECOND = { 'plug-out': ['plug', 'Plug'] as PartNote }
const SECOND_LINE = 'plug-out.in = tank.out2'

const CIRCUITS: Record<Archetype, Circuit> = {
  'hand-teed': circuit(
    { ...SPRINGS, fill: ['handFill', 'Fill valve'], split: ['tee', 'Tee between springs'] },
    [
      'fill-split: fill.out > split.a',
      'split-left: split.b > spring-left.port',
      'split-right: split.c > spring-right.port',
    ],
  ),
  'hand-two': circuit(
    {
      ...SPRINGS,
      'fill-left': ['handFill', 'Left fill valve'],
      'fill-right': ['handFill', 'Right fill valve'],
    },
    both((s) => [`line-${s}: fill-${s}.out > spring-${s}.port`]),
  ),
  'wireless-single': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...BLOCK,
      'fill-tee': ['tee', 'Tee for hand fill'],
      fill: ['handFill', 'Fill valve'],
      split: ['tee', 'Tee between springs'],
    },
    [
      INTAKE,
      'supply: compressor.out > block.in',
      'block-tee: block.out1 > fill-tee.a',
      'fill-line: fill.out > fill-tee.c',
      'tee-split: fill-tee.b > split.a',
      'split-left: split.b > spring-left.port',
      'split-right: split.c > spring-right.port',
    ],
  ),
  'wireless-dual': circuit({ ...SPRINGS, ...PUMP, ...BLOCK, dryer: ['dryer', 'Dryer'], ...HAND }, [
    INTAKE,
    'to-dryer: compressor.out > dryer.in',
    'supply: dryer.out > block.in',
    ...toSprings((_s, n) => `block.out${n}`),
  ]),
  'cab-gauge': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      check: ['check', 'Check valve'],
      switch: ['pressureSwitch', 'Keep-up switch', 'switch-minimum'],
      up: ['cabSwitch', 'Up switch'],
      'switch-tee': ['tee', 'Tee for the switch'],
      'fill-tee': ['tee', 'Tee for hand fill'],
      fill: ['handFill', 'Fill valve'],
      dash: ['tee', 'Tee to the dash'],
      'gauge-tee': ['tee', 'Gauge tee'],
      gauge: ['gauge', 'Gauge'],
      bleed: ['dump', 'Bleed valve', 'dump-bleed'],
      split: ['tee', 'Tee between springs'],
    },
    [
      INTAKE,
      'supply: compressor.out > check.in',
      'check.out > switch-tee.a',
      'switch.in = switch-tee.c',
      'switch-tee.b > fill-tee.a',
      'fill-line: fill.out > fill-tee.c',
      'fill-tee.b > dash.a',
      'dash.c > gauge-tee.a',
      'gauge-tee.b > gauge.in',
      'gauge-tee.c > bleed.in',
      'dash.b > split.a',
      'split-left: split.b > spring-left.port',
      'split-right: split.c > spring-right.port',
    ],
  ),
  'tank-wireless': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...store(),
      ...BLOCK,
      dryer: ['dryer', 'Dryer'],
      coupler: ['coupler', 'Quick-coupler'],
      ...HAND,
    },
    [
      INTAKE,
      ...guards('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > block.in',
      'tank.out2 > coupler.in',
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'tank-paddles': circuit(
    { ...SPRINGS, ...PUMP, ...store(), dryer: ['dryer', 'Dryer'], ...PADDLES, ...SECOND },
    [
      INTAKE,
      ...guards('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > dash.a',
      SECOND_LINE,
      ...PADDLE_LINES,
    ],
  ),
  'high-flow': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...store('tank-19', 'relief-1551', 'switch-1138-1379'),
      dryer: ['dryer', 'Dryer', 'dryer-large'],
      manifold: ['manifold', 'Manifold'],
      regulator: ['regulator', 'Spring regulator'],
      ...PADDLES,
      coupler: ['coupler', 'Bumper coupler'],
      'horn-valve': ['solenoid', 'Horn solenoid'],
      horn: ['horn', 'Signal horn'],
      'plug-four': ['plug', 'Plug'],
      ...SECOND,
    },
    [
      INTAKE,
      ...guards('compressor.out', ' ~braided-1-4'),
      'to-dryer: tank.out1 > dryer.in ~braided-1-4',
      'supply: dryer.out > manifold.in ~braided-1-4',
      'manifold.out1 = regulator.in',
      'regulator.out > dash.a',
      'manifold.out2 > coupler.in ~braided-1-4',
      'manifold.out3 > horn-valve.in ~braided-1-4',
      'horn-valve.out > horn.in ~braided-1-4',
      'plug-four.in = manifold.out4',
      SECOND_LINE,
      ...PADDLE_LINES,
    ],
  ),
  'onboard-wireless': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...store(),
      dryer: ['dryer', 'Dryer'],
      'feed-valve': ['solenoid', 'Feed solenoid'],
      bore: ['restrictor', 'Small bore'],
      ...BLOCK,
      coupler: ['coupler', 'Quick-coupler'],
      ...HAND,
    },
    [
      INTAKE,
      ...guards('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'dryer.out > feed-valve.in',
      'feed-valve.out > bore.in',
      'supply: bore.out > block.in',
      'tank.out2 > coupler.in',
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'app-block': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...store(),
      dryer: ['dryer', 'Dryer'],
      bore: ['restrictor', 'Small bore'],
      ...BLOCK,
      ...HAND,
      ...SECOND,
    },
    [
      INTAKE,
      ...guards('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'dryer.out > bore.in',
      'supply: bore.out > block.in',
      SECOND_LINE,
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'height-valve': circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...store(undefined, 'relief-862', 'switch-621-827'),
      dryer: ['dryer', 'Dryer'],
      height: ['heightValve', 'Height-control valve'],
      hold: ['check', 'Spring check valve'],
      'dump-tee': ['tee', 'Dump tee'],
      dump: ['dump', 'Dump valve'],
      'gauge-tee': ['tee', 'Gauge tee'],
      gauge: ['gauge', 'Gauge'],
      'fill-tee': ['tee', 'Tee for hand fill'],
      fill: ['handFill', 'Fill valve'],
      split: ['tee', 'Tee between springs'],
      ...SECOND,
    },
    [
      INTAKE,
      ...guards('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > height.in',
      SECOND_LINE,
      'height.out > hold.in',
      'hold.out > dump-tee.a',
      'dump-tee.c > gauge-tee.a',
      'gauge-tee.b > gauge.in',
      'gauge-tee.c > dump.in',
      'dump-tee.b > fill-tee.a',
      'fill-line: fill.out > fill-tee.c',
      'fill-tee.b > split.a',
      'split-left: split.b > spring-left.port',
      'split-right: split.c > spring-right.port',
    ],
  ),
  electronic: circuit(
    {
      ...SPRINGS,
      ...PUMP,
      ...BLOCK,
      dryer: ['dryer', 'Dryer'],
      ...HAND,
      'height-left': ['heightSensor', 'Left height sensor'],
      'height-right': ['heightSensor', 'Right height sensor'],
      controller: ['controller', 'Levelling controller'],
    },
    [
      INTAKE,
      'to-dryer: compressor.out > dryer.in',
      'supply: dryer.out > block.in',
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'engine-driven': circuit(
    {
      ...SPRINGS,
      filter: ['filter', 'Inlet filter'],
      belt: ['belt', 'Belt-driven compressor'],
      'cab-switch': ['cabSwitch', 'Cab switch'],
      ...store(undefined, 'relief-862', 'switch-621-827'),
      dryer: ['dryer', 'Dryer'],
      ...PADDLES,
      ...SECOND,
    },
    [
      'intake: filter.out > belt.in',
      ...guards('belt.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > dash.a',
      SECOND_LINE,
      ...PADDLE_LINES,
    ],
  ),
}

/** Components and lines of an archetype, a fresh copy. */
export function startingCircuit(archetype: Archetype): Circuit {
  return structuredClone(CIRCUITS[archetype])
}

/** Lines at each component. */
function linesAt({ lines }: Circuit): Map<string, { id: string; other: string }[]> {
  const at = new Map<string, { id: string; other: string }[]>()
  const put = (here: string, id: string, other: string) =>
    at.set(here, [...(at.get(here) ?? []), { id, other }])
  for (const [id, l] of Object.entries(lines)) {
    put(l.from, id, l.to)
    put(l.to, id, l.from)
  }
  return at
}

/** Ids of components joined to `start` by lines, not passing into any kind in `closed`, nor along the line `without`. */
export function reach(
  air: Circuit,
  start: string,
  closed: readonly ComponentKind[],
  without?: string,
): Set<string> {
  const at = linesAt(air)
  const seen = new Set([start])
  const queue = [start]
  while (queue.length) {
    for (const { id, other } of at.get(queue.shift()!) ?? []) {
      const component = air.components[other]
      if (id === without || seen.has(other) || !component || closed.includes(component.kind)) continue
      seen.add(other)
      queue.push(other)
    }
  }
  return seen
}

/** Sides of the springs that always stand at the pressure of a component; none for one that can hold air back. */
function sidesAt(air: Circuit, id: string, without?: string): Set<Side> {
  const c = air.components[id]
  if (!c || (CLOSED.includes(c.kind) && c.kind !== 'handFill')) return new Set()
  return new Set(
    [...reach(air, id, CLOSED, without)].flatMap(
      (other) => (air.components[other]!.kind === 'spring' && air.components[other]!.side) || [],
    ),
  )
}

/** Whose air a line carries: one side's, both springs', or the supply's. */
export function pathOf(air: Circuit, id: string): AirPath {
  const l = air.lines[id]!
  for (const end of [l.from, l.to]) {
    const c = air.components[end]
    if (c?.kind === 'spring' && c.side) return c.side
  }
  const sides = new Set([...sidesAt(air, l.from, id), ...sidesAt(air, l.to, id)])
  return sides.size === 2 ? 'both' : ([...sides][0] ?? 'supply')
}

/** The circuit with every line's path as its neighbours now have it. */
export function retrace<T extends Circuit>(air: T): T {
  return {
    ...air,
    lines: Object.fromEntries(
      Object.entries(air.lines).map(([id, l]) => {
        const path = pathOf(air, id)
        return [id, path === l.path ? l : { ...l, path }]
      }),
    ),
  }
}

/** Whether both springs always share one pressure: joined by tube without anything between that could hold air back. */
export function springsTeed(air: Circuit): boolean {
  const springs = Object.entries(air.components)
    .filter(([, c]) => c.kind === 'spring')
    .map(([id]) => id)
  return springs.length > 1 && reach(air, springs[0]!, CLOSED).has(springs[1]!)
}

/** Whether a spring has a fill valve that needs no control and no supply: through tube, or through a valve worked by hand. */
export function backed(air: Circuit, spring: string): boolean {
  return [
    ...reach(air, spring, [
      'block',
      'compressor',
      'belt',
      'boost',
      'solenoid',
      'heightValve',
      'paddle',
      'regulator',
      'dualGauge',
    ]),
  ].some((id) => air.components[id]!.kind === 'handFill')
}

/** Lines of which an end is on no port of the circuit. */
export function looseLines(air: PartsOf & Circuit): string[] {
  const there = (component: string, port: string) => portsOf(air, component).some((p) => p.id === port)
  return Object.entries(air.lines)
    .filter(([, l]) => !there(l.from, l.fromPort) || !there(l.to, l.toPort))
    .map(([id]) => id)
}

/** Lines on a port, as `component.port`. */
export function portUse({ lines }: Circuit): Map<string, string[]> {
  const use = new Map<string, string[]>()
  for (const [id, l] of Object.entries(lines))
    for (const end of [`${l.from}.${l.fromPort}`, `${l.to}.${l.toPort}`])
      use.set(end, [...(use.get(end) ?? []), id])
  return use
}

/** Pressure and intake ports that no line is on. An exhaust stands open by design. */
export function openPorts(air: PartsOf & Circuit): { component: string; port: string }[] {
  const use = portUse(air)
  return Object.keys(air.components).flatMap((id) =>
    portsOf(air, id)
      .filter((p) => p.type !== 'exhaust' && !use.has(`${id}.${p.id}`))
      .map((p) => ({ component: id, port: p.id })),
  )
}

/** First component of a kind. */
export const firstOf = (air: Circuit, kind: ComponentKind): string | null =>
  Object.keys(air.components).find((id) => air.components[id]!.kind === kind) ?? null
/** All components of some kinds. */
export const allOf = (air: Circuit, ...kinds: ComponentKind[]): string[] =>
  Object.keys(air.components).filter((id) => kinds.includes(air.components[id]!.kind))
/** Kinds that make compressed air. */
export const SUPPLIES: readonly ComponentKind[] = ['compressor', 'belt', 'boost']
/** A part in words, in the middle of a sentence. */
export const inWords = (air: AirPlan, id: string) => air.components[id]?.label.toLowerCase() ?? id
