import { PRACTICE } from '../catalog/practice'
import type { HoldTest } from '../document/types'

/** How a hold test is read unless somebody chose otherwise. */
export const HOLD_READ: Pick<
  HoldTest,
  'plugged' | 'thermometer' | 'rested' | 'lag' | 'who' | 'gauge' | 'gaugeChecked' | 'covers'
> = {
  plugged: false,
  thermometer: PRACTICE.thermometer.value,
  rested: null,
  lag: PRACTICE.gasLag.value,
  who: '',
  gauge: '',
  gaugeChecked: '',
  covers: '',
}

/**
 * A hold test that has just begun: no reading yet, the frame on supports. @param resolution of the gauge, Pa;
 * `who` makes it
 */
export const newHold = (
  label: string,
  order: number,
  side: HoldTest['side'],
  resolution: number,
  who: string,
): HoldTest => ({
  label,
  order,
  side,
  volume: null,
  resolution,
  allowed: PRACTICE.allowedLoss.value * 86_400,
  heightHeld: true,
  ...HOLD_READ,
  who,
  startedAt: new Date().toISOString(),
  readings: [],
})
