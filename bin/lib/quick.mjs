// The quick ring: tests near what changed since the last commit, the core's types, and the style of the changed
// files. Near are the tests of a changed room, and tests of whatever imports a changed file directly. Long
// tests are left to bin/test.
import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { root } from './bundle.mjs'

process.chdir(root)
const began = Date.now()
const run = (command, ...args) => spawnSync(command, args, { stdio: 'inherit' }).status === 0
const lines = (...args) => spawnSync('git', args, { encoding: 'utf8' }).stdout.split('\n').filter(Boolean)

/** Tests that take too long for a quick look: they run only if they, or the file beside them, have changed. */
const SWEEPS = [
  'core/demo/fieldChanges.test.ts',
  'core/demo/golden.test.ts',
  'core/air/run/circuitRun.test.ts',
  'core/air/run/answers.test.ts',
  'core/derive/budget.test.ts',
  'core/derive/derive.test.ts',
  'core/devices/faultBench.test.ts',
  'core/devices/functionTests.test.ts',
  'core/jobs/jobKinds.test.ts',
  'core/whatIf/layouts.test.ts',
  'core/whatIf/levelLoops.test.ts',
  'core/derive/looseLines.test.ts',
  'core/devices/standIns.test.ts',
  'core/whatIf/threeWays.test.ts',
  'core/derive/everyCircuit.test.ts',
  'core/derive/remedies.test.ts',
  'core/derive/limits.test.ts',
  'core/lay/run/searches.test.ts',
  'core/lay/run/everyKind.test.ts',
  'core/power/network/ngspice.test.ts',
  'core/document/document.test.ts',
]

const since = process.argv[2] ?? 'HEAD'
const changed = [
  ...lines('diff', '--name-only', since),
  ...lines('ls-files', '--others', '--exclude-standard'),
].filter((path) => existsSync(path) && /\.(ts|vue|mjs)$/.test(path))
if (changed.length === 0) {
  console.log(`Nothing has changed since ${since}. Name an earlier revision: npm run quick -- HEAD~1`)
  process.exit(0)
}

const filesIn = (folder) =>
  readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? filesIn(path) : [path]
  })
const sources = [...filesIn('core'), ...filesIn('tests/page')].filter((path) => path.endsWith('.ts'))
/** The file that an import refers to. */
function imported(from, name) {
  const base = name.startsWith('#core/')
    ? join('core', name.slice(6))
    : relative('.', resolve(dirname(from), name))
  return [`${base}.ts`, join(base, 'index.ts'), base].find(
    (path) => existsSync(path) && !statSync(path).isDirectory(),
  )
}
const importsOf = (path) =>
  [...readFileSync(path, 'utf8').matchAll(/from '([.#][^']+)'/g)].map(([, name]) => imported(path, name))
const isTest = (path) => path.endsWith('.test.ts')
/** The folder of a room: `core/tune`. Files in `core/quantity`, `catalog` and `document` are used by all rooms. */
const roomOf = (path) => path.split('/').slice(0, 2).join('/')
const rooms = new Set(changed.filter((path) => path.startsWith('core/')).map(roomOf))
const users = new Set(sources.filter((path) => importsOf(path).some((file) => changed.includes(file))))
const sourceOf = (test) => test.replace(/\.test\.ts$/, '.ts')
const isNear = (test) =>
  SWEEPS.includes(test)
    ? changed.includes(sourceOf(test))
    : rooms.has(roomOf(test)) || users.has(test) || users.has(sourceOf(test))
const tests = sources.filter((path) => isTest(path) && (changed.includes(path) || isNear(path)))

console.log(`${changed.length} files changed; ${tests.length} files of tests are near them.`)
const jest = ['--selectProjects', 'core', 'page', '--runTestsByPath', ...tests]
const passed = [
  tests.length === 0 || run('node_modules/.bin/jest', ...jest),
  !changed.some((path) => path.startsWith('core/')) ||
    run('node_modules/typescript-native/bin/tsc', '-p', 'tsconfig.core.json', '--noEmit', '--singleThreaded'),
  run('npx', 'eslint', '--max-warnings=0', '--no-warn-ignored', ...changed),
]
console.log(
  `${passed.every(Boolean) ? 'All well' : 'Not well'} after ${Math.round((Date.now() - began) / 1000)} s.`,
)
process.exit(passed.every(Boolean) ? 0 : 1)
