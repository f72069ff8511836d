import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { writePlanFile } from '#core/document/file'
import { CALCULATORS } from '#core/calculators/index'
import { createDeriver } from '#core/derive/derive'
import { networkReport, wiringFor } from '#core/papers/network'
import { newPlan } from '#core/jobs/newPlan'
import { demoPlan } from '../../core/demo/demoShop'

/** bin/np as other people's scripts call it: its output and its exit codes. */
const folder = mkdtempSync(join(tmpdir(), 'np-'))
function np(args: string[], input = ''): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    const child = execFile(join(__dirname, '..', '..', 'bin', 'np'), args, (error, out, err) =>
      resolve({ code: error ? Number(error.code) : 0, out, err }),
    )
    child.stdin!.end(input)
  })
}
function file(name: string, text: string): string {
  const path = join(folder, name)
  writeFileSync(path, text)
  return path
}

beforeAll(() => np(['schema']))

test('three at once just after the sources changed all find a whole program', async () => {
  rmSync(join(__dirname, '..', '..', '.build', 'np.mjs'), { force: true })
  const all = await Promise.all([np(['schema']), np(['schema']), np(['schema'])])
  for (const { code, out } of all)
    expect({ code, title: typeof JSON.parse(out) }).toEqual({ code: 0, title: 'object' })
})

test('check: figures and notes of a finished job, exit 0; with a Stop, exit 1', async () => {
  const well = await np(['check', file('star.json', writePlanFile(demoPlan('star-wagon')))])
  expect(well.code).toBe(0)
  const report = JSON.parse(well.out)
  expect(Object.keys(report.figures)).toEqual([
    'truck',
    'load',
    'air',
    'lay',
    'power',
    'tune',
    'build',
    'prove',
    'handover',
  ])
  expect(
    report.notes.every(
      (n: Record<string, unknown>) =>
        'rank' in n &&
        'rule' in n &&
        'stage' in n &&
        'text' in n &&
        'value' in n &&
        'limit' in n &&
        'unit' in n &&
        'source' in n,
    ),
  ).toBe(true)
  expect(report.parts.every((p: { state: string }) => p.state === 'new')).toBe(true)
  const hive = demoPlan('hive-hauler')
  const { parts } = JSON.parse((await np(['check', file('hive.json', writePlanFile(hive))])).out)
  const partOf = (id: string) => parts.find((p: { id: string }) => p.id === id)
  expect(partOf('tank')).toMatchObject({
    state: 'kept',
    found: { condition: 'good', dated: '2021-05', rating: hive.air.components.tank!.found.rating },
  })
  expect(partOf('block')).toMatchObject({ kind: 'block', state: 'new' })
  const plan = newPlan('leaf-flatbed', 'Heavy')
  plan.hauls.usual!.ballLoad = 5000
  expect((await np(['check', file('heavy.json', writePlanFile(plan))])).code).toBe(1)
})

test('route: every tube and wire with its points and lengths, the same as the screen’s figures', async () => {
  const plan = demoPlan('estuary-flatbed')
  const { code, out } = await np(['route', file('estuary.json', writePlanFile(plan))])
  const { runs, notes } = JSON.parse(out) as {
    runs: Record<string, number | string | number[][] | null>[]
    notes: { stage: string; rank: string }[]
  }
  const { stages } = createDeriver()(plan)
  expect(code).toBe(stages.lay.notes.some((n) => n.rank === 'stop') ? 1 : 0)
  expect(notes.map((n) => n.stage)).toEqual(stages.lay.notes.map(() => 'lay'))
  const { figures, result } = stages.lay
  expect(runs.map((r) => r.id)).toEqual(result.routes.map((r) => r.id))
  for (const run of runs.filter((r) => r.kind === 'air')) {
    const figure = (of: string) => figures[`${of}.${String(run.id)}`]!.value! * 1000
    expect(run.cut_mm).toBeCloseTo(figure('cut'), 2)
    expect(run.leastHeat_mm).toBeCloseTo(figure('heat'), 2)
    expect(run.length_mm).toBeLessThanOrEqual(run.cut_mm as number)
    expect((run.points_mm as number[][]).every((p) => p.length === 3 && p.every(Number.isFinite))).toBe(true)
  }
})

