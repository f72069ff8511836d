/** Usual tightening, N·m (common practice; the kit's own sheet rules). */
export const TORQUE = { flathead: 27, frameM8: 24, control: 23, strap: 27, upperM10: 52 } as const
