import { startingCircuit } from '../air/circuit'
import { exampleTruck } from '../catalog/trucks'
import {
  PLAN_FORMAT,
  PLAN_VERSION,
  type Haul,
  type LoadItem,
  type Plan,
  type Target,
  type TruckKind,
} from './types'

/** Unladen rear height: the habit until a shop sets its own. */
export const LEVEL: Target = { school: 'level', share: 1 / 3 }

/** A haul with nothing aboard. */
export function newHaul(label: string, order: number, target: Target = LEVEL): Haul {
  return {
    label,
    order,
    items: {},
    coupling: 'ball',
    ballLoad: 0,
    ballFrom: 'typed',
    trailerMass: 0,
    trailer: { axle: 3.6, empty: 0, emptyAt: 3.4, items: {} },
    bars: null,
    target: { ...target },
  }
}

/** An item on the bed, its weight as marked on it. */
export function newItem(
  label: string,
  order: number,
  mass: number,
  x: number,
  y: number,
  size: [number, number, number],
): LoadItem {
  return {
    label,
    order,
    mass,
    x,
    y,
    length: size[0],
    width: size[1],
    height: size[2],
    on: 'bed',
    how: 'marked',
    liquid: null,
  }
}

/** A new job's plan: the example truck of a kind, one empty haul, the simplest circuit for its suspension. */
export function newPlan(kind: TruckKind, name: string, target: Target = LEVEL): Plan {
  const truck = exampleTruck(kind)
  return {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    job: { name, number: '', customer: '', vehicle: '', drivingSide: 'left' },
    truck,
    hauls: { usual: newHaul('Usual load', 1, target) },
    air: {
      archetype: 'hand-teed',
      springClass: truck.suspension.kind === 'leaf' ? 'leaf-helper-double-2270' : 'coil-insert-450',
      compressorClass: 'small-wireless',
      blockClass: 'block-one',
      tubeClass: 'nylon-1-4',
      sheet: null,
      spacer: 0,
      droop: 'none',
      classes: {},
      scenarios: {},
      ...startingCircuit('hand-teed'),
    },
    lay: { places: {}, shields: {}, harnessLength: null, harnessExtension: 0, slackAtSpring: 0.3 },
    power: {
      systemVoltage: 12,
      batteryCapacity: 70 * 3600,
      wireArea: null,
      fuse: null,
      maxDrop: 0.05,
      conductorTemperature: 313.15,
      engineSpace: true,
      bundle: 2,
      earth: 'battery',
    },
    tune: { presets: {}, minimum: null },
    build: { ticks: {} },
    prove: { holds: {}, soap: {} },
    handover: { driver: '', contact: '', nextCheck: '', remarks: '' },
  }
}
