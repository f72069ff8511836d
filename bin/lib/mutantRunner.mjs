// How Stryker runs the core's tests: Jest's own `test` and `expect` in one process, the core loaded once and each test
// file anew for every fault. A run costs milliseconds where a whole Jest would take seconds.
import { readFileSync, statSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join, resolve } from 'node:path'
import vm from 'node:vm'
import { INSTRUMENTER_CONSTANTS } from '@stryker-mutator/api/core'
import { PluginKind, commonTokens, declareClassPlugin, tokens } from '@stryker-mutator/api/plugin'
import {
  DryRunStatus,
  MutantRunStatus,
  TestStatus,
  determineHitLimitReached,
  toMutantRunResult,
} from '@stryker-mutator/api/test-runner'
import { transformSync } from 'esbuild'
import { expect } from 'expect'
import * as circus from 'jest-circus'

const { describe, test, it, beforeAll, beforeEach, afterAll, afterEach } = circus
Object.assign(globalThis, { describe, test, it, beforeAll, beforeEach, afterAll, afterEach, expect })

/** The instrumented code's own room on the global object: which fault is active, what each test came by. */
const faults = (globalThis[INSTRUMENTER_CONSTANTS.NAMESPACE] ??= {})

/** Full name of a test: its groups' names and its own. */
const nameOf = (entry) =>
  entry.parent && entry.parent.name !== 'ROOT_DESCRIBE_BLOCK'
    ? `${nameOf(entry.parent)} ${entry.name}`
    : entry.name

let file = ''
let noticed = false
circus.addEventHandler((event) => {
  if (event.name === 'test_start') {
    faults.currentTestId = `${file}: ${nameOf(event.test)}`
    if (noticed) event.test.mode = 'skip'
  }
  if (event.name === 'test_done') {
    faults.currentTestId = undefined
    if (event.test.errors.length) noticed = true
  }
})

const require = createRequire(import.meta.url)
const scripts = new Map()
const modules = new Map()

/** The file that an import means: the core's own by its short name or beside the one that asks. */
function fileOf(wanted, from) {
  const base = wanted.startsWith('#core/')
    ? resolve('core', wanted.slice('#core/'.length))
    : resolve(dirname(from), wanted)
  return [base, `${base}.ts`, join(base, 'index.ts')].find((path) =>
    statSync(path, { throwIfNoEntry: false })?.isFile(),
  )
}

function scriptOf(path) {
  if (!scripts.has(path)) {
    const { code } = transformSync(readFileSync(path, 'utf8'), { loader: 'ts', format: 'cjs' })
    scripts.set(path, new vm.Script(`(function (require, module, exports) {${code}\n})`, { filename: path }))
  }
  return scripts.get(path)
}

/** Evaluates a file of the project: the core's once (it keeps no state), a test anew each time. */
function load(path, keep = true) {
  if (keep && modules.has(path)) return modules.get(path).exports
  if (path.endsWith('.json')) return JSON.parse(readFileSync(path, 'utf8'))
  const module = { exports: {} }
  if (keep) modules.set(path, module)
  const ask = (wanted) => (/^[.#]/.test(wanted) ? load(fileOf(wanted, path)) : require(wanted))
  scriptOf(path).runInThisContext()(ask, module, module.exports)
  return module.exports
}

class CoreTestRunner {
  static inject = tokens(commonTokens.options)

  constructor(options) {
    this.files = options.coreTests
  }

  capabilities() {
    return { reloadEnvironment: false }
  }

  /** Runs the tests of one file: all of them, or the ones named. */
  async runFile(name, wanted) {
    circus.resetState()
    file = name
    noticed = false
    load(resolve(name), false)
    const only = (block) => {
      for (const child of block.children)
        if (child.type === 'describeBlock') only(child)
        else if (!wanted.has(`${file}: ${nameOf(child)}`)) child.mode = 'skip'
    }
    if (wanted) only(circus.getState().rootDescribeBlock)
    const { testResults } = await circus.run()
    return testResults
      .filter(({ status }) => status !== 'skip')
      .map(({ testPath, errors, duration }) => {
        const id = `${file}: ${testPath.slice(1).join(' ')}`
        const result = { id, name: id, fileName: resolve(file), timeSpentMs: duration ?? 0 }
        return errors.length
          ? { ...result, status: TestStatus.Failed, failureMessage: errors[0].slice(0, 300) }
          : { ...result, status: TestStatus.Success }
      })
  }

  async dryRun() {
    const tests = []
    for (const name of this.files) tests.push(...(await this.runFile(name)))
    return { status: DryRunStatus.Complete, tests, mutantCoverage: faults.mutantCoverage }
  }

  /** File after file, until one notices. */
  async mutantRun({ activeMutant, testFilter, hitLimit, disableBail }) {
    faults.activeMutant = activeMutant.id
    faults.hitLimit = hitLimit
    faults.hitCount = hitLimit ? 0 : undefined
    const wanted = testFilter && new Set(testFilter)
    const tests = []
    try {
      for (const name of this.files) {
        if (wanted && ![...wanted].some((id) => id.startsWith(`${name}: `))) continue
        tests.push(...(await this.runFile(name, wanted)))
        if (tests.some(({ status }) => status === TestStatus.Failed)) break
      }
    } catch (error) {
      // A fault that shows while the file is read (a table of cases, a demo plan) is noticed as well.
      return {
        status: MutantRunStatus.Killed,
        killedBy: [testFilter?.[0] ?? 'load'],
        nrOfTests: tests.length,
        failureMessage: String(error),
      }
    } finally {
      faults.activeMutant = undefined
    }
    return (
      determineHitLimitReached(faults.hitCount, faults.hitLimit) ??
      toMutantRunResult({ status: DryRunStatus.Complete, tests }, disableBail)
    )
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.TestRunner, 'core', CoreTestRunner)]