test('network: every state solved as the core solves it, one by name, as a netlist; what is no state is refused', async () => {
  const plan = demoPlan('festival-rig')
  const path = file('rig.json', writePlanFile(plan))
  const { code, out } = await np(['network', path])
  expect(code).toBe(0)
  expect(JSON.parse(out)).toEqual(JSON.parse(JSON.stringify(networkReport(wiringFor(plan)))))
  const one = JSON.parse((await np(['network', path, '--state', 'compressor'])).out) as object
  expect(Object.keys(one)).toEqual(['compressor'])
  const { out: netlist } = await np(['network', path, '--state', 'off', '--spice'])
  expect(netlist).toMatch(/^\* .*, off\nV_battery .*\n/)
  const refused = await np(['network', path, '--state', 'asleep'])
  expect([refused.code, refused.out]).toEqual([2, ''])
  expect(refused.err).toContain('Use one of off, accessory, on, full')
})

test('check: what cannot be read is exit 2, one line on stderr, nothing on stdout', async () => {
  for (const path of [
    join(folder, 'nothing.json'),
    file('empty.json', ''),
    file('cut.json', '{"format": "nimble-piston-plan", "ver'),
    file('foreign.json', '{}'),
    folder,
  ]) {
    const { code, out, err } = await np(['check', path])
    expect({ path, code, out, lines: err.trimEnd().split('\n').length }).toEqual({
      path,
      code: 2,
      out: '',
      lines: 1,
    })
  }
})

test('calc: every calculator of the list runs its own example', async () => {
  const list = JSON.parse((await np(['calc', '--list'])).out) as { name: string; example: unknown }[]
  expect(list.map((c) => c.name)).toEqual(CALCULATORS.map((c) => c.name))
  for (const { name, example } of list) {
    const { code, out, err } = await np(['calc', name], JSON.stringify(example))
    expect({ name, code, err }).toEqual({ name, code: 0, err: '' })
    expect(Object.keys(JSON.parse(out)).length).toBeGreaterThan(0)
  }
})

test('calc: bad input is exit 2 with one line a field on stderr and nothing on stdout', async () => {
  const { code, out, err } = await np(
    ['calc', 'standby'],
    '{"battery_Ah": "70", "usable_fraction": 2, "drain_mA": 0}',
  )
  expect({ code, out }).toEqual({ code: 2, out: '' })
  expect(err.trimEnd().split('\n')).toEqual([
    expect.stringContaining('battery_Ah'),
    expect.stringContaining('usable_fraction'),
    expect.stringContaining('drain_mA'),
  ])
  for (const [name, input] of [
    ['standby', ''],
    ['standby', '[1'],
    ['no-such', '{}'],
    ['standby', '{}'],
  ] as const) {
    const r = await np(['calc', name], input)
    expect({ name, input, code: r.code, out: r.out }).toEqual({ name, input, code: 2, out: '' })
  }
})

test('schema: a JSON Schema that names the plan’s parts; anything else is a usage line and exit 2', async () => {
  const schema = JSON.parse((await np(['schema'])).out)
  expect(Object.keys(schema.properties)).toEqual(
    expect.arrayContaining(['truck', 'hauls', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover']),
  )
  const { code, err } = await np(['polish'])
  expect(code).toBe(2)
  expect(err).toContain('usage')
})

test('run: names of scenarios; one of them as CSV with its summary; an unknown one is refused', async () => {
  const path = file('shell.json', writePlanFile(demoPlan('shell-runner')))
  const names = await np(['run', path])
  expect(JSON.parse(names.out).map((s: { name: string }) => s.name)).toContain('up-regatta')
  const run = await np(['run', path, '--scenario', 'up-regatta'])
  expect(run.code).toBe(0)
  expect(run.out).toMatch(/^# Boat trailer/)
  expect(run.out.trim().split('\n').length).toBeGreaterThan(50)
  const refused = await np(['run', path, '--scenario', 'moon'])
  expect([refused.code, refused.out]).toEqual([2, ''])
  expect(refused.err).toContain('moon')
})
