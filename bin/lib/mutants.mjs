// Plants small faults in the core, room by room, and counts how many of them a test notices: npm run mutants
// [-- [--quick] [--sample K] ROOM …]. Texts are left out, and so is the simulation in time. --quick leaves out
// the tests that try every rule on every plan: a fault it notices is noticed, one that survives may be noticed
// by those. --sample K looks at one block of lines in K of every file: an hour becomes minutes, and the score
// is that of a sample.
import { readFileSync, readdirSync, rmSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { Stryker } from '@stryker-mutator/core'
import { root } from './bundle.mjs'

/** The rooms, by the folders of their figures, rules, remedies and formulas. */
const ROOMS = {
  truck: ['core/truck'],
  load: ['core/load'],
  equations: ['core/air/equations'],
  air: ['core/air', 'core/air/rules'],
  lay: ['core/lay'],
  power: ['core/power', 'core/power/rules'],
  tune: ['core/tune'],
  build: ['core/build'],
  prove: ['core/prove'],
  handover: ['core/handover'],
  quantity: ['core/quantity'],
}
/** Tests, types, texts and exports for other programs: they hold no figure or limit. */
const NO_FIGURES = /\.test\.ts$|^types\.ts$|^ruleInput\.ts$|Text\.ts$|^setUpCard\.ts$|^dxf\.ts$|^csv\.ts$/
/** The score aimed at; a lower one is reported. */
const LEAST = 80

const quick = process.argv.includes('--quick')
const given = process.argv.slice(2).filter((arg) => arg !== '--quick')
const sampleAt = given.indexOf('--sample')
const sample = sampleAt < 0 ? 1 : Number(given.splice(sampleAt, 2)[1])
const wanted = given
if (!Number.isInteger(sample) || sample < 1) {
  console.error('--sample wants a whole number, for example --sample 10.')
  process.exit(2)
}
const unknown = wanted.filter((room) => !(room in ROOMS))
if (unknown.length) {
  console.error(`No room ${unknown.join(', ')}. Rooms: ${Object.keys(ROOMS).join(', ')}.`)
  process.exit(2)
}

const namesIn = (folder) => readdirSync(join(root, folder)).filter((name) => name.endsWith('.ts'))
/** The files of a room in which faults are planted. */
const filesOf = (room) =>
  ROOMS[room].flatMap((folder) =>
    namesIn(folder)
      .filter((name) => !NO_FIGURES.test(name))
      .map((name) => `${folder}/${name}`),
  )

/** The stage that reports a room, if it has another name; all stages report quantities. */
const STAGE_OF = { equations: 'air', quantity: '' }
/** Other folders whose tests cover a room. */
const BESIDE = { air: ['core/air/circuit', 'core/air/parts'] }
const testsIn = (folder) =>
  namesIn(folder)
    .filter((name) => name.endsWith('.test.ts'))
    .map((name) => `${folder}/${name}`)
/**
 * The tests that cover a room: the golden figures first (the quickest to notice), its own, and those that try
 * every room.
 */
const testsOf = (room) => [
  'core/demo/golden.test.ts',
  ...[...ROOMS[room], ...(BESIDE[room] ?? [])].flatMap(testsIn),
  'core/calculators/calculators.test.ts',
  'core/demo/fieldChanges.test.ts',
  ...(quick ? [] : ['core/derive/remedies.test.ts', 'core/derive/limits.test.ts']),
]

/** Lines in one block of a sample. */
const BLOCK = 8
/** One block in `sample` of each file, starting at another place in each, so that all parts come up alike. */
const blocksOf = (file, i) => {
  const lines = readFileSync(join(root, file), 'utf8').split('\n').length
  const starts = []
  for (let at = 1 + ((i * 5) % sample) * BLOCK; at <= lines; at += BLOCK * sample) starts.push(at)
  return starts.map((at) => `${file}:${at}-${Math.min(at + BLOCK - 1, lines)}`)
}
const mutateOf = (room) => (sample === 1 ? filesOf(room) : filesOf(room).flatMap(blocksOf))

const scores = {}
for (const room of wanted.length ? wanted : Object.keys(ROOMS)) {
  process.env.MUTANT_STAGE = STAGE_OF[room] ?? room
  process.env.NP_WHOLE = '1'
  const stryker = new Stryker({
    mutate: mutateOf(room),
    plugins: [join(root, 'bin/lib/mutantRunner.mjs')],
    testRunner: 'core',
    coreTests: testsOf(room),
    coverageAnalysis: 'perTest',
    mutator: { excludedMutations: ['StringLiteral'] },
    ignoreStatic: true,
    reporters: ['clear-text'],
    clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
    tempDirName: '.build/mutants',
    ignorePatterns: ['.build', '.data', '.output', '.nuxt', 'docs', 'app', 'tests/e2e'],
    concurrency: availableParallelism(),
    timeoutMS: 60_000,
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
