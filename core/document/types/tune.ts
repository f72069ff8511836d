/** Presets, heights and the road trial. */

export interface Preset {
  left: number
  right: number
}

/** What can be wrong with a reading of the road trial. */
export const TRIAL_FAULTS = ['tape', 'aboard', 'gauge', 'ground'] as const
export type TrialFault = (typeof TRIAL_FAULTS)[number]
/**
 * State of the truck at a reading of the road trial: what was aboard, its own gauge, and the rear lips above
 * the ground.
 */
export interface TrialReading {
  order: number
  at: string
  /** Haul aboard; null is the empty truck. */
  haul: string | null
  /** A known load over the rear axle in addition, kg. */
  known: number
  /** Pa gauge */
  left: number
  right: number
  /** m; null until it is taped. */
  lipLeft: number | null
  lipRight: number | null
  /** What somebody said was wrong with it: the reading is kept, but not counted. Null while it counts. */
  setAside: TrialFault | null
}

export interface TunePlan {
  /** Stored pressures per haul, Pa gauge; a haul without an entry follows Load. */
  presets: Record<string, Preset>
  /** Keep-up pressure, Pa gauge; null takes the spring's own minimum. */
  minimum: number | null
  /** Readings of the road trial: they correct the spring's area and the steel's rate within their doubt. */
  trials: Record<string, TrialReading>
  /** Number of memories of the control, and how far the truck may be from a haul's target, m. */
  memories: number
  heightTolerance: number
  /** Where it is set and where it is read: K, and m above the sea over the highest pass. */
  weather: TuneWeather
  /** For a height valve: length of the link, m; angle of the valve's own stops, rad; its lag, s. */
  lever: { link: number; stops: number; delay: number }
  /** For electronic levelling: its sensors, and what stops it. */
  sensing: SensingPlan
  /** Phones and remotes that were paired with the control. */
  paired: Record<string, PairedDevice>
}

/**
 * For a height sensor: arm and rod, m, and its range either way, rad. For the controller: its smoothing time
 * and its waiting time while driving, s; whether an open door, the key off, or a hitching hold stops it, and a
 * lock while it is jacked up; null until somebody has looked.
 */
export interface SensingPlan {
  arm: number
  rod: number
  range: number
  filter: number
  driving: number
  door: boolean | null
  key: boolean | null
  hitch: boolean | null
  lock: boolean | null
}

export interface PairedDevice {
  order: number
  /** Name of the device: "grey phone". */
  device: string
  who: string
  at: string
}

export interface TuneWeather {
  shop: number
  cold: number
  hot: number
  pass: number
}
