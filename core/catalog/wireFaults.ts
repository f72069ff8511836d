/** What goes wrong in a truck's wiring, how often, and what a meter says of it. From memory. */

/** How often each kind of part fails, and how, against the others. */
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
/** Two wires on each other's terminals, against the others. */
export const SWAPPED_ODDS = 0.7
/** Against one kind of fault of one part, that there is none: a joint that is bad and takes nothing is none either. */
export const NO_FAULT_ODDS = 4

/** What a bad joint, a burnt contact or a rusty earth adds where nothing else is said, Ω. */
export const BAD_JOINTS = [0.15, 0.5, 1.5, 5] as const
/** A battery near its end: volts of a 12 V truck, and times its own resistance. */
export const WEAK_BATTERY = { volts: 11.6, times: 8 } as const

/** A meter on ohms: what it sends through what it measures, A, and the most it shows, Ω. */
export const OHMMETER = { sends: 1e-3, most: 1000 } as const
/** A meter is sure to this share and this much, V, Ω or 1; what is worked out is known to this share and this much. */
export const METER_DOUBT = {
  volts: { share: 0.03, least: 0.08 },
  across: { share: 0.08, least: 0.004 },
  ohms: { share: 0.3, least: 0.3 },
  works: { share: 0, least: 0.15 },
} as const
/** What a test takes against another: one looks, holds one lead, holds two, or pulls a fuse and the clamp. */
export const METER_TAKES = { works: 1, volts: 1.3, across: 1.8, ohms: 3 } as const
