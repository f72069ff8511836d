import type { Note } from '../../quantity/figure'
import { applyRules } from '../../quantity/stage'
import { perCircuit } from '../circuit/perCircuit'
import type { RuleInput } from '../types'
import { CATALOGUE_RULES } from './catalogue'
import type { AirRule } from './common'
import { FOUND_RULES } from './found'
import { GUARD_RULES } from './guards'
import { LEVELLING_RULES } from './levelling'
import { JOINT_RULES } from './joints'
import { SPRING_RULES } from './springs'
import { SUPPLY_RULES } from './supply'

const jointNotes = perCircuit((plan) => applyRules(JOINT_RULES, plan))

const RULES: readonly AirRule[] = [
  ...CATALOGUE_RULES,
  ({ plan }) => jointNotes(plan),
  ...GUARD_RULES,
  ...SUPPLY_RULES,
  ...SPRING_RULES,
  ...LEVELLING_RULES,
  ...FOUND_RULES,
]

/** All notes of Air on a circuit. */
export const airRules = (input: RuleInput): Note[] => applyRules(RULES, input)
