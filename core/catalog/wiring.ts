import type { AirPlan, WireJoint, WireUse } from '../document/types'

/**
 * Usual values of electrical parts that have no class in the catalogue; from memory unless a line says
 * otherwise. SI.
 */
export const WIRING = {
  /** A starter battery at rest: empty, and full, V; its own resistance at 70 Ah warm, Ω. Of a 12 V truck. */
  batteryEmpty: 11.8,
  batteryFull: 12.7,
  batteryOhms: 0.008,
  /** Factor on that resistance on a cold morning. */
  coldBattery: 2.5,
  /** An alternator at a warm idle, V and Ω. */
  alternatorVolts: 14.3,
  alternatorOhms: 0.015,
  /** Current of an idling alternator, and what the truck itself takes of it, A. */
  alternatorIdle: 45,
  truckRunning: 25,
  /** A starter motor, by its resistance as seen by the battery, Ω. */
  starter: 0.04,
  /** A clean contact, a bus bar's stud, and an earth on bare metal, Ω. */
  contact: 0.004,
  stud: 0.0005,
  earth: 0.004,
  /** A corroded earth, Ω. */
  corroded: 0.15,
  /** A relay's coil at 12 V, Ω, and the volts it closes at. */
  coil: 85,
  pullIn: 7.5,
  /** Continuous current of a trailer plug's pin (from memory; its own sheet decides), A. */
  socketPin: 15,
  /** Volts above which the block wakes. */
  wakes: 6,
  wakeInput: 5000,
  /** Lamps of a gauge, A. */
  lamp: 0.1,
  /** A fuse in the cab, one of a relay's coil or a lone device, and one of a block with a wire of its own, A. */
  smallFuse: 10,
  controlFuse: 5,
  blockFuse: 10,
  /** Wire of a small consumer, m² (18 AWG), and its length if Lay has none, m. */
  signalArea: 0.823e-6,
  usualSignal: 2,
  /** An earth's wire to the frame beside its part, and the wire between two batteries, m. */
  toFrame: 0.3,
  betweenBatteries: 1.2,
  /** Heat-shrink over one end, m. */
  shrink: 0.04,
  /** A second battery if none is planned yet, A·s; usable share of a battery that need not crank. */
  secondBattery: 75 * 3600,
  secondUsable: 0.5,
  /** Current of a consumer without a known one, A. */
  leastUser: 0.05,
  /** An open contact or a broken wire as a resistance, Ω. */
  open: 1e7,
  /** Conductors on a cold morning and in a hot engine space, K. */
  coldMorning: 258.15,
  hotEngineSpace: 358.15,
} as const

/** Id of the fuse box in the cab, among the places and in the ids of wires. */
export const FUSE_BOX = 'fuse-box'

/**
 * What a solenoid's air goes to: the first horn or valve block behind it, or null. Before a block it is on the
 * block's own output, and so is its wire.
 */
export function airGoesTo(
  air: Pick<AirPlan, 'components' | 'lines'>,
  solenoid: string,
): 'horn' | 'block' | null {
  const seen = new Set([solenoid])
  for (let at = [solenoid]; at.length > 0;) {
    const next: string[] = []
    for (const { from, to } of Object.values(air.lines)) {
      if (!at.includes(from) || seen.has(to)) continue
      seen.add(to)
      const kind = air.components[to]?.kind
      if (kind === 'horn' || kind === 'block') return kind
      next.push(to)
    }
    at = next
  }
  return null
}

/** Nominal voltages of trucks, V. */
const NOMINAL = [12, 24] as const
export const nominalVoltage = (supply: number): number => NOMINAL.find((v) => supply < v * 1.5) ?? NOMINAL[1]

/** Volts of a battery at rest by the share of its charge, V. */
export const batteryVolts = (charge: number, nominal: number): number =>
  ((WIRING.batteryEmpty + (WIRING.batteryFull - WIRING.batteryEmpty) * charge) * nominal) / 12

/** Resistance of a blade fuse cold, Ω: some 75 mV at its rating (from memory of data sheets). */
export const fuseResistance = (rating: number): number => 0.075 / rating
/** Ratings of circuit breakers and of fusible links, A, and their resistance against a fuse's. */
export const BREAKER_RATINGS: readonly number[] = [10, 15, 20, 25, 30, 40, 50, 60]
export const LINK_RATINGS: readonly number[] = [30, 40, 50, 60, 80]
export const GUARD_TIMES_FUSE = { fuse: 1, breaker: 2, link: 0.7 } as const

/** Relays as they are sold: what their contact may carry, A. */
export const RELAY_RATINGS: readonly number[] = [30, 40, 70, 100]

/** Schools of joining a wire: what an end adds, Ω, whether it is sealed, and how it holds. */
export const JOINT_SCHOOLS: Record<WireJoint, { label: string; ohm: number; sealed: boolean; what: string }> =
  {
    crimp: {
      label: 'Crimp, adhesive-lined heat-shrink',
      ohm: 0.0005,
      sealed: true,
      what: 'Sealed and quick; pull at it once it is cold.',
    },
    solder: {
      label: 'Solder and sleeve',
      ohm: 0.0002,
      sealed: true,
      what: 'Sealed but stiff behind the joint: tie it down on both sides.',
    },
    displacement: {
      label: 'Insulation-displacement tap',
      ohm: 0.01,
      sealed: false,
      what: 'Quick, not sealed, cuts strands: light signals in a dry cab only.',
    },
  }

/**
 * Resistance that an earth adds by what it is screwed to, Ω; `bonded`: with a strap of its own from there to
 * the frame.
 */
export const EARTH_OHMS = { bare: 0, painted: 0.15, hinged: 0.08, bonded: 0.002 } as const
/** A bed or body that is not steel and not bonded to the frame, Ω. */
export const UNBONDED = 0.15
/** A screw with more than one earth, Ω, once for all of them. */
export const SHARED_SCREW = 0.02

/** Uses of wires, with the colour unless the shop says otherwise. Red feed and black earth: common practice. */
export const WIRE_COLOURS: Record<WireUse, string> = {
  feed: 'red',
  earth: 'black',
  ignition: 'orange',
  control: 'blue',
  lamp: 'grey',
  signal: 'green',
}

/**
 * Terminals and butts by the barrel for a wire: colours follow DIN 46245 (common practice). Largest area, m²,
 * and strip length, m (from memory).
 */
export const BARRELS = [
  { colour: 'red', upTo: 1.1e-6, strip: 0.007 },
  { colour: 'blue', upTo: 2.7e-6, strip: 0.008 },
  { colour: 'yellow', upTo: 6.7e-6, strip: 0.01 },
  { colour: 'bare lug, 10 mm²', upTo: 11e-6, strip: 0.012 },
  { colour: 'bare lug, 16 mm²', upTo: 17e-6, strip: 0.014 },
  { colour: 'bare lug, 35 mm²', upTo: 36e-6, strip: 0.018 },
] as const
/** Smallest wire in a red barrel; a thinner one is stripped twice as long and folded, m². */
export const LEAST_IN_BARREL = 0.5e-6
