import type { Note } from '../../quantity/figure'
import { applyRules } from '../../quantity/stage'
import type { PowerRuleInput, WiringRuleInput } from './common'
import { controlRules } from './control'
import { earthRules } from './earths'
import { feedRules } from './feed'
import { wireRules } from './wires'

/** All that Power notices: of the feed where there is one, and of everything on wires. */
export const powerRules = (feed: PowerRuleInput | null, wiring: WiringRuleInput): Note[] => [
  ...(feed ? applyRules(feedRules, feed) : []),
  ...applyRules([...earthRules, ...controlRules, ...wireRules], wiring),
]
