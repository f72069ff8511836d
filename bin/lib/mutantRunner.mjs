// Runs the core's tests for Stryker in one plain process, each test file anew for every fault. A run takes
// milliseconds; a whole Jest would take seconds.
import { resolve } from 'node:path'
import { INSTRUMENTER_CONSTANTS } from '@stryker-mutator/api/core'
import { PluginKind, commonTokens, declareClassPlugin, tokens } from '@stryker-mutator/api/plugin'
import {
  DryRunStatus,
  MutantRunStatus,
  TestStatus,
  determineHitLimitReached,
  toMutantRunResult,
} from '@stryker-mutator/api/test-runner'
import { addEventHandler } from 'jest-circus'
import { nameOf, runTestFile } from './coreTests.mjs'

/** Stryker's own data on the global object: which fault is active, and what each test covered. */
const faults = (globalThis[INSTRUMENTER_CONSTANTS.NAMESPACE] ??= {})

let file = ''
let noticed = false
addEventHandler((event) => {
  if (event.name === 'test_start') {
    faults.currentTestId = `${file}: ${nameOf(event.test)}`
    if (noticed) event.test.mode = 'skip'
  }
  if (event.name === 'test_done') {
    faults.currentTestId = undefined
    if (event.test.errors.length) noticed = true
  }
})

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
    file = name
    noticed = false
    const only = (block) => {
      for (const child of block.children)
        if (child.type === 'describeBlock') only(child)
        else if (!wanted.has(`${file}: ${nameOf(child)}`)) child.mode = 'skip'
    }
    const testResults = await runTestFile(name, ({ rootDescribeBlock }) => wanted && only(rootDescribeBlock))
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

  /** File after file, until one notices the fault. */
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
      // A fault that shows while the file is read (a table of cases, a demo plan) counts as noticed too.
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
