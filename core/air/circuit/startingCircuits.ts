import {
  DIRECT,
  type AirLine,
  type Archetype,
  type Circuit,
  type Component,
  type Side,
  LINE_NOT_LOOKED_AT,
  type ComponentKind,
} from '../../document/types'
import { newComponent } from '../parts/parts'
import { withLinePaths } from './connections'

/**
 * The circuits a plan starts from, written as parts and joints. They are all in one file so that they can be
 * compared: most are another one plus a little more.
 */

export interface ArchetypeEntry {
  id: Archetype
  label: string
  what: string
  teed: boolean
  powered: boolean
  /** Classes the circuit needs: its block, and a compressor that reaches its cut-out. */
  block: string | null
  compressor: string | null
}

const archetype = (
  id: Archetype,
  label: string,
  what: string,
  rest: Partial<ArchetypeEntry> = {},
): ArchetypeEntry => ({ id, label, what, teed: false, powered: true, block: null, compressor: null, ...rest })

/** The starting circuits. Each is data that the user may edit afterwards. */
export const ARCHETYPES: readonly ArchetypeEntry[] = [
  archetype(
    'hand-teed',
    'Hand fill, teed',
    'One fill valve, one tee, both springs at one pressure. Nothing to wire.',
    { teed: true, powered: false },
  ),
  archetype('hand-two', 'Hand fill, two lines', 'A fill valve for each spring: side-to-side trim by hand.', {
    powered: false,
  }),
  archetype(
    'wireless-single',
    'Compressor, single path, wireless',
    'Compressor and one-outlet valve block, teed springs, hand fill kept as back-up.',
    { teed: true, block: 'block-one' },
  ),
  archetype(
    'wireless-dual',
    'Compressor, dual path, wireless',
    'Compressor, dryer and two-outlet valve block, a line for each spring, hand fill kept on both.',
    { block: 'block-two' },
  ),
  archetype(
    'cab-gauge',
    'Compressor, gauge and switch in the cab',
    'Up switch, bleed valve and gauge at the dash; a pressure switch keeps the minimum.',
    { teed: true },
  ),
  archetype(
    'tank-wireless',
    'Tank, wireless dual path',
    'Compressor, tank and its guards, two-outlet block, quick-coupler for tyres.',
    { block: 'block-two', compressor: 'compact' },
  ),
  archetype(
    'tank-paddles',
    'Tank, paddle valves in the cab',
    'Supply to the dash, a paddle valve and a line back for each spring, dual gauge.',
    { compressor: 'compact' },
  ),
  archetype(
    'high-flow',
    'High flow with accessories',
    '14 bar tank and manifold: paddles through a regulator, coupler at the bumper, horn by solenoid.',
    { compressor: 'medium' },
  ),
  archetype(
    'onboard-wireless',
    'On-board air feeds a wireless block',
    'A solenoid and a small bore stand between the tank and the block.',
    { block: 'block-two', compressor: 'compact' },
  ),
  archetype(
    'app-block',
    'App-driven block on on-board air',
    'Tank straight to a solenoid block with presets in the app.',
    { block: 'block-app-two', compressor: 'compact' },
  ),
  archetype(
    'height-valve',
    'Mechanical levelling',
    'Height-control valve on the axle, check valve, dump valve and gauge in the cab.',
    { teed: true, compressor: 'compact' },
  ),
  archetype(
    'electronic',
    'Electronic levelling',
    'Height sensors and a controller work the block by themselves.',
    { block: 'block-two' },
  ),
  archetype(
    'engine-driven',
    'Engine-driven supply',
    'Belt-driven compressor with a clutch, or boost, through a check valve into the tank.',
    { powered: false },
  ),
]

type PartNote = [ComponentKind, string, string?]
const sideOf = (id: string): Side | null => (/-(left|right)$/.exec(id)?.[1] as Side | undefined) ?? null

