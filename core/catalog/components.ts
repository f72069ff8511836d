import type { Quantity } from '../quantity/units'

/**
 * Kinds of part an air circuit is made of, with their ports and the figures the run and the checks need, and generic
 * classes of each. Values are typical of the class (common practice, no published source) unless a line says otherwise;
 * the part's own sheet rules. SI: m³, Pa gauge, m³/(s·Pa) for conductance, A, rad, m.
 */

export type ComponentKind =
  | 'spring'
  | 'handFill'
  | 'tee'
  | 'compressor'
  | 'belt'
  | 'boost'
  | 'filter'
  | 'dryer'
  | 'check'
  | 'tank'
  | 'relief'
  | 'drain'
  | 'pressureSwitch'
  | 'regulator'
  | 'manifold'
  | 'solenoid'
  | 'block'
  | 'paddle'
  | 'restrictor'
  | 'coupler'
  | 'horn'
  | 'gauge'
  | 'dualGauge'
  | 'sensor'
  | 'heightValve'
  | 'heightSensor'
  | 'controller'
  | 'cabSwitch'
  | 'dump'
  | 'plug'

/** `intake` takes in air from outside, `exhaust` gives it back there: both stand open by design. */
export type PortType = 'pressure' | 'intake' | 'exhaust'
export interface Port {
  id: string
  type: PortType
}

export interface FigureSpec {
  id: string
  label: string
  quantity: Quantity
  min: number
  max: number
}

export interface KindEntry {
  label: string
  what: string
  ports: readonly Port[]
  figures: readonly FigureSpec[]
  /** Which of them it takes: on a tube of its own, screwed straight into its neighbour's port, or on wires alone. */
  fits: 'tube' | 'port' | 'wire'
  /** In the cab, within the driver's reach. */
  cab?: boolean
}

const pressure = (...ids: string[]): Port[] => ids.map((id) => ({ id, type: 'pressure' as const }))
const exhaust: Port = { id: 'exhaust', type: 'exhaust' }

const C: FigureSpec = {
  id: 'conductance',
  label: 'Sonic conductance C',
  quantity: 'conductance',
  min: 1e-11,
  max: 1e-6,
}
const B: FigureSpec = { id: 'criticalRatio', label: 'Critical ratio b', quantity: 'plain', min: 0, max: 0.95 }
const MAX: FigureSpec = { id: 'maxPressure', label: 'Rated to', quantity: 'pressure', min: 1000, max: 1e7 }
const AMPS: FigureSpec = { id: 'current', label: 'Current', quantity: 'current', min: 0, max: 500 }
const VOLUME: FigureSpec = { id: 'volume', label: 'Volume', quantity: 'volume', min: 1e-7, max: 1 }
const SET: FigureSpec = { id: 'set', label: 'Set to', quantity: 'pressure', min: 1000, max: 1e7 }
const FREE_AIR: FigureSpec = {
  id: 'freeAir',
  label: 'Free air at no pressure',
  quantity: 'flow',
  min: 1e-6,
  max: 1,
}

