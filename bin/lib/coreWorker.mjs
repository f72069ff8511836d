// One of the processes that run the core's tests.
import { formatResultsErrors } from 'jest-message-util'
import { runTestFile } from './coreTests.mjs'

const STATUS = { skip: 'pending', todo: 'todo' }

/** Runs one test file and reports it in the form that Jest's reporters need. */
export async function runFile(path, { testNamePattern, testTimeout }, config) {
  const start = Date.now()
  const results = await runTestFile(path, (state) => {
    state.testTimeout = testTimeout
    if (testNamePattern) state.testNamePattern = new RegExp(testNamePattern, 'i')
  })
  const end = Date.now()
  const told = results.map(({ testPath, status, errors, duration, invocations, numPassingAsserts }) => ({
    ancestorTitles: testPath.slice(1, -1),
    title: testPath.at(-1),
    fullName: testPath.slice(1).join(' '),
    status: STATUS[status] ?? (errors.length ? 'failed' : 'passed'),
    duration,
    failureDetails: [],
    failureMessages: errors,
    invocations,
    location: null,
    numPassingAsserts,
  }))
  const count = (status) => told.filter((one) => one.status === status).length
  return {
    testFilePath: path,
    displayName: config.displayName,
    testResults: told,
    numPassingTests: count('passed'),
    numFailingTests: count('failed'),
    numPendingTests: count('pending'),
    numTodoTests: count('todo'),
    failureMessage: formatResultsErrors(told, config, { noStackTrace: false }, path),
    perfStats: { start, end, runtime: end - start, slow: end - start > config.slowTestThreshold * 1000 },
    leaks: false,
    openHandles: [],
    skipped: false,
    snapshot: {
      added: 0,
      fileDeleted: false,
      matched: 0,
      unchecked: 0,
      uncheckedKeys: [],
      unmatched: 0,
      updated: 0,
    },
  }
}
