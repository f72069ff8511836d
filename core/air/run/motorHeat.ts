import { PRACTICE } from '../../catalog/practice'

/**
 * Temperature at which a motor may start again, K: after four fifths of the way from its thermal cut-out down
 * to ambient (common practice).
 */
export const restartTemperature = (cutOut: number, around: number): number =>
  around + restartRise(cutOut, around)

const restartRise = (cutOut: number, around: number) => PRACTICE.motorRestartShare.value * (cutOut - around)

/**
 * Time for a motor to cool from `hottest` until it may start again, s; 0 if it may at once. First order: t =
 * τ·ln((T − T_around)/(T_restart − T_around)).
 */
export function restBeforeRestart(
  hottest: number,
  thermal: { constant: number; cutOut: number },
  around: number,
): number {
  const rise = hottest - around
  const restart = restartRise(thermal.cutOut, around)
  return rise > restart ? thermal.constant * Math.log(rise / restart) : 0
}

/** Current above which a run reports more than Power plans with, A. */
export const currentLimit = (planned: number) => planned * (1 + PRACTICE.motorCurrentMargin.value)
