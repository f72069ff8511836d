import fc from 'fast-check'
import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { bundleDiameter, grommetFor, holesOf } from './holes'
import { allowanceOf, measuredOf } from './measured'
import { placeAlong } from './run/along'
import { comesDownAt, howPulled } from './run/pulling'
import { stripOf } from './run/strip'
import { solidsOf } from './space/room'
import { boxAround, boxToShape } from './space/shapes'
import { labelsOf } from './tables'

const rig = demoPlan('festival-rig')
const { result } = createDeriver()(rig).stages.lay
const solids = solidsOf(rig.truck, rig.air, rig.lay.solids)

test('every run that passes sheet metal has its hole there, and a hole is on its sheet', () => {
  const through = result.routes.filter((r) => r.grommets > 0).map((r) => r.id)
  expect(through.length).toBeGreaterThan(2)
  const sheets = result.holes.filter((h) => h.grommet !== null)
  expect(new Set(sheets.flatMap((h) => h.runs))).toEqual(new Set(through))
  for (const { at, through: label } of sheets) {
    const sheet = solids.find((s) => s.label === label)!
    expect(boxToShape(boxAround(at, at), sheet.shape)).toBe(0)
  }
  expect(result.holes.filter((h) => h.grommet === null)).toHaveLength(2)
})

test('what lies together goes through one hole, large enough for it; the drill is larger than the grommet’s inside', () => {
  // Two lines of 6 mm side by side are 12 mm wide at the least; area: √(2 · 36 ÷ 0.6) = 11 mm.
  expect(bundleDiameter([0.006])).toBe(0.006)
  expect(bundleDiameter([0.006, 0.006])).toBeCloseTo(Math.sqrt(7.2e-5 / 0.6), 12)
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.004, max: 0.012, noNaN: true }), { minLength: 1, maxLength: 5 }),
      (d) => {
        const bundle = bundleDiameter(d)
        expect(bundle).toBeGreaterThanOrEqual(Math.max(...d))
        const { inside, hole } = grommetFor(bundle)
        expect(hole).toBeGreaterThan(inside)
        if (bundle <= 0.032) expect(inside).toBeGreaterThanOrEqual(bundle)
      },
    ),
  )
})

test('no hole has more in it than its grommet takes: what is too thick together takes a hole beside', () => {
  const thick = (holes: typeof result.holes, radius?: number) =>
    holes
      .filter((h) => h.grommet !== null)
      .map((h) => {
        const runs = h.runs.map((id) => result.routes.find((r) => r.id === id)!)
        return { inside: h.grommet!, bundle: bundleDiameter(runs.map((r) => 2 * (radius ?? r.radius))) }
      })
  for (const { inside, bundle } of thick(result.holes)) expect(inside).toBeGreaterThanOrEqual(bundle)
  const fat = { ...result, routes: result.routes.map((r) => ({ ...r, radius: 0.014 })) }
  const holes = holesOf(fat, rig.air, solids)
  for (const { inside, bundle } of thick(holes, 0.014)) expect(inside).toBeGreaterThanOrEqual(bundle)
  expect(holes.length).toBeGreaterThan(result.holes.length)
})

test('what stands close behind a hole is told, nearest first, and never the sheet itself', () => {
  for (const { through, behind } of result.holes) {
    expect(behind.map(({ far }) => far)).toEqual(behind.map(({ far }) => far).sort((a, b) => a - b))
    expect(behind.map(({ label }) => label)).not.toContain(through)
  }
  expect(result.holes.some(({ behind }) => behind.length > 0)).toBe(true)
})

test('a run into the cab is followed, fished and sealed; one that climbs a pillar is told of the airbag', () => {
  const run = result.routes.find((r) => r.id === 'block-left')!
  const strip = stripOf(run, solids)
  expect(strip.map((p) => p.along)).toContain('behind the dash')
  const told = howPulled(
    { run, strip, mark: 'L', atSpring: false, forLater: false, kept: false, comesDown: null },
    (m) => `${m} m`,
  )
  expect(told[0]).toBe('Mark both ends L before it is pulled, and tape them shut.')
  expect(told.join(' ')).toContain('Through the cab floor')
  expect(told.join(' ')).not.toContain('airbag')
  const pillar = [{ ...strip[0]!, along: 'behind the pillar trim' }]
  expect(
    howPulled(
      { run, strip: pillar, mark: 'L', atSpring: true, forLater: true, kept: false, comesDown: null },
      String,
    ).join(' '),
  ).toMatch(/airbags.*Split sleeve.*comes later/)
  expect(
    howPulled(
      {
        run: { ...run, wayless: true },
        strip,
        mark: 'L',
        atSpring: true,
        forLater: false,
        kept: false,
        comesDown: null,
      },
      String,
    ),
  ).toEqual([])
})

test('two labels for every line and wire, one for each of its ends', () => {
  const labels = labelsOf(result, () => 'L')
  expect(labels).toHaveLength(result.routes.length * 2)
  expect(labels[0]!.end).not.toBe(labels[1]!.end)
  expect(labels.some(({ text }) => text.endsWith(', lamp'))).toBe(true)
})

