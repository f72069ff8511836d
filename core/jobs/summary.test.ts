import { demoPlan } from '../demo/demoShop'
import { createDeriver } from '../derive/derive'
import { answerPlan } from '../whatIf/runs'
import { listWord, summarise, type JobSummary } from './summary'

const plan = demoPlan('star-wagon')

test('what a save keeps says that the circuit has not been run; once it has, its notes are counted', () => {
  const derive = createDeriver()
  const saved = summarise(plan, derive(plan))
  expect(saved.ran).toBe(false)
  const derived = derive(plan, answerPlan(plan, derive(plan)))
  const ran = summarise(plan, derived, true)
  expect(ran.ran).toBe(true)
  const count = (rank: string) => derived.notes.filter((n) => n.rank === rank).length
  expect(ran.notes).toEqual({ stop: count('stop'), fix: count('fix'), know: count('know') })
})

test('the list says clear only where the circuit was run, nothing is noted and every stage is clear', () => {
  const clear = Object.fromEntries(
    Object.keys(summarise(plan, createDeriver()(plan)).states).map((s) => [s, 'clear']),
  )
  const summary = (rest: Partial<JobSummary>): JobSummary => ({
    ...summarise(plan, createDeriver()(plan), true),
    states: clear as JobSummary['states'],
    notes: { stop: 0, fix: 0, know: 3 },
    ...rest,
  })
  expect(listWord(summary({}))).toBe('clear')
  expect(listWord(summary({ states: { ...summary({}).states, build: 'begun' } }))).toBe('no notes')
  expect(listWord(summary({ notes: { stop: 0, fix: 1, know: 0 } }))).toBe('')
  expect(listWord(summary({ notes: { stop: 1, fix: 0, know: 0 } }))).toBe('')
  for (const ran of [false, undefined]) expect(listWord(summary({ ran }))).toBe('circuit not run yet')
})
