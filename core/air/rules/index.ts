import type { Note } from '../../quantity/figure'
import type { RuleInput } from '../types'
import { catalogueRules } from './catalogue'
import { jointRules } from './joints'
import { guardRules } from './guards'
import { supplyRules } from './supply'
import { springRules } from './springs'

export function airRules(input: RuleInput): Note[] {
  return [
    ...catalogueRules(input),
    ...jointRules(input),
    ...guardRules(input),
    ...supplyRules(input),
    ...springRules(input),
  ]
}
