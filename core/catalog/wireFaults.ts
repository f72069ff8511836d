/** What goes wrong in a truck's wiring, how often, and what a meter shows. From memory. */

/** How often each kind of part fails, and how, relative to the others. */
export const WIRE_FAULT_ODDS = {
  battery: { weak: 2 },
  guard: { open: 3, resistive: 1, 'to-frame': 2 },
  wire: { open: 2, resistive: 1.5 },
  earth: { open: 2, resistive: 3 },
  contact: { open: 2, resistive: 1.5, welded: 1 },
  coil: { open: 1 },
  user: { open: 1 },
  motor: { open: 1.5 },
  joint: { resistive: 1 },
} as const
/** Two wires on each other's terminals, relative to the others. */
export const SWAPPED_ODDS = 0.7
/** Odds of no fault, relative to one kind of fault of one part. A bad joint with no current is not a fault. */
export const NO_FAULT_ODDS = 4

/** Resistance of a bad joint, a burnt contact or a rusty earth, Ω. */
export const BAD_JOINTS = [0.15, 0.5, 1.5, 5] as const
/** A battery near its end: volts in a 12 V truck, and factor on its own resistance. */
export const WEAK_BATTERY = { volts: 11.6, times: 8 } as const

/** An ohmmeter: its test current, A, and its largest reading, Ω. */
export const OHMMETER = { sends: 1e-3, most: 1000 } as const
/** Doubt of a meter reading and of a computed value, each as a share and an absolute part, V, Ω or 1. */
export const METER_DOUBT = {
  volts: { share: 0.03, least: 0.08 },
  across: { share: 0.08, least: 0.004 },
  ohms: { share: 0.3, least: 0.3 },
  works: { share: 0, least: 0.15 },
} as const
/**
 * Effort of the tests relative to each other: looking, holding one lead, holding two, pulling a fuse and the
 * clamp.
 */
export const METER_TAKES = { works: 1, volts: 1.3, across: 1.8, ohms: 3 } as const
