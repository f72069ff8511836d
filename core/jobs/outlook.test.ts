import { demoJobs, demoPlan } from '../demo/demoShop'
import type { Plan } from '../document/types'
import { STAGES } from '../quantity/figure'
import { createDeriver } from '../derive/derive'
import { newPlan } from './newPlan'
import { firstMeasures } from '../truck/firstMeasures'
import { fieldNamed } from '../truck/guessed'
import { guessesOf, nearestLimits, nextStep } from './outlook'

const derive = createDeriver()

describe('still a guess', () => {
  const plan = demoPlan('estuary-flatbed')
  plan.truck.survey.gap = { how: 'unknown', tolerance: null }
  plan.truck.survey.motion = { how: 'unknown', tolerance: null }
  plan.air.sheet = null
  test('dearest first, each with what knowing it would take off the range', () => {
    const guesses = guessesOf(plan, derive(plan), 'totes')
    expect(guesses.map((g) => g.id)).toEqual(expect.arrayContaining(['gap', 'area', 'motion', 'seat']))
    const costs = guesses.map((g) => g.cost)
    expect([...costs].sort((a, b) => b - a)).toEqual(costs)
    // Knowing it for certain: the range that is left is narrower by no more than that.
    const known = structuredClone(plan)
    known.truck.survey.gap = { how: 'tape', tolerance: 1e-9 }
    const width = (p: typeof plan) => {
      const { deviation } = derive(p).stages.load.result.uncertainties.totes!
      return 4 * Math.max(deviation.left, deviation.right)
    }
    expect(guesses.find((g) => g.id === 'gap')!.cost).toBeCloseTo(width(plan) - width(known), -2)
  })
  test('what is measured is none, and what no tape can better is never asked for', () => {
    const measured = structuredClone(plan)
    measured.truck.survey.gap.how = 'tape'
    const ids = guessesOf(measured, derive(measured), 'totes').map((g) => g.id)
    expect(ids).not.toContain('gap')
    expect(ids).not.toContain('places')
    expect(guessesOf(plan, derive(plan), 'no such haul')).toEqual([])
  })
})

test('nearest to a limit: the three least in hand of the whole job, none of them past it, each figure once', () => {
  const derived = derive(demoPlan('estuary-flatbed'))
  const near = nearestLimits(derived)
  expect(near).toHaveLength(3)
  expect(near[0]!.inHand).toBeLessThanOrEqual(near[2]!.inHand)
  for (const { figure, inHand } of near) {
    expect(figure.quantity).not.toBe('count')
    if (figure.max !== undefined && figure.max > 0 && inHand > 0)
      expect(figure.value!).toBeLessThanOrEqual(figure.max)
  }
  // A minimum kept at the spring's own least is no limit that is near.
  expect(near.map((n) => `${n.stage}.${n.id}`)).not.toContain('tune.minimum')
  expect(near.map((n) => n.id)).not.toContain('empty.left')
  const least = Math.min(...nearestLimits(derived, 1000).map((n) => n.inHand))
  expect(near[0]!.inHand).toBe(least)
})

describe('next', () => {
  const next = (plan: Plan) => nextStep(plan, derive(plan))
  test('a Stop before everything', () => {
    expect(next(demoPlan('kiln-trailer'))).toMatchObject({
      text: 'Clear the Stop: The spring does not reach its seat.',
      stage: 'truck',
      subject: 'seatGap',
    })
  })
  test('a new job: measure; one in build: its next step; one in proof; one handed over', () => {
    expect(next(newPlan('leaf-flatbed', 'New'))).toMatchObject({ stage: 'truck' })
    const [left] = derive(demoPlan('shell-runner')).stages.build.result.left
    expect(next(demoPlan('shell-runner'))).toMatchObject({ stage: 'build', subject: left })
    expect(next(demoPlan('star-wagon')).text).toBe('Everything is done: hand it over.')
  })
  test('what is measured is not asked for again; while the tape waits the next stage may go on', () => {
    const plan = newPlan('leaf-flatbed', 'New')
    const first = next(plan)
    expect(first).toMatchObject({ text: 'Measure the plate in the door frame.', drawer: 'measure' })
    expect(first.meanwhile).toMatchObject({ stage: 'load' })
    const told = [first.text]
    const measure = (label: string) =>
      fieldNamed(label).put(plan.truck, fieldNamed(label).get(plan.truck)! + 0.001)
    for (const one of firstMeasures(plan.truck)) {
      if (one.id === 'scale')
        for (const axle of ['frontAxle', 'rearAxle'] as const) plan.truck.survey[axle].how = 'scale'
      else one.fields.forEach(measure)
      if (one.id === 'gap') plan.truck.survey.gap.how = 'tape'
      told.push(next(plan).text)
    }
    plan.truck.survey.rearRate.how = 'sheet'
    told.push(next(plan).text)
    // Each thing is asked for once, in the order one walks round the truck.
    expect(told.filter((text, i) => text !== told[i - 1])).toEqual([
      'Measure the plate in the door frame.',
      'Measure both axles on a scale, empty.',
      'Measure the fender lips, once round the truck.',
      'Measure the gap where the spring will sit.',
      'Say how the rate of the rear springs is known.',
      'Say how the seat’s share of the wheel’s travel is known.',
    ])
    // A Stop is never put off.
    expect(next(demoPlan('kiln-trailer')).meanwhile).toBeNull()
  })
  test('a Fix waits until it is mended or accepted by name; accepted, what comes after it is next', () => {
    const wagon = demoPlan('star-wagon')
    wagon.prove.soap = {}
    expect(next(wagon)).toMatchObject({ stage: 'prove' })
    wagon.handover.accepted = {}
    expect(next(wagon)).toMatchObject({ stage: 'air', subject: 'spring-left' })
  })
  test('always one sentence, at a stage there is', () => {
    for (const { plan } of demoJobs()) {
      const { text, stage } = next(plan)
      expect(text).toMatch(/\.$/)
      expect(STAGES).toContain(stage)
    }
  })
})
