import { USUAL_JOBS } from '../../../tests/usualJobs'
import { demoPlan } from '../../demo/demoShop'
import { createDeriver } from '../../derive/derive'
import { FASTENING_IDS } from '../../catalog/fastenings'
import { partBox } from '../../lay/space/room'
import { laidSize } from '../../lay/space/stand'
import { tapedPlace } from '../../lay/tapes'
import { METRIC_UNITS, US_UNITS } from '../../quantity/units'
import { guideSource } from '../stepGuide'
import { overlaps, SIZE, wordsBox, type StepPicture } from './canvas'
import { jointPicture } from './jointPicture'
import { leakPicture } from './leakPicture'
import { tapeEnds } from './placePicture'
import { stepPicture } from './stepPicture'
import { onPaper, pictureSvg } from './svg'
import { clipped } from './views'

const derive = createDeriver()
/** Steps of reading, laying out and talking, which have no place on the truck. */
const WITHOUT = ['sheet', 'box', 'tools', 'card', 'driver', 'key-fuse']

/** What no picture may do. */
function sound(id: string, picture: StepPicture): void {
  const { lit, words, height, dimensions, scale } = picture
  const inside = (v: number, most: number) => v >= -1 && v <= most + 1
  // The thing of the step is in the picture.
  expect([id, lit.right - lit.left > 0 || lit.bottom - lit.top > 0]).toEqual([id, true])
  expect([id, [lit.left, lit.right].every((v) => inside(v, SIZE.width))]).toEqual([id, true])
  expect([id, [lit.top, lit.bottom].every((v) => inside(v, height))]).toEqual([id, true])
  // No words over others.
  const boxes = words.map((one) => ({ text: one.text, box: wordsBox(one) }))
  const over = boxes.flatMap((a, i) =>
    boxes.slice(i + 1).flatMap((b) => (overlaps(a.box, b.box) ? [`${a.text} / ${b.text}`] : [])),
  )
  expect([id, over]).toEqual([id, []])
  // Every numbered thing has its number in the picture, and each is a spot of the walk.
  if (picture.legend.length > 0) {
    const numbers = words.flatMap(({ text, look }) => (look === 'figure' ? [Number(text)] : []))
    expect([id, numbers]).toEqual([id, picture.legend.map((_, i) => i + 1)])
    expect([id, picture.walk.map(({ text }) => text)]).toEqual([id, picture.legend])
  }
  // Lengths are drawn to scale.
  for (const { from, to, value, text } of dimensions) {
    const drawn = Math.hypot(to[0] - from[0], to[1] - from[1]) / scale
    expect([id, text, Math.abs(drawn - value) < 1e-6]).toEqual([id, text, true])
  }
}

describe.each(USUAL_JOBS)('$id', ({ plan: made }) => {
  const plan = made()
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const { steps } = derived.stages.build.result

  test('every step that has a place has a picture: its thing inside, no words over others, lengths to scale', () => {
    for (const step of steps) {
      const picture = stepPicture(step, source)
      if (WITHOUT.includes(step.id)) continue
      expect([step.id, picture !== null]).toEqual([step.id, true])
      sound(step.id, picture!)
    }
  })

  test('a part’s picture has the lengths of its words, from edges that are there', () => {
    const { places, stands } = derived.stages.lay.result
    for (const step of steps) {
      if (!step.id.startsWith('mount-') || step.place !== 'truck' || !step.part) continue
      const box = partBox(places[step.part]!, laidSize(plan.air, stands, step.part))
      const { tapes } = tapedPlace(box, source.solids)
      const drawn = stepPicture(step, source)!.dimensions.map(({ value }) => value)
      // A third tape is along the direction in which one looks.
      expect(drawn).toEqual(tapes.map(({ far }) => far).slice(0, 2))
      for (const tape of tapes) {
        const { edge, face } = tapeEnds(box, tape)
        expect(Math.abs(edge - face)).toBeCloseTo(tape.far, 9)
      }
    }
  })

  test('every place to soap that Lay has a place for is lit in its picture, with the name of its part', () => {
    const { places } = derived.stages.prove.result
    const shown = places.flatMap((place) => {
      const picture = leakPicture(place, source)
      if (picture) sound(place.id, picture)
      return picture ? [{ place, picture }] : []
    })
    expect(shown.length).toBe(places.filter(({ at }) => derived.stages.lay.result.places[at]).length)
    for (const { place, picture } of shown)
      expect(picture.words.map(({ text }) => text)).toContain(plan.air.components[place.at]!.label)
  })

  test('a line is walked piece by piece, in its words', () => {
    for (const step of steps.filter(({ id }) => id.startsWith('line-'))) {
      const { walk } = stepPicture(step, source)!
      expect(walk.length).toBeGreaterThan(0)
      expect(walk.every(({ text }) => text !== '')).toBe(true)
    }
  })
})

test('a length is in the shop’s unit, and a name cannot break out of the picture', () => {
  const plan = structuredClone(demoPlan('estuary-flatbed'))
  plan.air.components.compressor!.label = '<b>"Pump" & co'
  const derived = derive(plan)
  const step = derived.stages.build.result.steps.find(({ id }) => id === 'mount-compressor')!
  const picture = stepPicture(step, guideSource(plan, derived, US_UNITS))!
  expect(picture.dimensions.every(({ text }) => / in$/.test(text))).toBe(true)
  const svg = pictureSvg(picture)
  expect(svg).toContain('&lt;b&gt;&quot;Pump&quot; &amp; co')
  expect(svg).not.toContain('<b>')
})

