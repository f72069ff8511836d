import tQuantile from '@stdlib/stats-base-dists-t-quantile'

/** Two-sided 95 % point of the normal distribution. */
export const NORMAL_95 = 1.959963984540054

/** Two-sided 95 % point of Student's t for `degrees` of freedom above 0. */
export const studentT95 = (degrees: number): number => tQuantile(0.975, degrees)
