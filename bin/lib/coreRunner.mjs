// Jest's runner for the core: runs its test files one after the other in a few plain processes.
import { fileURLToPath } from 'node:url'
import { Worker } from 'jest-worker'

export default class CoreRunner {
  constructor(globalConfig) {
    this.globalConfig = globalConfig
  }

  async runTests(tests, watcher, onStart, onResult, onFailure, { serial }) {
    const { maxWorkers, testNamePattern, testTimeout } = this.globalConfig
    const worker = new Worker(fileURLToPath(new URL('coreWorker.mjs', import.meta.url)), {
      exposedMethods: ['runFile'],
      numWorkers: serial ? 1 : maxWorkers,
      maxRetries: 0,
    })
    worker.getStdout().pipe(process.stdout)
    worker.getStderr().pipe(process.stderr)
    const runOne = async (test) => {
      if (watcher.isInterrupted()) return
      const { rootDir, displayName, slowTestThreshold, testMatch } = test.context.config
      await onStart(test)
      try {
        const config = { rootDir, displayName, slowTestThreshold, testMatch }
        await onResult(test, await worker.runFile(test.path, { testNamePattern, testTimeout }, config))
      } catch (error) {
        await onFailure(test, error)
      }
    }
    await Promise.all(tests.map(runOne))
    await worker.end()
  }
}
