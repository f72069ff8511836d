import { readFileSync } from 'node:fs'
import { DOORS } from '#core/jobs/doors'
import type { StageName } from '#core/quantity/figure'

const DRAWERS = readFileSync('app/stages/stageDrawers.ts', 'utf8')
/** Build names the drawers of each part of the work in its own file. */
const BUILD = readFileSync('app/stages/build/BuildStage.vue', 'utf8')

/** Source of a stage's list of drawers. */
const listOf = (stage: StageName): string =>
  DRAWERS.split(`\n  ${stage}: [`)[1]!.split('\n  ],')[0]! + (stage === 'build' ? BUILD : '')

test.each(DOORS.flatMap((door) => door.choices.map((choice) => [door.id, choice.id, choice.lands] as const)))(
  'behind “%s”, %s lands in a drawer that is there',
  (_door, _choice, { stage, drawer }) => {
    expect(listOf(stage)).toContain(`id: '${drawer}',`)
  },
)