/**
 * A circuit from short notes. Lines read `from.port > to.port`, with `=` for parts screwed together, an
 * optional id before a colon (otherwise both parts' ids), and a tube class after a tilde if it is not the
 * plan's.
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
        state: 'new',
        found: { ...LINE_NOT_LOOKED_AT },
      },
    ]
  })
  return withLinePaths({ components, lines: Object.fromEntries(joined) })
}

const SPRINGS: Record<string, PartNote> = {
  'spring-left': ['spring', 'Left spring'],
  'spring-right': ['spring', 'Right spring'],
}
const PUMP_PARTS: Record<string, PartNote> = {
  filter: ['filter', 'Inlet filter'],
  compressor: ['compressor', 'Compressor'],
}
const BLOCK_PARTS: Record<string, PartNote> = { block: ['block', 'Valve block'] }
const INTAKE = 'intake: filter.out > compressor.in'
const HAND_FILL_PARTS: Record<string, PartNote> = {
  'tee-left': ['tee', 'Left tee'],
  'tee-right': ['tee', 'Right tee'],
  'fill-left': ['handFill', 'Left fill valve'],
  'fill-right': ['handFill', 'Right fill valve'],
}
const forBothSides = (of: (side: Side, n: number) => string[]) => [...of('left', 1), ...of('right', 2)]
/** Outlets of a block, or paddles, to each spring, with its hand fill teed in. */
const toSprings = (from: (side: Side, n: number) => string) =>
  forBothSides((s, n) => [
    `block-${s}: ${from(s, n)} > tee-${s}.a`,
    `tee-spring-${s}: tee-${s}.b > spring-${s}.port`,
    `fill-line-${s}: fill-${s}.out > tee-${s}.c`,
  ])
/**
 * Tank with everything a tank must have. Relief valve and switch are so low that no single failure takes nylon
 * past its rating.
 */
