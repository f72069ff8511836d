import { PRACTICE } from '../catalog/practice'
import type { HoldTest } from './types'

/** How a hold test is read until somebody says otherwise. */
export const HOLD_READ: Pick<HoldTest, 'thermometer' | 'rested' | 'lag' | 'covers'> = {
  thermometer: PRACTICE.thermometer.value,
  rested: null,
  lag: PRACTICE.gasLag.value,
  covers: '',
}
