// Runs the core's tests in one plain process: Jest's own `test` and `expect`, the core loaded once, each test
// file anew. A context of its own for each file, as Jest makes, would load the core a hundred times and run it
// at half the speed.
import { readFileSync, statSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join, resolve } from 'node:path'
import vm from 'node:vm'
import { transformSync } from 'esbuild'
import { expect } from 'expect'
import * as circus from 'jest-circus'
import sourceMaps from 'source-map-support'

const { describe, test, it, beforeAll, beforeEach, afterAll, afterEach } = circus
Object.assign(globalThis, { describe, test, it, beforeAll, beforeEach, afterAll, afterEach, expect })

/** Full name of a test in Jest's form: its groups' names and its own. */
export const nameOf = (entry) =>
  entry.parent && entry.parent.name !== 'ROOT_DESCRIBE_BLOCK'
    ? `${nameOf(entry.parent)} ${entry.name}`
    : entry.name

const require = createRequire(import.meta.url)
const scripts = new Map()
const maps = new Map()
// Stack traces show the lines as written.
sourceMaps.install({
  environment: 'node',
  handleUncaughtExceptions: false,
  retrieveSourceMap: (path) => (maps.has(path) ? { url: path, map: maps.get(path) } : null),
})
const modules = new Map()

/** The file that an import refers to: by the core's short name, or relative to the importing file. */
function fileOf(wanted, from) {
  const base = wanted.startsWith('#core/')
    ? resolve('core', wanted.slice('#core/'.length))
    : resolve(dirname(from), wanted)
  const isFile = (path) => statSync(path, { throwIfNoEntry: false })?.isFile()
  const found = [base, `${base}.ts`, join(base, 'index.ts')].find(isFile)
  if (!found) throw new Error(`${from} imports “${wanted}”, and there is no such file.`)
  return found
}

function scriptOf(path) {
  if (!scripts.has(path)) {
    const { code, map } = transformSync(readFileSync(path, 'utf8'), {
      loader: 'ts',
      format: 'cjs',
      sourcefile: path,
      sourcemap: 'external',
    })
    maps.set(path, map)
    scripts.set(path, new vm.Script(`(function (require, module, exports) {${code}\n})`, { filename: path }))
  }
  return scripts.get(path)
}

/**
 * Evaluates a file of the project: the core's once, a test anew each time. @param known files evaluated so far
 */
function load(path, keep = true, known = modules) {
  if (keep && known.has(path)) return known.get(path).exports
  if (path.endsWith('.json')) return JSON.parse(readFileSync(path, 'utf8'))
  const module = { exports: {} }
  if (keep) known.set(path, module)
  const ask = (wanted) => (/^[.#]/.test(wanted) ? load(fileOf(wanted, path), true, known) : require(wanted))
  scriptOf(path).runInThisContext()(ask, module, module.exports)
  // Exports as plain values: compiled exports are getters, which would slow every call by a sixth.
  module.exports = { ...module.exports }
  return module.exports
}

/** A file of the core and all its imports evaluated anew, without anything kept from earlier work. */
globalThis.loadAnew = (path) => load(resolve(path), true, new Map())

/**
 * Runs the tests of one file.
 * @param prepare receives the tests before the first is run
 * @returns jest-circus's result of each
 */
export async function runTestFile(path, prepare = () => {}) {
  circus.resetState()
  load(resolve(path), false)
  prepare(circus.getState())
  const { testResults } = await circus.run()
  return testResults
}
