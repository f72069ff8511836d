import { allOfKinds, firstOfKind } from '../air/circuit/connections'
import { partOf } from '../air/parts/parts'
import { LOOP_SOLVER } from '../air/settings'
import type { CircuitRun } from '../air/run/circuitRun'
import { heightMissing } from '../air/run/levelling'
import { HeightValveModel, LevelControlModel, type LevelTruck } from './levelControl'
import type { AirPlan, Plan, Preset } from '../document/types'
import { sensorTravel } from '../tune/sensor'
import { sensedTravel } from '../tune/wheelTravel'
import type { Derived } from '../derive/types'

/** Simulates what levels by itself on a job's devices, with the truck it is fitted to. */

/** State of the stand that it depends on at the moment. */
export interface LevelStand extends Pick<LevelTruck, 'haul' | 'keyIsOff' | 'isPowered' | 'press'> {
  run(): CircuitRun
  pressures(): Preset
}

/** The height valve or controller of a circuit; null if nothing levels by itself. */
export function levelModel(
  plan: Plan,
  circuit: AirPlan,
  derived: Derived,
  stand: LevelStand,
): HeightValveModel | LevelControlModel | null {
  const valve = firstOfKind(circuit, 'heightValve')
  const controller = firstOfKind(circuit, 'controller')
  const { spring } = derived.stages.load.result
  if (!spring || (!valve && !controller)) return null
  const truck = levelTruck(circuit, derived, spring.designHeight, stand)
  if (valve) {
    const { arm, deadBand } = partOf(circuit, valve).figures
    return new HeightValveModel(truck, arm! * Math.sin(deadBand!) + LOOP_SOLVER.level)
  }
  const { sensing } = plan.tune
  const { reads } = sensorTravel(sensing, ...sensedTravel(plan.truck.seatGap))
  const band = partOf(circuit, controller!).figures.band!
  return new LevelControlModel(truck, { band, sensing, reads })
}

function levelTruck(
  circuit: AirPlan,
  { stages }: Derived,
  designHeight: number,
  stand: LevelStand,
): LevelTruck {
  const { motionRatio } = stages.truck.result.truck.suspension
  const rise = (height: number) => (height - designHeight) / motionRatio
  const dumps = allOfKinds(circuit, 'dump').map((id) => `${id}.open`)
  const heights = () => ({ ...stand.run().sim.sample().height })
  return {
    ...stand,
    heights,
    travel: () => {
      const { left, right } = heights()
      return { left: rise(left), right: rise(right) }
    },
    missing: () => {
      const { facts, sim } = stand.run()
      return heightMissing(facts, ['left', 'right'], sim.sample())
    },
    moves: () => stand.run().moves(),
    rest: (on) => stand.run().restLevelling(on),
    holdAt: (held) => stand.run().holdAt(held),
    isDumped: () => dumps.some((command) => stand.run().sim.open.get(command) === true),
    pressure: () => {
      const { left, right } = stand.pressures()
      return (left + right) / 2
    },
  }
}
