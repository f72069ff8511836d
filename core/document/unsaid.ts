import { REFERENCE_TEMPERATURE } from '../quantity/constants'
import type { AirPlan, BuildPlan, PowerPlan, TunePlan } from './types'

/** Defaults of a plan's air, wiring and tuning, for new plans and for filling older ones. */

export const AIR_UNSAID: Omit<
  AirPlan,
  'archetype' | 'springClass' | 'compressorClass' | 'blockClass' | 'tubeClass' | 'components' | 'lines'
> = {
  sheet: null,
  spacer: 0,
  spacerAt: 'below',
  cup: 'up',
  closing: 'hand',
  droop: 'none',
  classes: {},
  scenarios: {},
  joints: {},
  ports: {},
  kit: null,
  gone: { components: {}, lines: {} },
}

export const BUILD_UNSAID: Omit<BuildPlan, 'ticks' | 'struck'> = {
  fasteners: {},
  freed: {},
  holds: {},
  coilWay: 'in',
  box: {},
  looks: {},
  fromTruck: {},
  order: [],
}

export const WIRING_UNSAID: Omit<
  PowerPlan,
  | 'systemVoltage'
  | 'batteryCapacity'
  | 'wireArea'
  | 'fuse'
  | 'maxDrop'
  | 'conductorTemperature'
  | 'engineSpace'
  | 'bundle'
  | 'earth'
> = {
  readings: {},
  charge: 0.75,
  relay: null,
  relayRating: null,
  suppression: 'resistor',
  wake: 'ignition',
  lamps: 'dash',
  tap: { side: 'fused', ownFuse: false, alsoFeeds: '', holdsCranking: null },
  joint: 'crimp',
  fuseReach: null,
  bar: false,
  secondBattery: null,
  feeds: {},
  earths: {},
  inWire: {},
  wires: {},
  colours: {},
  staging: null,
  connectors: {},
}

export const TUNE_UNSAID: Omit<TunePlan, 'presets' | 'minimum'> = {
  trials: {},
  memories: 3,
  heightTolerance: 0.01,
  lever: { link: 0.25, stops: 0.785, delay: 0 },
  sensing: {
    arm: 0.2,
    rod: 0.25,
    range: 0.7,
    filter: 2,
    driving: 30,
    door: null,
    key: null,
    hitch: null,
    lock: null,
  },
  paired: {},
  weather: { shop: REFERENCE_TEMPERATURE, cold: 268.15, hot: 313.15, pass: 1500 },
}