// prettier-ignore
export const KINDS: Record<ComponentKind, KindEntry> = {
  spring: { label: 'Spring', what: 'Carries its share of the axle', ports: pressure('port'), figures: [], fits: 'tube' },
  handFill: { label: 'Fill valve', what: 'Filled and let down by hand', ports: pressure('out'), figures: [C, B, MAX], fits: 'tube' },
  tee: { label: 'Tee', what: 'Three ways, always one pressure', ports: pressure('a', 'b', 'c'), figures: [MAX], fits: 'tube' },
  compressor: { label: 'Electric compressor', what: 'Supply from the battery', ports: [{ id: 'in', type: 'intake' }, ...pressure('out')], figures: [FREE_AIR, AMPS, MAX, { id: 'maxRun', label: 'Longest run', quantity: 'time', min: 1, max: 86_400 }], fits: 'tube' },
  belt: { label: 'Belt-driven compressor', what: 'Supply from the engine, through a clutch', ports: [{ id: 'in', type: 'intake' }, ...pressure('out')], figures: [FREE_AIR, { ...AMPS, label: 'Clutch current' }, MAX], fits: 'tube' },
  boost: { label: 'Boost feed', what: 'Supply from the engine’s inlet: never above boost', ports: pressure('out'), figures: [{ ...SET, label: 'Boost' }, C, B], fits: 'tube' },
  filter: { label: 'Inlet filter', what: 'Keeps dust and spray out of the compressor', ports: [{ id: 'out', type: 'intake' }], figures: [], fits: 'tube' },
  dryer: { label: 'Dryer', what: 'Takes the moisture out', ports: pressure('in', 'out'), figures: [C, B, VOLUME, MAX], fits: 'tube' },
  check: { label: 'Check valve', what: 'Lets air one way only', ports: pressure('in', 'out'), figures: [C, B, { id: 'opening', label: 'Opens at', quantity: 'pressure', min: 0, max: 1e6 }, MAX], fits: 'tube' },
  tank: { label: 'Tank', what: 'Stored air', ports: pressure('in', 'out1', 'out2', 'relief', 'gauge', 'drain'), figures: [VOLUME, MAX], fits: 'tube' },
  relief: { label: 'Relief valve', what: 'Opens before the tank is in danger', ports: pressure('in'), figures: [SET, C, B], fits: 'port' },
  drain: { label: 'Drain', what: 'Lets the water out, at the lowest point', ports: pressure('in'), figures: [C, B], fits: 'port' },
  pressureSwitch: { label: 'Pressure switch', what: 'Starts and stops the supply', ports: pressure('in'), figures: [{ id: 'cutIn', label: 'Cut-in', quantity: 'pressure', min: 0, max: 1e7 }, { id: 'cutOut', label: 'Cut-out', quantity: 'pressure', min: 0, max: 1e7 }, { ...AMPS, label: 'Switches up to' }, MAX], fits: 'port' },
  regulator: { label: 'Pressure regulator', what: 'Holds what lies behind it at one pressure', ports: pressure('in', 'out'), figures: [SET, C, B, MAX], fits: 'tube' },
  manifold: { label: 'Distribution manifold', what: 'One supply, several outlets', ports: pressure('in', 'out1', 'out2', 'out3', 'out4', 'out5', 'out6'), figures: [VOLUME, { id: 'outlets', label: 'Outlets', quantity: 'count', min: 2, max: 6 }, MAX], fits: 'tube' },
  solenoid: { label: 'Solenoid valve, 2/2', what: 'Open while it has current', ports: pressure('in', 'out'), figures: [C, B, AMPS, MAX], fits: 'tube' },
  block: { label: 'Valve block', what: 'Fills and vents each outlet', ports: [...pressure('in', 'out1', 'out2', 'out3', 'out4'), exhaust], figures: [C, B, AMPS, MAX], fits: 'tube' },
  paddle: { label: 'Paddle valve', what: 'Up, hold, down by hand from the cab', ports: [...pressure('in', 'out'), exhaust], figures: [C, B, MAX], fits: 'tube', cab: true },
  restrictor: { label: 'Restrictor', what: 'A small bore that slows the air', ports: pressure('in', 'out'), figures: [{ id: 'bore', label: 'Bore', quantity: 'bore', min: 1e-4, max: 0.02 }, MAX], fits: 'tube' },
  coupler: { label: 'Quick-coupler', what: 'Tyres and tools; shuts itself', ports: pressure('in'), figures: [C, B, MAX], fits: 'tube' },
  horn: { label: 'Signal horn', what: 'Sounds while it has air', ports: pressure('in'), figures: [C, B, { ...SET, label: 'Sounds from' }], fits: 'tube' },
  gauge: { label: 'Gauge', what: 'Shows one pressure', ports: pressure('in'), figures: [MAX], fits: 'tube', cab: true },
  dualGauge: { label: 'Dual gauge', what: 'Shows left and right', ports: pressure('left', 'right'), figures: [MAX], fits: 'tube', cab: true },
  sensor: { label: 'Pressure sensor', what: 'Tells a display or a controller the pressure', ports: pressure('in'), figures: [AMPS, MAX], fits: 'port' },
  heightValve: { label: 'Height-control valve', what: 'Fills and vents as the axle’s link moves its arm', ports: [...pressure('in', 'out'), exhaust], figures: [C, B, { id: 'arm', label: 'Arm', quantity: 'length', min: 0.02, max: 1 }, { id: 'deadBand', label: 'Dead band, each way', quantity: 'angle', min: 0, max: 0.5 }, { id: 'fullOpen', label: 'Wide open at', quantity: 'angle', min: 0.01, max: 1.2 }, MAX], fits: 'tube' },
  heightSensor: { label: 'Height sensor', what: 'Tells the controller how high a corner stands', ports: [], figures: [AMPS], fits: 'wire' },
  controller: { label: 'Levelling controller', what: 'Works the block after the heights', ports: [], figures: [{ id: 'delay', label: 'Waits before acting', quantity: 'time', min: 0, max: 600 }, { id: 'band', label: 'Leaves alone within', quantity: 'length', min: 0.001, max: 0.2 }, { id: 'timeOut', label: 'Gives up after', quantity: 'time', min: 1, max: 3600 }, AMPS], fits: 'wire', cab: true },
  cabSwitch: { label: 'Cab switch', what: 'In series with the pressure switch', ports: [], figures: [AMPS], fits: 'wire', cab: true },
  dump: { label: 'Dump valve', what: 'Lets the springs down', ports: [...pressure('in'), exhaust], figures: [C, B, MAX], fits: 'tube', cab: true },
  plug: { label: 'Plug', what: 'Closes a port', ports: pressure('in'), figures: [], fits: 'port' },
}