const tankParts = (
  tank?: string,
  relief = 'relief-862',
  limits = 'switch-621-827',
): Record<string, PartNote> => ({
  check: ['check', 'Check valve'],
  tank: ['tank', 'Tank', tank],
  relief: ['relief', 'Relief valve', relief],
  drain: ['drain', 'Drain'],
  switch: ['pressureSwitch', 'Pressure switch', limits],
})
/** Hot air, and a reversed check valve, reach the hose from the supply: it is braided. */
const tankLines = (from: string) => [
  `charge: ${from} > check.in ~braided-1-4`,
  'check.out = tank.in',
  'relief.in = tank.relief',
  'drain.in = tank.drain',
  'switch.in = tank.gauge',
]
/** Paddles fed from a tee at the dash, with a dual gauge teed into the lines back. */
const PADDLE_PARTS: Record<string, PartNote> = {
  dash: ['tee', 'Supply tee at the dash'],
  'paddle-left': ['paddle', 'Left paddle'],
  'paddle-right': ['paddle', 'Right paddle'],
  'gauge-tee-left': ['tee', 'Left gauge tee'],
  'gauge-tee-right': ['tee', 'Right gauge tee'],
  gauge: ['dualGauge', 'Dual gauge'],
  ...HAND_FILL_PARTS,
}
const PADDLE_LINES = [
  ...forBothSides((s) => [
    `dash.${s === 'left' ? 'b' : 'c'} > paddle-${s}.in`,
    `paddle-${s}.out > gauge-tee-${s}.a`,
    `gauge-tee-${s}.c > gauge.${s}`,
  ]),
  ...toSprings((s) => `gauge-tee-${s}.b`),
]
const PLUG_PARTS = { 'plug-out': ['plug', 'Plug'] as PartNote }
const PLUG_LINE = 'plug-out.in = tank.out2'

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
    forBothSides((s) => [`line-${s}: fill-${s}.out > spring-${s}.port`]),
  ),
  'wireless-single': circuit(
    {
      ...SPRINGS,
      ...PUMP_PARTS,
      ...BLOCK_PARTS,
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
  'wireless-dual': circuit(
    { ...SPRINGS, ...PUMP_PARTS, ...BLOCK_PARTS, dryer: ['dryer', 'Dryer'], ...HAND_FILL_PARTS },
    [
      INTAKE,
      'to-dryer: compressor.out > dryer.in',
      'supply: dryer.out > block.in',
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'cab-gauge': circuit(
    {
      ...SPRINGS,
      ...PUMP_PARTS,
      check: ['check', 'Check valve'],
      switch: ['pressureSwitch', 'Keep-up switch', 'switch-minimum'],
      up: ['cabSwitch', 'Up switch'],
      'relief-tee': ['tee', 'Tee for the relief valve'],
      relief: ['relief', 'Relief valve', 'relief-621'],
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
      'check.out > relief-tee.a',
      'relief.in = relief-tee.c',
      'relief-tee.b > switch-tee.a',
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
      ...PUMP_PARTS,
      ...tankParts(),
      ...BLOCK_PARTS,
      dryer: ['dryer', 'Dryer'],
      coupler: ['coupler', 'Quick-coupler'],
      ...HAND_FILL_PARTS,
    },
    [
      INTAKE,
      ...tankLines('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > block.in',
      'tank.out2 > coupler.in',
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'tank-paddles': circuit(
    { ...SPRINGS, ...PUMP_PARTS, ...tankParts(), dryer: ['dryer', 'Dryer'], ...PADDLE_PARTS, ...PLUG_PARTS },
    [
      INTAKE,
      ...tankLines('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > dash.a',
      PLUG_LINE,
      ...PADDLE_LINES,
    ],
  ),
  'high-flow': circuit(
    {
      ...SPRINGS,
      ...PUMP_PARTS,
      ...tankParts('tank-19', 'relief-1551', 'switch-1138-1379'),
      dryer: ['dryer', 'Dryer', 'dryer-large'],
      manifold: ['manifold', 'Manifold'],
      regulator: ['regulator', 'Spring regulator'],
      'relief-tee': ['tee', 'Tee for the spring relief'],
      'dash-relief': ['relief', 'Spring relief valve', 'relief-931'],
      ...PADDLE_PARTS,
      coupler: ['coupler', 'Bumper coupler'],
      'horn-valve': ['solenoid', 'Horn solenoid'],
      horn: ['horn', 'Signal horn'],
      'plug-four': ['plug', 'Plug'],
      ...PLUG_PARTS,
    },
    [
      INTAKE,
      ...tankLines('compressor.out'),
      'to-dryer: tank.out1 > dryer.in ~braided-1-4',
      'supply: dryer.out > manifold.in ~braided-1-4',
      'manifold.out1 = regulator.in',
      'regulator.out > relief-tee.a',
      'dash-relief.in = relief-tee.c',
      'relief-tee.b > dash.a',
      'manifold.out2 > coupler.in ~braided-1-4',
      'manifold.out3 > horn-valve.in ~braided-1-4',
      'horn-valve.out > horn.in ~braided-1-4',
      'plug-four.in = manifold.out4',
      PLUG_LINE,
      ...PADDLE_LINES,
    ],
  ),
  'onboard-wireless': circuit(
    {
      ...SPRINGS,
      ...PUMP_PARTS,
      ...tankParts(),
      dryer: ['dryer', 'Dryer'],
      'feed-valve': ['solenoid', 'Feed solenoid'],
      bore: ['restrictor', 'Small bore'],
      ...BLOCK_PARTS,
      coupler: ['coupler', 'Quick-coupler'],
      ...HAND_FILL_PARTS,
    },
    [
      INTAKE,
      ...tankLines('compressor.out'),
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
      ...PUMP_PARTS,
      ...tankParts(),
      dryer: ['dryer', 'Dryer'],
      bore: ['restrictor', 'Small bore'],
      ...BLOCK_PARTS,
      ...HAND_FILL_PARTS,
      ...PLUG_PARTS,
    },
    [
      INTAKE,
      ...tankLines('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'dryer.out > bore.in',
      'supply: bore.out > block.in',
      PLUG_LINE,
      ...toSprings((_s, n) => `block.out${n}`),
    ],
  ),
  'height-valve': circuit(
    {
      ...SPRINGS,
      ...PUMP_PARTS,
      ...tankParts(),
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
      ...PLUG_PARTS,
    },
    [
      INTAKE,
      ...tankLines('compressor.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > height.in',
      PLUG_LINE,
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
      ...PUMP_PARTS,
      ...BLOCK_PARTS,
      dryer: ['dryer', 'Dryer'],
      ...HAND_FILL_PARTS,
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
      ...tankParts(),
      dryer: ['dryer', 'Dryer'],
      ...PADDLE_PARTS,
      ...PLUG_PARTS,
    },
    [
      'intake: filter.out > belt.in',
      ...tankLines('belt.out'),
      'to-dryer: tank.out1 > dryer.in',
      'supply: dryer.out > dash.a',
      PLUG_LINE,
      ...PADDLE_LINES,
    ],
  ),
}

/** A fresh copy of an archetype's components and lines. */
export function startingCircuit(archetype: Archetype): Circuit {
  return structuredClone(CIRCUITS[archetype])
}
