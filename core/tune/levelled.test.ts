import type { StageOutput } from '../quantity/stage'
import { HOLDS, heldInputs, MARK, pressureOf } from './held'
import { withLevels, type Levelled } from './levelled'
import type { TuneResult } from './types'

const tune: StageOutput<TuneResult> = {
  figures: {},
  notes: [],
  state: 'clear',
  headline: { text: 'lever chosen' },
  result: {
    heldBy: 'height',
    presets: {},
    minimum: 34_470,
    trial: null,
    shared: null,
    elsewhere: {},
    lever: null,
  },
}
const rests: Levelled = { id: 'a', label: 'Empty', levelAt: 24, off: -0.004, hunting: null }
const swings: Levelled = {
  id: 'b',
  label: 'Full',
  levelAt: null,
  off: -0.0045,
  hunting: { amplitude: 0.0145, period: 84 },
}

test('what hunts is a Fix of its haul with height and period, and Tune is no longer clear; what rests is none', () => {
  const quiet = withLevels(tune, [rests], 'height')
  expect(quiet).toMatchObject({ notes: [], state: 'clear' })
  expect(quiet.figures['a.levelAt']).toMatchObject({ value: 24, quantity: 'time' })
  expect(quiet.figures['a.hunts']!.value).toBe(0)
  const loud = withLevels(tune, [rests, swings], 'height')
  expect(loud.notes).toHaveLength(1)
  expect(loud.notes[0]).toMatchObject({
    rank: 'fix',
    rule: 'levelling-hunts',
    subject: 'height b',
    value: 0.0145,
  })
  expect(loud.notes[0]!.text).toContain('once in 84 s')
  expect(loud.state).toBe('begun')
  expect(loud.figures['b.levelAt']!.value).toBeNull()
  expect(withLevels({ ...tune, state: 'stop' }, [swings], 'height').state).toBe('stop')
})
test('where nothing levels by itself Tune is the very same', () => {
  expect(withLevels(tune, [], null)).toBe(tune)
})
test('words follow what holds the truck up: a block is named only where there is one', () => {
  for (const by of ['height', 'hand'] as const) {
    expect(`${MARK[by]} ${HOLDS[by]} ${pressureOf(by, 'Full')}`).not.toMatch(/block|preset/i)
    expect(heldInputs(by).map(({ label }) => label)).toEqual(['Gauge reads within'])
  }
  expect(HOLDS.block).toContain('A block holds')
  expect(heldInputs('block')).toHaveLength(2)
})
