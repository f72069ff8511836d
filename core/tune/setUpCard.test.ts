import { setUpCard, type CardFacts, type ControlKind } from './setUpCard'

const facts = (kind: ControlKind): CardFacts => ({
  kind,
  minimum: 34_474,
  presets: [
    { label: 'Empty', preset: { left: 40_000, right: 40_000 } },
    { label: 'Full', preset: { left: 300_000, right: 380_000 } },
  ],
  lever: { arm: 0.15, link: 0.25 },
  rests: true,
})

test('memories: paired first, every memory stored in its order with its pressures, then each pressed', () => {
  const card = setUpCard(facts('memories'))
  const titles = card.map(({ title }) => title)
  expect(titles.findIndex((t) => t.startsWith('Pair one'))).toBeLessThan(titles.indexOf('Memory 1: Empty'))
  expect(card.find(({ title }) => title === 'Memory 2: Full')!.set).toEqual({ left: 300_000, right: 380_000 })
  expect(titles.at(-1)).toBe('Press each memory once')
})

test('paddles and hand fill have nothing to store or pair; a lever and a controller no pressures', () => {
  for (const kind of ['paddles', 'hand'] as const) {
    const text = JSON.stringify(setUpCard(facts(kind)))
    expect(text).not.toMatch(/Pair|store/)
    expect(text).toContain('300000')
  }
  for (const kind of ['lever', 'controller'] as const)
    expect(setUpCard(facts(kind)).every(({ set }) => set === null)).toBe(true)
  expect(
    setUpCard(facts('lever')).some(({ text }) => text.includes('150 mm') && text.includes('250 mm')),
  ).toBe(true)
})

test('whoever works near the springs is warned, and the service lock comes first and last', () => {
  for (const kind of ['memories', 'lever', 'controller'] as const)
    expect(setUpCard(facts(kind)).some(({ text }) => text.includes('Nobody near the springs'))).toBe(true)
  const controller = setUpCard(facts('controller'))
  expect(controller[0]!.title).toBe('Service lock on')
  expect(controller.at(-1)!.title).toContain('Service lock')
})
