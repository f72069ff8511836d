import { readFileSync, statSync } from 'node:fs'
import { CALCULATORS, calculate, inputFields } from '#core/calculators/index'
import { CalculatorError } from '#core/calculators/define'
import { runCsv } from '#core/air/run/runText'
import { WHY_NOT } from '#core/air/run/answerRules'
import { answerPlan, runFailure, runPlan, scenariosOf } from '#core/whatIf/runs'
import { createDeriver } from '#core/derive/derive'
import { LEVEL_DRIVES, levelCsv, levelLoopOf, runLevel } from '#core/whatIf/levelLoops'
import type { Derived } from '#core/derive/types'
import { sampleHauls } from '#core/whatIf/sample'
import { MAX_FILE_BYTES, PlanFileError, readPlanFile } from '#core/document/file'
import { jsonSchemaOf } from '#core/document/jsonSchema'
import { buildReport } from '#core/papers/buildReport'
import { proveReport } from '#core/papers/proveReport'
import { report, routeReport } from '#core/papers/report'
import { networkReport, wiringFor } from '#core/papers/network'
import { spiceNetlist } from '#core/power/network/spice'
import { POWER_STATES } from '#core/power/network/states'
import { GROUND } from '#core/power/network/wiring'
import type { Plan } from '#core/document/types'
import { planSchema } from '#core/document/schema'

/** The headless command. Exit codes: 0 all well, 1 the plan has a Stop, 2 the input cannot be used. */

const USAGE = `usage: np check FILE | np route FILE | np network FILE [--state NAME] [--spice] | np prove FILE | np build FILE | np calc NAME < input.json | np calc --list | np schema | np run FILE --scenario NAME (np run FILE lists the names)`

class UsageError extends Error {}

function print(value: unknown): void {
  process.stdout.write(`${JSON.stringify(value, null, 2)}\n`)
}

function readFile(path: string): string {
  try {
    if (statSync(path).size > MAX_FILE_BYTES)
      throw new UsageError(`${path}: larger than ${MAX_FILE_BYTES / 1e6} MB, too large for a plan file`)
    return readFileSync(path, 'utf8')
  } catch (error) {
    if (error instanceof UsageError) throw error
    throw new UsageError(
      `${path}: cannot be read (${(error as NodeJS.ErrnoException).code ?? (error as Error).message})`,
    )
  }
}

function readPlan(path: string): Plan {
  try {
    return readPlanFile(readFile(path))
  } catch (error) {
    if (error instanceof PlanFileError) throw new UsageError(`${path}: ${error.message}`)
    throw error
  }
}

function check(path: string): number {
  const plan = readPlan(path)
  const derive = createDeriver()
  const derived = derive(plan, answerPlan(plan, derive(plan)))
  print(report(plan, derived, sampleHauls(plan, derived)))
  return derived.notes.some((n) => n.rank === 'stop') ? 1 : 0
}

/** Every line and wire, with its points, lengths and clearances; 1 if Lay has a Stop. */
function route(path: string): number {
  const derived = createDeriver()(readPlan(path))
  print(routeReport(derived))
  return derived.stages.lay.notes.some((n) => n.rank === 'stop') ? 1 : 0
}

/** Hold tests, where it may leak, and what may be wrong; 1 if Prove has a Stop. */
function prove(path: string): number {
  const plan = readPlan(path)
  print(proveReport(plan))
  return createDeriver()(plan).stages.prove.notes.some((n) => n.rank === 'stop') ? 1 : 0
}

/** Steps, joints, register, lists and times; 1 if Build has a Stop. */
function build(path: string): number {
  const plan = readPlan(path)
  const derived = createDeriver()(plan)
  print(buildReport(plan, derived))
  return derived.stages.build.notes.some((n) => n.rank === 'stop') ? 1 : 0
}

/** The wiring solved in every state, or in one; with `spice` as netlists. */
function network(path: string, options: string[]): number {
  const at = options.indexOf('--state')
  const name = at < 0 ? undefined : options[at + 1]
  const state = POWER_STATES.find(({ id }) => id === name)
  if (at >= 0 && !state)
    throw new UsageError(
      `${name ?? '--state'}: no such state. Use one of ${POWER_STATES.map(({ id }) => id).join(', ')}.`,
    )
  const report = networkReport(wiringFor(readPlan(path)), state?.id)
  if (!options.includes('--spice')) print(report)
  else
    for (const [id, { elements }] of Object.entries(report))
      process.stdout.write(spiceNetlist(`${path}, ${id}`, elements, GROUND))
  return 0
}
const isNetworkOptions = (options: readonly string[]) =>
  options.every((o, i) => o === '--state' || o === '--spice' || options[i - 1] === '--state')