test('the joints of a step are numbered in the order in which it tightens them', () => {
  const plan = demoPlan('estuary-flatbed')
  const derived = derive(plan)
  const step = derived.stages.build.result.steps.find(({ id }) => id === 'torque-left')!
  const picture = stepPicture(step, guideSource(plan, derived, METRIC_UNITS))!
  const marks = picture.words.filter(({ look }) => look === 'mark').map(({ text }) => text)
  expect(marks).toEqual(
    new Set(step.tightens.map(({ joint }) => joint)).size === 4 ? ['1', '2', '3', '4'] : [],
  )
})

test('a moved spot of a run is shown where it is walked', () => {
  const plan = demoPlan('estuary-flatbed')
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const step = derived.stages.build.result.steps.find(({ id }) => id.startsWith('line-'))!
  const picture = stepPicture(step, source)!
  const [x] = picture.walk[0]!.at
  expect(pictureSvg(picture, 0)).toContain(`cx="${Math.round(x * 10) / 10}"`)
  expect(pictureSvg(picture, 0).length).toBeGreaterThan(pictureSvg(picture).length)
})

test('on paper no colour of the page is left in a picture, and one that paper has not is refused', () => {
  const plan = demoPlan('festival-rig')
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  for (const step of derived.stages.build.result.steps) {
    const picture = stepPicture(step, source)
    if (picture) expect(onPaper(pictureSvg(picture))).not.toContain('var(')
  }
  expect(() => onPaper('<rect fill="var(--mauve)"/>')).toThrow('Paper has no colour mauve')
})

test('an arrow stands at a port the way its line leaves it', () => {
  const plan = demoPlan('estuary-flatbed')
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const step = derived.stages.build.result.steps.find(({ id }) => id === 'mount-block')!
  const picture = stepPicture(step, source)!
  const arrows = picture.shapes.flatMap((shape) => (shape.kind === 'arrow' ? [shape] : []))
  expect(arrows.length).toBeGreaterThan(0)
  const lines = derived.stages.lay.result.routes.filter((r) => r.from === 'block' || r.to === 'block')
  // Seen from the left: ahead is to the left, up is up.
  const ways = lines.map(({ from, points }) => {
    const [a, b] = from === 'block' ? [points[0]!, points[1]!] : [points.at(-1)!, points.at(-2)!]
    return Math.atan2(a.z - b.z, a.x - b.x)
  })
  for (const { from, to } of arrows) {
    const angle = Math.atan2(to[1] - from[1], to[0] - from[0])
    expect(Math.min(...ways.map((way) => Math.abs(Math.sin((way - angle) / 2))))).toBeLessThan(1e-6)
  }
})

test('many parts are numbered, each number has its name, and the walk goes through all of them', () => {
  const plan = demoPlan('festival-rig')
  const derived = derive(plan)
  const step = derived.stages.build.result.steps.find(({ id }) => id.startsWith('soap'))!
  const { legend, walk, words } = stepPicture(step, guideSource(plan, derived, METRIC_UNITS))!
  expect(legend.length).toBeGreaterThan(7)
  expect(walk.map(({ text }) => text)).toEqual(legend)
  const numbers = words.filter(({ look }) => look === 'figure').map(({ text }) => Number(text))
  expect(numbers).toEqual(legend.map((_, i) => i + 1))
})

test('a loom’s picture has the mark of every wire that Lay has run, and both of its terminals', () => {
  const plan = demoPlan('estuary-flatbed')
  const derived = derive(plan)
  const source = guideSource(plan, derived, METRIC_UNITS)
  const step = derived.stages.build.result.steps.find(({ id }) => id === 'loom')!
  const { walk, words } = stepPicture(step, source)!
  const laid = derived.stages.power.result.rows.filter(
    ({ id, route }) =>
      id !== 'feed' && id !== 'earth' && source.derived.stages.lay.result.wires.some((w) => w.id === route),
  )
  expect(laid.length).toBeGreaterThan(0)
  for (const { mark, ends } of laid) {
    expect(words.some(({ text }) => text.split(', ').includes(mark))).toBe(true)
    const said = walk.find(({ text }) => text.startsWith(`${mark},`))!.text
    for (const { at } of ends) expect(said).toContain(at)
  }
})

test('a step that frees the bump stops names them, and not the springs', () => {
  const { id, plan } = USUAL_JOBS.find((job) => job.id === 'coil-in')!
  const made = plan()
  const derived = derive(made)
  const step = derived.stages.build.result.steps.find((s) => s.id === 'free-stops')!
  const names = stepPicture(step, guideSource(made, derived, METRIC_UNITS))!.words.map(({ text }) => text)
  expect([id, names.includes('bump stops'), names.includes('springs')]).toEqual(['coil-in', true, false])
})

test.each(FASTENING_IDS)('the members of a %s stand apart, in their order, numbered', (id) => {
  const picture = jointPicture(id)
  sound(id, picture)
  const marks = picture.words.filter(({ look }) => look === 'mark')
  expect(marks.map(({ x }) => x)).toEqual(marks.map(({ x }) => x).sort((a, b) => a - b))
})

test('a line is cut to its frame on every side, and left out beside it', () => {
  const frame = { left: 0, right: 1, low: 0, high: 1 }
  expect(clipped([-1, 0.5], [2, 0.5], frame)).toEqual([
    [0, 0.5],
    [1, 0.5],
  ])
  expect(clipped([0.5, -1], [0.5, 0.5], frame)).toEqual([
    [0.5, 0],
    [0.5, 0.5],
  ])
  expect(clipped([2, 0], [2, 1], frame)).toBeNull()
  expect(clipped([-1, 0.9], [0.2, 2.1], frame)).toBeNull()
})
