import type { ComponentKind } from '../document/types'
import type { Quantity } from '../quantity/units'

/**
 * Kinds of part in an air circuit, with their ports and the figures the run and the checks need, and generic
 * classes of each. Values are typical of the class (common practice, no published source) unless a line says
 * otherwise; the part's own sheet decides. SI: m³, Pa gauge, m³/(s·Pa) for conductance, A, rad, m.
 */

/** `intake` takes in outside air, `exhaust` releases it: both are open by design. */
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
  /** For a yes-or-no figure: words for 0 and 1. */
  words?: readonly [string, string]
}

export interface KindEntry {
  label: string
  what: string
  ports: readonly Port[]
  figures: readonly FigureSpec[]
  /**
   * How it is connected: on a tube of its own, screwed straight into its neighbour's port, or by wires alone.
   */
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

const yesNo = (id: string, label: string, no: string, yes: string): FigureSpec => ({
  id,
  label,
  quantity: 'count',
  min: 0,
  max: 1,
  words: [no, yes],
})

export const KINDS: Record<ComponentKind, KindEntry> = {
  spring: {
    label: 'Spring',
    what: 'Carries its share of the axle',
    ports: pressure('port'),
    figures: [],
    fits: 'tube',
  },
  handFill: {
    label: 'Fill valve',
    what: 'Filled and let down by hand',
    ports: pressure('out'),
    figures: [C, B, MAX],
    fits: 'tube',
  },
  tee: {
    label: 'Tee',
    what: 'Three ways, always one pressure',
    ports: pressure('a', 'b', 'c'),
    figures: [MAX],
    fits: 'tube',
  },
  compressor: {
    label: 'Electric compressor',
    what: 'Supply from the battery',
    ports: [{ id: 'in', type: 'intake' }, ...pressure('out')],
    figures: [
      FREE_AIR,
      AMPS,
      MAX,
      { id: 'maxRun', label: 'Longest run', quantity: 'time', min: 1, max: 86_400 },
      yesNo('sealed', 'Motor', 'not sealed', 'sealed'),
    ],
    fits: 'tube',
  },
  belt: {
    label: 'Belt-driven compressor',
    what: 'Supply from the engine, through a clutch',
    ports: [{ id: 'in', type: 'intake' }, ...pressure('out')],
    figures: [FREE_AIR, { ...AMPS, label: 'Clutch current' }, MAX],
    fits: 'tube',
  },
  boost: {
    label: 'Boost feed',
    what: 'Supply from the engine’s inlet: never above boost',
    ports: pressure('out'),
    figures: [{ ...SET, label: 'Boost' }, C, B],
    fits: 'tube',
  },
  filter: {
    label: 'Inlet filter',
    what: 'Keeps dust and spray out of the compressor',
    ports: [{ id: 'out', type: 'intake' }],
    figures: [],
    fits: 'tube',
  },
  dryer: {
    label: 'Dryer',
    what: 'Takes the moisture out',
    ports: pressure('in', 'out'),
    figures: [C, B, VOLUME, MAX],
    fits: 'tube',
  },
  check: {
    label: 'Check valve',
    what: 'Lets air one way only',
    ports: pressure('in', 'out'),
    figures: [C, B, { id: 'opening', label: 'Opens at', quantity: 'pressure', min: 0, max: 1e6 }, MAX],
    fits: 'tube',
  },
  tank: {
    label: 'Tank',
    what: 'Stored air',
    ports: pressure('in', 'out1', 'out2', 'relief', 'gauge', 'drain'),
    figures: [VOLUME, MAX],
    fits: 'tube',
  },
  relief: {
    label: 'Relief valve',
    what: 'Opens before the tank is in danger',
    ports: pressure('in'),
    figures: [SET, C, B],
    fits: 'port',
  },
  drain: {
    label: 'Drain',
    what: 'Lets the water out, at the lowest point',
    ports: pressure('in'),
    figures: [C, B],
    fits: 'port',
  },
  pressureSwitch: {
    label: 'Pressure switch',
    what: 'Starts and stops the supply',
    ports: pressure('in'),
    figures: [
      { id: 'cutIn', label: 'Cut-in', quantity: 'pressure', min: 0, max: 1e7 },
      { id: 'cutOut', label: 'Cut-out', quantity: 'pressure', min: 0, max: 1e7 },
      { ...AMPS, label: 'Switches up to' },
      MAX,
    ],
    fits: 'port',
  },
  regulator: {
    label: 'Pressure regulator',
    what: 'Holds what lies behind it at one pressure',
    ports: pressure('in', 'out'),
    figures: [SET, C, B, MAX],
    fits: 'tube',
  },
  manifold: {
    label: 'Distribution manifold',
    what: 'One supply, several outlets',
    ports: pressure('in', 'out1', 'out2', 'out3', 'out4', 'out5', 'out6'),
    figures: [VOLUME, { id: 'outlets', label: 'Outlets', quantity: 'count', min: 2, max: 6 }, MAX],
    fits: 'tube',
  },
  solenoid: {
    label: 'Solenoid valve, 2/2',
    what: 'Open while it has current',
    ports: pressure('in', 'out'),
    figures: [C, B, AMPS, MAX],
    fits: 'tube',
  },
  block: {
    label: 'Valve block',
    what: 'Fills and vents each outlet',
    ports: [...pressure('in', 'out1', 'out2', 'out3', 'out4'), exhaust],
    figures: [C, B, AMPS, MAX, yesNo('limits', 'Stops at what is set', 'no, fills on', 'yes')],
    fits: 'tube',
  },
  paddle: {
    label: 'Paddle valve',
    what: 'Up, hold, down by hand from the cab',
    ports: [...pressure('in', 'out'), exhaust],
    figures: [C, B, MAX],
    fits: 'tube',
    cab: true,
  },
  restrictor: {
    label: 'Restrictor',
    what: 'A small bore that slows the air',
    ports: pressure('in', 'out'),
    figures: [{ id: 'bore', label: 'Bore', quantity: 'bore', min: 1e-4, max: 0.02 }, MAX],
    fits: 'tube',
  },
  coupler: {
    label: 'Quick-coupler',
    what: 'Tyres and tools; shuts itself',
    ports: pressure('in'),
    figures: [C, B, MAX],
    fits: 'tube',
  },
  horn: {
    label: 'Signal horn',
    what: 'Sounds while it has air',
    ports: pressure('in'),
    figures: [C, B, { ...SET, label: 'Sounds from' }],
    fits: 'tube',
  },
  gauge: {
    label: 'Gauge',
    what: 'Shows one pressure',
    ports: pressure('in'),
    figures: [MAX],
    fits: 'tube',
    cab: true,
  },
  dualGauge: {
    label: 'Dual gauge',
    what: 'Shows left and right',
    ports: pressure('left', 'right'),
    figures: [MAX],
    fits: 'tube',
    cab: true,
  },
  sensor: {
    label: 'Pressure sensor',
    what: 'Tells a display or a controller the pressure',
    ports: pressure('in'),
    figures: [AMPS, MAX],
    fits: 'port',
  },
  heightValve: {
    label: 'Height-control valve',
    what: 'Fills and vents as the axle’s link moves its arm',
    ports: [...pressure('in', 'out'), exhaust],
    figures: [
      C,
      B,
      { id: 'arm', label: 'Arm', quantity: 'length', min: 0.02, max: 1 },
      { id: 'deadBand', label: 'Dead band, each way', quantity: 'angle', min: 0, max: 0.5 },
      { id: 'fullOpen', label: 'Wide open at', quantity: 'angle', min: 0.01, max: 1.2 },
      MAX,
    ],
    fits: 'tube',
  },
  heightSensor: {
    label: 'Height sensor',
    what: 'Tells the controller how high a corner stands',
    ports: [],
    figures: [AMPS],
    fits: 'wire',
  },
  controller: {
    label: 'Levelling controller',
    what: 'Works the block after the heights',
    ports: [],
    figures: [
      { id: 'delay', label: 'Waits before acting', quantity: 'time', min: 0, max: 600 },
      { id: 'band', label: 'Leaves alone within', quantity: 'length', min: 0.001, max: 0.2 },
      { id: 'timeOut', label: 'Gives up after', quantity: 'time', min: 1, max: 3600 },
      AMPS,
    ],
    fits: 'wire',
    cab: true,
  },
  cabSwitch: {
    label: 'Cab switch',
    what: 'In series with the pressure switch',
    ports: [],
    figures: [AMPS],
    fits: 'wire',
    cab: true,
  },
  dump: {
    label: 'Dump valve',
    what: 'Lets the springs down',
    ports: [...pressure('in'), exhaust],
    figures: [C, B, MAX],
    fits: 'tube',
    cab: true,
  },
  plug: { label: 'Plug', what: 'Closes a port', ports: pressure('in'), figures: [], fits: 'port' },
}

/** Kinds that make compressed air. */
export const SUPPLY_KINDS: readonly ComponentKind[] = ['compressor', 'belt', 'boost']
/** Kinds that may hold air back, so that the pressure beyond may differ. */
export const HOLDS_AIR_BACK: readonly ComponentKind[] = [
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
/** Kinds that sit in a line, with the ports it passes through. */
export const IN_LINE_KINDS: readonly ComponentKind[] = [
  'check',
  'dryer',
  'restrictor',
  'solenoid',
  'regulator',
]
/** Kinds on a tee. */
export const TEE_KINDS: readonly ComponentKind[] = [
  'handFill',
  'gauge',
  'pressureSwitch',
  'sensor',
  'coupler',
  'dump',
  'drain',
  'relief',
]
