import type { PowerPlan } from '../../document/types'
import { notesOf, type Remedy } from '../../quantity/figure'
import type { Patch } from '../../quantity/patch'
import type { Rule } from '../../quantity/stage'
import type { Energy } from '../energy'
import type { Wiring } from '../network/types'
import type { PowerResult } from '../result'
import type { PlugPlace, TruckOfPower } from '../types'
import type { AllStates, WireRow } from '../wires'

/** Input of every rule of Power. */
export interface WiringRuleInput {
  power: PowerPlan
  truck: TruckOfPower
  wiring: Wiring
  rows: readonly WireRow[]
  solved: AllStates
  energy: Energy
  plugs: readonly PlugPlace[]
}
export type WiringRule = Rule<WiringRuleInput>

/** Further input of the rules on the feed, if there is one. */
export interface PowerRuleInput {
  power: PowerPlan
  r: PowerResult
  /** Share of the compressor's air lost in the feed; null without a feed. */
  slowed: number | null
}
export type PowerRule = Rule<PowerRuleInput>

export const note = notesOf('power', 'current')
export const COMMON_PRACTICE = 'Common practice'

/** A remedy that sets fields of Power, each by its path in it. */
export const setPower = (
  label: string,
  ...fields: [path: (string | number)[], value: unknown][]
): Remedy => ({
  label,
  patches: fields.map(([path, value]) => ({ op: 'add', path: ['power', ...path], value }) as Patch),
})
/** A remedy that takes an entry of Power away. */
export const dropPower = (label: string, ...paths: (string | number)[][]): Remedy => ({
  label,
  patches: paths.map((path) => ({ op: 'remove', path: ['power', ...path] }) as Patch),
})