/** Names of the drives of a circuit that levels itself, each haul with each: "level-water-rough". */
const levelDrives = (plan: Plan, derived: Derived) =>
  Object.entries(plan.hauls).flatMap(([haul, { label: what }]) => {
    const loop = levelLoopOf(plan, derived, haul)
    if (!loop) return []
    return LEVEL_DRIVES.map(({ id: drive, label }) => ({
      id: `level-${haul}-${drive}`,
      label: `${what}: ${label.toLowerCase()}`,
      loop,
      drive,
    }))
  })

/** Without a scenario, the names of the plan's scenarios; with one, its run as CSV. */
function run(path: string, name: string | undefined): number {
  const plan = readPlan(path)
  const derived = createDeriver()(plan)
  const scenarios = scenariosOf(plan, derived)
  const drives = levelDrives(plan, derived)
  if (name === undefined) {
    print([...scenarios, ...drives].map(({ id, label }) => ({ name: id, label })))
    return 0
  }
  const drive = drives.find(({ id }) => id === name)
  if (drive) {
    process.stdout.write(levelCsv(runLevel(drive.loop, drive.drive)))
    return 0
  }
  const scenario = scenarios.find((s) => s.id === name)
  if (!scenario)
    throw new UsageError(
      `${name}: no scenario of that name in this plan. Use one of ${[...scenarios, ...drives].map((s) => s.id).join(', ')}.`,
    )
  try {
    process.stdout.write(runCsv(scenario, runPlan(plan, derived, scenario)))
  } catch (error) {
    const why = runFailure(error)
    if (!why) throw error
    throw new UsageError(`${name}: could not be run: ${WHY_NOT[why]}`)
  }
  return 0
}

function calc(name: string): number {
  if (name === '--list') {
    print(
      CALCULATORS.map((c) => ({
        name: c.name,
        title: c.title,
        source: c.source,
        in: Object.fromEntries(inputFields(c.schema).map((f) => [f.path, { label: f.label, unit: f.unit }])),
        out: Object.fromEntries(
          Object.entries(c.outputs).map(([key, o]) => [key, { label: o.label, unit: o.unit }]),
        ),
        example: c.example,
      })),
    )
    return 0
  }
  const calculator = CALCULATORS.find((c) => c.name === name)
  if (!calculator)
    throw new UsageError(
      `${name}: no calculator of that name. Use one of ${CALCULATORS.map((c) => c.name).join(', ')}.`,
    )
  let input: unknown
  try {
    input = JSON.parse(readFileSync(0, 'utf8'))
  } catch (error) {
    throw new UsageError(
      `standard input: not JSON (${(error as Error).message}); type one object, for example ${JSON.stringify(calculator.example)}`,
    )
  }
  print(calculate(name, input))
  return 0
}

function main(args: string[]): number {
  const [command, ...rest] = args
  if (command === 'check' && rest.length === 1) return check(rest[0]!)
  if (command === 'route' && rest.length === 1) return route(rest[0]!)
  if (command === 'prove' && rest.length === 1) return prove(rest[0]!)
  if (command === 'build' && rest.length === 1) return build(rest[0]!)
  if (command === 'network' && rest.length >= 1 && isNetworkOptions(rest.slice(1)))
    return network(rest[0]!, rest.slice(1))
  if (command === 'run' && (rest.length === 1 || (rest.length === 3 && rest[1] === '--scenario')))
    return run(rest[0]!, rest[2])
  if (command === 'calc' && rest.length === 1) return calc(rest[0]!)
  if (command === 'schema' && rest.length === 0) {
    print({
      $schema: 'https://json-schema.org/draft/2020-12/schema',
      title: 'Nimble Piston plan',
      ...jsonSchemaOf(planSchema),
    })
    return 0
  }
  throw new UsageError(USAGE)
}

// A reader that has seen enough closes the pipe; that is not an error.
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code !== 'EPIPE') throw error
})

try {
  process.exitCode = main(process.argv.slice(2))
} catch (error) {
  const known = error instanceof UsageError || error instanceof CalculatorError
  const { message } = error as Error
  // Any fault gives one line; a fault of ours says so, and a bad file gives no stack trace.
  process.stderr.write(
    known ? `${message}\n` : `np: cannot be computed, which is a fault of the program: ${message}\n`,
  )
  process.exitCode = 2
}