export interface PartClass {
  id: string
  kind: ComponentKind
  label: string
  figures: Record<string, number>
}

const kPa = (n: number) => n * 1000
/** dm³/(s·bar) to m³/(s·Pa). */
const dm = (n: number) => n * 1e-8
const part = (
  kind: ComponentKind,
  id: string,
  label: string,
  figures: Record<string, number> = {},
): PartClass => ({ id, kind, label, figures })
const bar10 = { maxPressure: kPa(1034) }
const bar14 = { maxPressure: kPa(1379) }
const bar20 = { maxPressure: kPa(2068) }

/** The first class of a kind is the one a new part gets. Compressors, blocks and springs have catalogues of their own. */
// prettier-ignore
export const PARTS: readonly PartClass[] = [
  part('handFill', 'fill-core', 'Valve with core and cap', { conductance: dm(0.12), criticalRatio: 0.3, ...bar20 }),
  part('tee', 'tee-push', 'Push-to-connect tee', bar20),
  part('belt', 'belt-200', 'Belt-driven, 200 L/min, with clutch', { freeAir: 200 / 60_000, current: 4, ...bar10 }),
  part('belt', 'belt-110', 'Belt-driven, 110 L/min, with clutch', { freeAir: 110 / 60_000, current: 3.5, ...bar10 }),
  part('boost', 'boost-207', 'Boost, 207 kPa', { set: kPa(207), conductance: dm(0.6), criticalRatio: 0.4 }),
  part('boost', 'boost-138', 'Boost, 138 kPa', { set: kPa(138), conductance: dm(0.6), criticalRatio: 0.4 }),
  part('filter', 'filter-local', 'Inlet filter on the compressor'),
  part('filter', 'filter-remote', 'Remote inlet filter on its hose'),
  part('dryer', 'dryer-inline', 'In-line dryer', { conductance: dm(0.9), criticalRatio: 0.4, volume: 6e-5, ...bar14 }),
  part('dryer', 'dryer-large', 'Dryer with water trap', { conductance: dm(2), criticalRatio: 0.4, volume: 2.5e-4, ...bar14 }),
  part('check', 'check-1-4', 'Check valve, 1/4 in', { conductance: dm(0.6), criticalRatio: 0.3, opening: kPa(5), ...bar20 }),
  part('check', 'check-3-8', 'Check valve, 3/8 in', { conductance: dm(1.4), criticalRatio: 0.3, opening: kPa(5), ...bar20 }),
  part('tank', 'tank-7-6', 'Tank, 7.6 L (2 gal)', { volume: 7.6e-3, ...bar14 }),
  part('tank', 'tank-1-9', 'Tank, 1.9 L (1/2 gal)', { volume: 1.9e-3, ...bar10 }),
  part('tank', 'tank-3-8', 'Tank, 3.8 L (1 gal)', { volume: 3.8e-3, ...bar14 }),
  part('tank', 'tank-11', 'Tank, 11.4 L (3 gal)', { volume: 11.4e-3, ...bar14 }),
  part('tank', 'tank-19', 'Tank, 18.9 L (5 gal), 16 bar', { volume: 18.9e-3, maxPressure: kPa(1600) }),
  part('relief', 'relief-1207', 'Relief valve, 1207 kPa (175 psi)', { set: kPa(1207), conductance: dm(2), criticalRatio: 0.5 }),
  part('relief', 'relief-862', 'Relief valve, 862 kPa (125 psi)', { set: kPa(862), conductance: dm(2), criticalRatio: 0.5 }),
  part('relief', 'relief-1551', 'Relief valve, 1551 kPa (225 psi)', { set: kPa(1551), conductance: dm(2), criticalRatio: 0.5 }),
  part('drain', 'drain-cock', 'Drain cock', { conductance: dm(0.4), criticalRatio: 0.4 }),
  part('drain', 'drain-cable', 'Drain with a pull cable', { conductance: dm(0.4), criticalRatio: 0.4 }),
  part('pressureSwitch', 'switch-758-1000', 'Pressure switch, 758 to 1000 kPa', { cutIn: kPa(758), cutOut: kPa(1000), current: 30, ...bar20 }),
  part('pressureSwitch', 'switch-621-827', 'Pressure switch, 621 to 827 kPa', { cutIn: kPa(621), cutOut: kPa(827), current: 30, ...bar20 }),
  part('pressureSwitch', 'switch-1138-1379', 'Pressure switch, 1138 to 1379 kPa', { cutIn: kPa(1138), cutOut: kPa(1379), current: 30, ...bar20 }),
  part('pressureSwitch', 'switch-minimum', 'Keep-up switch, 34 to 55 kPa', { cutIn: kPa(34.47), cutOut: kPa(55), current: 20, ...bar10 }),
  part('regulator', 'regulator-862', 'Pressure regulator, 862 kPa (125 psi)', { set: kPa(862), conductance: dm(1.2), criticalRatio: 0.35, ...bar20 }),
  part('regulator', 'regulator-620', 'Pressure regulator, 620 kPa (90 psi)', { set: kPa(620), conductance: dm(1.2), criticalRatio: 0.35, ...bar20 }),
  part('manifold', 'manifold-four', 'Manifold, four outlets', { volume: 4e-5, outlets: 4, ...bar20 }),
  part('manifold', 'manifold-three', 'Manifold, three outlets', { volume: 3e-5, outlets: 3, ...bar20 }),
  part('manifold', 'manifold-six', 'Manifold, six outlets', { volume: 6e-5, outlets: 6, ...bar20 }),
  part('solenoid', 'solenoid-1-4', 'Solenoid valve, 1/4 in', { conductance: dm(0.55), criticalRatio: 0.35, current: 1.1, ...bar14 }),
  part('solenoid', 'solenoid-3-8', 'Solenoid valve, 3/8 in', { conductance: dm(1.3), criticalRatio: 0.35, current: 1.6, ...bar14 }),
  part('paddle', 'paddle-1-4', 'Paddle valve, 1/4 in', { conductance: dm(0.25), criticalRatio: 0.35, ...bar10 }),
  part('paddle', 'paddle-metered', 'Paddle valve, metered', { conductance: dm(0.1), criticalRatio: 0.35, ...bar10 }),
  part('restrictor', 'bore-0-8', 'Restrictor, 0.8 mm', { bore: 0.0008, ...bar20 }),
  part('restrictor', 'bore-1-0', 'Restrictor, 1.0 mm', { bore: 0.001, ...bar20 }),
  part('restrictor', 'bore-0-6', 'Restrictor, 0.6 mm', { bore: 0.0006, ...bar20 }),
  part('restrictor', 'bore-1-5', 'Restrictor, 1.5 mm', { bore: 0.0015, ...bar20 }),
  part('coupler', 'coupler-1-4', 'Quick-coupler, 1/4 in', { conductance: dm(1.5), criticalRatio: 0.3, ...bar20 }),
  part('horn', 'horn-single', 'Signal horn', { conductance: dm(0.28), criticalRatio: 0.45, set: kPa(550) }),
  part('horn', 'horn-pair', 'Signal horns, a pair', { conductance: dm(0.5), criticalRatio: 0.45, set: kPa(620) }),
  part('gauge', 'gauge-1034', 'Gauge to 1034 kPa', bar10),
  part('gauge', 'gauge-1379', 'Gauge to 1379 kPa', bar14),
  part('dualGauge', 'dual-needle', 'Dual-needle gauge', bar10),
  part('dualGauge', 'dual-digital', 'Dual digital gauge', bar14),
  part('sensor', 'sensor-1379', 'Pressure sensor to 1379 kPa', { current: 0.01, ...bar14 }),
  part('heightValve', 'height-rotary', 'Rotary height-control valve', { conductance: dm(0.16), criticalRatio: 0.35, arm: 0.2, deadBand: 0.04, fullOpen: 0.3, ...bar10 }),
  part('heightValve', 'height-fast', 'Rotary height-control valve, fast', { conductance: dm(0.4), criticalRatio: 0.35, arm: 0.2, deadBand: 0.04, fullOpen: 0.3, ...bar10 }),
  part('heightSensor', 'height-sensor', 'Height sensor with arm', { current: 0.02 }),
  part('controller', 'controller-two', 'Levelling controller, two corners', { delay: 5, band: 0.006, timeOut: 240, current: 0.3 }),
  part('cabSwitch', 'cab-toggle', 'Cab switch', { current: 20 }),
  part('dump', 'dump-cab', 'Dump valve in the cab', { conductance: dm(0.4), criticalRatio: 0.4, ...bar10 }),
  part('dump', 'dump-bleed', 'Bleed valve', { conductance: dm(0.15), criticalRatio: 0.4, ...bar10 }),
  part('plug', 'plug-thread', 'Threaded plug'),
]

const byId = new Map(PARTS.map((p) => [p.id, p]))
/** Class by id, or null when the catalogue has none of that name. */
export const partClass = (id: string): PartClass | null => byId.get(id) ?? null
/** What a new part of a kind gets. */
export const usualClass = (kind: ComponentKind): PartClass | null =>
  PARTS.find((p) => p.kind === kind) ?? null

/** Flow of a belt-driven compressor falls by this share up to its rated pressure (common practice). */
export const BELT_FALL = 0.35