test('a place along a run is as far along it as was asked', () => {
  const corner = [
    { x: 0, y: 0, z: 0 },
    { x: 2, y: 0, z: 0 },
    { x: 2, y: 1, z: 0 },
  ]
  expect(placeAlong(corner, 0.5)).toEqual({ x: 0.5, y: 0, z: 0 })
  expect(placeAlong(corner, 2.25)).toEqual({ x: 2, y: 0.25, z: 0 })
  expect(placeAlong(corner, 9)).toEqual(corner[2])
})

test('what came back from the truck: only typed lines off a coil count, slack taken off (worked by hand)', () => {
  const lines = result.routes.filter((r) => r.kind === 'air' && r.coiled === null)
  const [a, b] = [lines[0]!, lines[1]!]
  expect(measuredOf(result.routes, { cutTo: {} })).toBeNull()
  const cutTo = { [a.id]: a.run * 1.1 + a.slack, [b.id]: b.run * 1.1 + b.slack, feed: 9 }
  const measured = measuredOf(result.routes, { cutTo })!
  expect(measured).toMatchObject({ lines: 2, runs: a.run + b.run })
  expect(allowanceOf(measured)).toBeCloseTo(0.1, 9)
})

test('the shop’s allowance lengthens every run and no slack; a length typed under the truck rules over both', () => {
  const of = (lay: Partial<typeof rig.lay>) =>
    createDeriver()({ ...rig, lay: { ...rig.lay, ...lay } }).stages.lay
  const [plain, longer] = [of({}).result, of({ allowance: 0.1 }).result]
  for (const run of plain.routes.filter((r) => r.coiled === null)) {
    const other = longer.routes.find((r) => r.id === run.id)!
    expect(Math.abs(other.cut - (run.run * 1.1 + run.slack))).toBeLessThan(0.0101)
    expect(other.run).toBe(run.run)
  }
  const id = plain.cuts[0]!.id
  const typed = of({ allowance: 0.1, cutTo: { [id]: 6 } })
  expect(typed.result.routes.find((r) => r.id === id)!.cut).toBe(6)
  const short = (cut: number) => of({ cutTo: { [id]: cut } }).notes.filter((n) => n.rule === 'cut-short')
  expect(short(plain.cuts[0]!.run - 0.004)).toEqual([])
  expect(short(plain.cuts[0]!.run - 0.006)).toMatchObject([{ subject: id, rank: 'fix' }])
})

test('a run goes through the grommet that was told, and no hole is drilled for it', () => {
  const told = (grommets: { x: number; y: number; z: number }[]) => {
    const solids = Object.fromEntries(
      grommets.map((at, i) => [
        `g${i}`,
        {
          label: 'Grommet',
          kind: 'grommet' as const,
          at,
          size: { along: 0.03, across: 0.03, up: 0.03 },
          there: true,
          order: i,
        },
      ]),
    )
    return createDeriver()({ ...rig, lay: { ...rig.lay, solids } }).stages.lay.result
  }
  const drilled = (of: typeof result) => of.holes.filter((h) => h.grommet !== null && h.drill !== null).length
  const [first] = result.holes
  const there = told([first!.at])
  expect(drilled(there)).toBeLessThan(drilled(result))
  const run = there.routes.find((r) => r.id === first!.runs[0])!
  expect(run.grommets).toBe(0)
  expect(there.holes.find((h) => h.runs.includes(run.id))!.drill).toBeNull()
  // Where no run can use it, it changes nothing.
  expect(drilled(told([{ x: -9, y: 0, z: 0 }]))).toBe(drilled(result))
})

test('ties stand at even distances along a run, each on the piece it lies on', () => {
  const run = result.routes.find((r) => r.id === 'block-left')!
  const ties = stripOf(run, solids).flatMap((piece) => {
    for (const tie of piece.ties) {
      expect(tie).toBeGreaterThan(piece.at)
      expect(tie).toBeLessThanOrEqual(piece.at + piece.length)
    }
    return piece.ties
  })
  ties.forEach((tie, i) => expect(tie).toBeCloseTo((i + 1) * 0.175, 9))
  expect(ties.length).toBe(Math.floor(stripOf(run, solids).reduce((sum, p) => sum + p.length, 0) / 0.175))
})

test('beside the hitch or the spare wheel a joint is pulled apart by hand', () => {
  const hitch = { x: -rig.truck.axleToBall + 0.1, y: 0, z: rig.truck.ballHeight + 0.05 }
  const noSpare = solids.filter(({ id }) => id !== 'spare')
  expect(comesDownAt([hitch], noSpare)).toBe('the hitch')
  expect(comesDownAt([{ ...hitch, z: hitch.z + 1 }], solids)).toBeNull()
  const { centre } = rig.truck.spare!
  expect(comesDownAt([centre], solids)).toBe('the spare wheel')
})

test('a run made to pass a pillar is told of the airbag behind its trim; as it is proposed it is not', () => {
  const derive = createDeriver()
  const told = (of: typeof rig) => derive(of).stages.lay.notes.filter((n) => n.rule === 'airbag-trim')
  expect(told(rig)).toEqual([])
  const floor = solids.find(({ id }) => id === 'sheet-floor')!.shape
  if (floor.shape !== 'box') throw new Error('the floor is a sheet')
  const { min, max } = floor
  const pillar = structuredClone(rig)
  pillar.lay.waypoints['block-left'] = [{ x: (min.x + max.x) / 2, y: max.y - 0.08, z: max.z + 0.5 }]
  expect(told(pillar)).toMatchObject([{ rank: 'know', subject: 'block-left', value: 1 }])
})
