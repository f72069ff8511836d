// Small deliberate faults in the core, room by room, and how many of them a test notices:
// npm run mutants [-- ROOM …]. Texts are left out, and so is the simulation in time.
import { rmSync } from 'node:fs'
import { join } from 'node:path'
import { Stryker } from '@stryker-mutator/core'
import jestConfig from '../../jest.config.mjs'
import { root } from './bundle.mjs'

/** Rooms with the files that hold their figures, rules, remedies and formulas. */
const ROOMS = {
  truck: ['core/truck/{figures,rules,truck,fit,survey,weighbridge,tickets}.ts'],
  load: [
    'core/load/{rules,ratingRules,springRules,remedies,figures,rideFigures,ride,target,solveHaul}.ts',
    'core/load/{statics,level,steel,body,masses,trailer,surge,airRate,pressureCard}.ts',
  ],
  equations: ['core/air/equations/*.ts', '!core/air/equations/*.test.ts'],
  air: ['core/air/{figures,air}.ts', 'core/air/rules/*.ts', '!core/air/rules/*.test.ts'],
  lay: ['core/lay/{figures,rules,routes,places,chassis,lay}.ts'],
  power: ['core/power/{figures,rules,circuit,power}.ts'],
  tune: ['core/tune/{figures,rules,tune}.ts'],
  build: ['core/build/{figures,rules,order,torque,build}.ts'],
  prove: ['core/prove/{figures,rules,holds,joints,leak,volumes,prove}.ts'],
  handover: ['core/handover/{rules,handover}.ts'],
  quantity: ['core/quantity/{units,interpolate,root,stage}.ts'],
}
/** What is aimed at, and told when it is missed. */
const LEAST = 80

const wanted = process.argv.slice(2)
const unknown = wanted.filter((room) => !(room in ROOMS))
if (unknown.length) {
  console.error(`No room ${unknown.join(', ')}. Rooms: ${Object.keys(ROOMS).join(', ')}.`)
  process.exit(2)
}

/** Jest as it stands, with the quick tests that look at a room: its own, the golden figures, the calculators. */
const testsOf = (room) => {
  const core = { ...jestConfig.projects[0], displayName: undefined }
  const folder = room === 'equations' ? 'air/equations' : room
  return {
    ...core,
    rootDir: root,
    testTimeout: jestConfig.testTimeout,
    testMatch: [
      `<rootDir>/core/${folder}/*.test.ts`,
      ...(room === 'air' ? ['<rootDir>/core/air/{rules,circuit,parts}/*.test.ts'] : []),
      '<rootDir>/core/demo/golden.test.ts',
      '<rootDir>/core/calculators/*.test.ts',
    ],
  }
}

const scores = {}
for (const room of wanted.length ? wanted : Object.keys(ROOMS)) {
  const stryker = new Stryker({
    mutate: ROOMS[room],
    testRunner: 'jest',
    jest: { projectType: 'custom', config: testsOf(room), enableFindRelatedTests: false },
    coverageAnalysis: 'perTest',
    mutator: { excludedMutations: ['StringLiteral'] },
    ignoreStatic: true,
    reporters: ['clear-text'],
    clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
    tempDirName: '.build/mutants',
    ignorePatterns: ['.build', '.data', '.output', '.nuxt', 'docs', 'app', 'tests/e2e'],
    concurrency: 2,
    logLevel: 'error',
    allowEmpty: true,
  })
  const results = await stryker.runMutationTest()
  const count = (...statuses) => results.filter((r) => statuses.includes(r.status)).length
  const killed = count('Killed', 'Timeout')
  const all = killed + count('Survived', 'NoCoverage')
  scores[room] = { killed, all, score: all ? (100 * killed) / all : 100 }
  console.log(`${room}: ${killed} of ${all} noticed, ${scores[room].score.toFixed(1)} %`)
}
rmSync(join(root, '.build', 'mutants'), { recursive: true, force: true })
console.log('\nRoom        noticed')
for (const [room, { killed, all, score }] of Object.entries(scores))
  console.log(
    `${room.padEnd(12)}${score.toFixed(1)} % (${killed} of ${all})${score < LEAST ? `, under ${LEAST} %` : ''}`,
  )
process.exit(Object.values(scores).every((s) => s.score >= LEAST) ? 0 : 1)
