import { PRACTICE } from '../../catalog/practice'
import type { Solid } from '../space/solid'
import { WAY } from './settings'

/** How near a run's middle may come to a solid, m. */
export const runClearance = ({ kind }: Pick<Solid, 'kind'>): number => {
  if (kind === 'hot') return WAY.heatStop + WAY.radius
  return WAY.radius + (kind === 'moving' ? PRACTICE.movingClearance.value : 0)
}
