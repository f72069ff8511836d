import type { Note } from '../../quantity/figure'
import { applyRules } from '../../quantity/stage'
import type { PowerRuleInput, WiringRuleInput } from './common'
import { controlRules } from './control'
import { earthRules } from './earths'
import { feedRules } from './feed'
import { wireRules } from './wires'

/** All notes of Power: on the feed if there is one, and on everything wired. */
export const powerRules = (feed: PowerRuleInput | null, wiring: WiringRuleInput): Note[] => [
  ...(feed ? applyRules(feedRules, feed) : []),
  ...applyRules([...earthRules, ...controlRules, ...wireRules], wiring),
]
