import type { ComponentKind } from '../../catalog/kinds'
import type { AirPlan } from '../../document/types'
import type { Remedy } from '../../quantity/figure'
import { labelInSentence, connectedParts } from '../circuit/connections'

/** What Air notices of a circuit: each rule with its source, its limit and, where one computes, its remedy. */

export const AIR_NOTE = { stage: 'air', quantity: 'pressure', value: null, limit: null } as const
export const COMMON_PRACTICE = 'Common practice'

export const sheetRemedy = (label: string, id: string, figure: string, value: number): Remedy => ({
  label,
  patches: [{ op: 'add', path: ['air', 'components', id, 'sheet', figure], value }],
})
export const lower = (plan: AirPlan, id: string) => labelInSentence(plan, id)

/** Ids between which air passes freely, valves and one-way parts in `closed` left out. */
export const freelyConnected = (plan: AirPlan, from: string, closed: readonly ComponentKind[]) => [
  ...connectedParts(plan, from, closed),
]
