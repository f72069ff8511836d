/** Electrical parts that no class of the catalogue gives, as is usual; from memory unless a line says otherwise. SI. */
export const WIRING = {
  /** A starter battery rested and full, V, and its own resistance at 70 Ah, Ω. */
  batteryVolts: 12.7,
  batteryOhms: 0.008,
  /** An alternator at a warm idle, V and Ω. */
  alternatorVolts: 14.3,
  alternatorOhms: 0.015,
  /** A starter motor, as what it leaves of the battery, Ω. */
  starter: 0.04,
  /** A clean contact, and an earth on bare metal, Ω. */
  contact: 0.004,
  earth: 0.004,
  /** A relay's coil at 12 V, Ω, and the volts it closes at. */
  coil: 85,
  pullIn: 7.5,
  /** The block wakes above so many volts. */
  wakes: 6,
  wakeInput: 5000,
  /** A fuse in the cab, A. */
  smallFuse: 10,
  /** Wire of what takes little, m² (18 AWG), and its length where Lay has none, m. */
  signalArea: 0.823e-6,
  usualSignal: 2,
  /** What takes nothing told takes this, A. */
  leastUser: 0.05,
  /** An open contact or a broken wire, as the meter sees it, Ω. */
  open: 1e7,
} as const

/** The fuse box in the cab, by its id among the places and in the ids of wires. */
export const FUSE_BOX = 'fuse-box'

/** Resistance of a blade fuse cold, Ω: some 75 mV at its rating (from memory of data sheets). */
export const fuseResistance = (rating: number): number => 0.075 / rating
