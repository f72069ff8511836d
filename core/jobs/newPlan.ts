import { AIR_UNSAID, BUILD_UNSAID, TUNE_UNSAID, WIRING_UNSAID } from '../document/unsaid'
import { createDeriver } from '../derive/derive'
import { upgradePlan } from '../document/upgrade'
import { startingCircuit } from '../air/circuit/startingCircuits'
import { exampleTruck } from '../catalog/trucks'
import { PLAN_FORMAT, PLAN_VERSION, type Plan, type Target, type TruckKind } from '../document/types'
import { LEVEL_TARGET, newHaul } from '../document/newHaul'
import { mountingOf } from '../catalog/truckGeometry'

const NEAR_HEAT = ['part-near-heat', 'line-near-heat']

/**
 * A new job's plan: the example truck of a kind, one empty haul, the simplest circuit for its suspension. Where
 * the example's pipe runs beside a spring or a line a heat shield is planned from the start: nothing of it is
 * measured yet.
 */
export function newPlan(kind: TruckKind, name: string, target: Target = LEVEL_TARGET): Plan {
  const plan = barePlan(kind, name, target)
  return { ...plan, lay: { ...plan.lay, shields: { ...shieldsFor(kind) } } }
}

const shields = new Map<TruckKind, Record<string, boolean>>()
/** Shields that a kind's example wants with its first circuit: the same for every new job of that kind. */
function shieldsFor(kind: TruckKind): Record<string, boolean> {
  const known = shields.get(kind)
  if (known) return known
  const { notes } = createDeriver()(barePlan(kind, '', LEVEL_TARGET)).stages.lay
  const near = notes.filter((n) => NEAR_HEAT.includes(n.rule)).map((n) => [n.subject, true])
  const found = Object.fromEntries(near) as Record<string, boolean>
  shields.set(kind, found)
  return found
}

function barePlan(kind: TruckKind, name: string, target: Target): Plan {
  const truck = exampleTruck(kind)
  return upgradePlan({
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    job: { name, number: '', customer: '', vehicle: '', drivingSide: 'left', altitude: 0, changes: null },
    truck,
    hauls: { usual: newHaul('Usual load', 1, target) },
    air: {
      archetype: 'hand-teed',
      springClass: mountingOf(truck.suspension) === 'leaf' ? 'leaf-helper-double-2270' : 'coil-insert-450',
      compressorClass: 'small-wireless',
      blockClass: 'block-one',
      tubeClass: 'nylon-1-4',
      ...structuredClone(AIR_UNSAID),
      ...startingCircuit('hand-teed'),
    },
    lay: {
      places: {},
      shields: {},
      harnessLength: null,
      harnessExtension: 0,
      slackAtSpring: 0.3,
      solids: {},
      waypoints: {},
      coils: {},
      stands: {},
      cutTo: {},
      recut: {},
      carrier: [],
      allowance: 0,
    },
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
      ...structuredClone(WIRING_UNSAID),
    },
    tune: {
      presets: {},
      minimum: null,
      ...structuredClone(TUNE_UNSAID),
    },
    build: { ticks: {}, struck: {}, ...structuredClone(BUILD_UNSAID) },
    prove: { holds: {}, soap: {}, functions: {}, repairs: {}, road: {} },
    handover: { driver: '', contact: '', nextCheck: '', remarks: '', accepted: {} },
  }) as Plan
}
