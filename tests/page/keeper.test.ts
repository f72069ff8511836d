import 'fake-indexeddb/auto'
import fc from 'fast-check'
import { makeEdit } from '#core/document/edit'
import { takeIn, type KeptEdit } from '#core/document/handIn'
import { HandInError, Keeper, type KeepingServer } from '../../app/keeping/keeper'
import { openShelf, type EditShelf, type KeptRow } from '../../app/keeping/shelf'

interface Small {
  values: Record<string, number | string>
}
const DOC = 'job:test'
const away = () => new HandInError('The server does not answer.', true)

/** A server that a test can make fail in every way: before it reads, after it saves, or with a refusal. */
function fakeServer() {
  const revisions: { document: Small; edits: KeptEdit[] }[] = [
    { document: { values: { a: 1, b: 1 } }, edits: [] },
  ]
  const state = { mode: 'well' as 'well' | 'unheard' | 'unanswered' | 'cut', refuse: (_: KeptEdit) => '' }
  const known = () =>
    new Map(
      revisions.flatMap((r, i) =>
        r.edits.flatMap((e) => [e.id, ...(e.replaces ?? [])].map((id) => [id, i + 1] as const)),
      ),
    )
  const head = () => structuredClone(revisions.at(-1)!.document)
  const server: KeepingServer<Small> = {
    async read(since) {
      if (state.mode === 'unheard') throw away()
      const holds = [...known()].filter(([, n]) => n > since).map(([id]) => id)
      return { doc: DOC, revision: revisions.length, document: head(), holds }
    },
    async handIn(edits) {
      if (state.mode === 'unheard') throw away()
      const reason = edits.map((e) => state.refuse(e)).find(Boolean)
      if (reason) throw new HandInError(reason, false)
      const before = known()
      const fresh = edits.filter((e) => !before.has(e.id))
      const { merged, conflicts, refused } = takeIn(
        {
          head: head(),
          at: (n) => revisions[n - 1]?.document ?? null,
          since: (base) => revisions.slice(base).flatMap((r) => r.edits),
        },
        fresh,
      )
      const clash = conflicts.length
        ? { places: conflicts.map((c) => ({ ...c, who: 'Bram', at: '' })), proposal: merged }
        : null
      const standing = { doc: DOC, revision: revisions.length, document: head() }
      const others = revisions
        .slice(edits[0]!.base)
        .some((r) => r.edits.some((e) => e.line !== edits[0]!.line))
      if (clash)
        return {
          ...standing,
          holds: [...before.keys()].filter((id) => edits.some((e) => e.id === id)),
          refused,
          others,
          clash,
        }
      if (fresh.length > 0) revisions.push({ document: merged, edits: fresh })
      if (state.mode === 'unanswered') throw away()
      if (state.mode === 'cut') return { doc: DOC } as never
      return {
        doc: DOC,
        revision: revisions.length,
        document: head(),
        holds: edits.map((e) => e.id),
        refused,
        others,
        clash: null,
      }
    },
  }
  const save = (stream: string, change: (d: Small) => void) => {
    const edit = makeEdit(head(), crypto.randomUUID(), 'theirs', change)!.edit
    return server.handIn([{ ...edit, base: revisions.length, line: stream, who: stream }])
  }
  return { server, state, head, save, revisions }
}

let serial = 0
const freshShelf = () => openShelf(`shelf-${++serial}`)
/** A page: a keeper whose clock the test moves. */
function page(server: KeepingServer<Small>, shelf: EditShelf, stream = 'mine', living: string[] = []) {
  let next: (() => void) | null = null
  const keeper = new Keeper<Small>({
    doc: DOC,
    stream,
    shelf,
    server,
    who: () => stream,
    mayTake: async (name) => !living.includes(name),
    wait: (run) => (next = run),
  })
  const settle = () => new Promise((resolve) => setTimeout(resolve, 5))
  return {
    keeper,
    type(change: (d: Small) => void, label = 'test') {
      const made = makeEdit(keeper.document.value!, crypto.randomUUID(), label, change)
      if (made) keeper.record(made.edit)
    },
    /** Runs the waiting timers, up to so many times. */
    async pass(times = 6) {
      await settle()
      for (let i = 0; i < times; i++) {
        const run = next
        next = null
        run?.()
        await settle()
      }
    },
  }
}
const set = (key: string, value: number | string) => (d: Small) => void (d.values[key] = value)

test('an edit is on the shelf before anything is handed in, and leaves it when the server holds it', async () => {
  const { server, head } = fakeServer()
  const shelf = freshShelf()
  const { keeper, type, pass } = page(server, shelf)
  await keeper.open()
  type(set('a', 2))
  expect(keeper.state.value).toBe('unsaved')
  const typed = keeper.document.value
  expect((await shelf.rows(DOC)).map((r) => r.edit.base)).toEqual([1])
  await pass()
  expect(head().values.a).toBe(2)
  expect([await shelf.rows(DOC), keeper.state.value, keeper.revision.value]).toEqual([[], 'saved', 2])
  // Saving changes nothing on the page, so nothing is derived or run again.
  expect(keeper.document.value).toBe(typed)
})

test.each(['unheard', 'unanswered', 'cut'] as const)(
  'the server is %s: tried again until it holds what was typed, once',
  async (mode) => {
    const { server, state, head, revisions } = fakeServer()
    const shelf = freshShelf()
    const { keeper, type, pass } = page(server, shelf)
    await keeper.open()
    state.mode = mode
    type(set('a', 2))
    await pass(3)
    expect(keeper.state.value).toBe('waiting')
    expect(await shelf.rows(DOC)).toHaveLength(1)
    type(set('a', 3))
    await pass(2)
    state.mode = 'well'
    await pass()
    expect([keeper.state.value, head().values.a, keeper.clash.value]).toEqual(['saved', 3, null])
    expect(revisions.flatMap((r) => r.edits)).toHaveLength(2)
  },
)

test('the page is closed while nobody answers: the next one hands in what it left, from what was seen then', async () => {
  const { server, state, head, save } = fakeServer()
  const shelf = freshShelf()
  const first = page(server, shelf, 'closed')
  await first.keeper.open()
  state.mode = 'unheard'
  first.type(set('a', 2))
  await first.pass(2)
  state.mode = 'well'
  await save('bram', set('a', 9))
  const next = page(server, shelf, 'new')
  await next.keeper.open()
  await next.pass()
  // It does not silently replace Bram's value; it asks.
  expect(head().values.a).toBe(9)
  expect(next.keeper.clash.value?.places).toMatchObject([
    { path: ['values', 'a'], base: 1, mine: 2, theirs: 9, who: 'Bram' },
  ])
})

test('typed upon what an earlier visit left, before that is handed in: no clash with oneself', async () => {
  const { server, state, head } = fakeServer()
  const shelf = freshShelf()
  const killed = page(server, shelf, 'killed')
  await killed.keeper.open()
  state.mode = 'unheard'
  killed.type(set('a', 2))
  await killed.pass()
  state.mode = 'well'
  const { keeper, type, pass } = page(server, shelf, 'next')
  await keeper.open()
  type(set('a', 3))
  await pass()
  expect([keeper.clash.value, keeper.state.value, head().values.a]).toEqual([null, 'saved', 3])
})

test('a job opens although what an earlier visit left cannot be handed in yet', async () => {
  const { server, state } = fakeServer()
  const shelf = freshShelf()
  const first = page(server, shelf, 'closed')
  await first.keeper.open()
  state.mode = 'unheard'
  first.type(set('a', 2))
  await first.pass(1)
  // Reads work, hand-ins fail, and one is under way while the document is read.
  state.mode = 'well'
  const slow: KeepingServer<Small> = {
    read: async (since) => {
      next.keeper.handIn().catch(() => {})
      return server.read(since)
    },
    handIn: () => new Promise(() => {}),
  }
  const next = page(slow, shelf, 'new')
  await next.keeper.open()
  expect(next.keeper.document.value?.values.a).toBe(2)
  expect(next.keeper.pending.value).toHaveLength(1)
})

test('a tab that is open keeps its own edits; another does not take them', async () => {
  const { server, state } = fakeServer()
  const shelf = freshShelf()
  const one = page(server, shelf, 'one')
  await one.keeper.open()
  state.mode = 'unheard'
  one.type(set('a', 2))
  await one.pass(1)
  state.mode = 'well'
  const two = page(server, shelf, 'two', ['one'])
  await two.keeper.open()
  expect(two.keeper.pending.value).toEqual([])
})

test('the answer was lost and the page read anew: what the server holds is not kept twice', async () => {
  const { server, state, revisions } = fakeServer()
  const shelf = freshShelf()
  const before = page(server, shelf)
  await before.keeper.open()
  state.mode = 'unanswered'
  before.type(set('a', 2))
  await before.pass(1)
  state.mode = 'well'
  const now = page(server, shelf)
  await now.keeper.open()
  expect([now.keeper.pending.value, await shelf.rows(DOC)]).toEqual([[], []])
  now.type(set('a', 3))
  await now.pass()
  expect([now.keeper.clash.value, revisions.length]).toEqual([null, 3])
})

test('a refused edit is set aside with its reason, the others go in, and it comes through once mended', async () => {
  const { server, state, head } = fakeServer()
  const shelf = freshShelf()
  const { keeper, type, pass } = page(server, shelf)
  await keeper.open()
  state.refuse = (e) => (e.patches.some((p) => p.value === 'bad') ? 'That does not fit.' : '')
  type(set('a', 2))
  type(set('b', 'bad'), 'Remarks')
  type(set('c', 4))
  await pass(12)
  expect(head().values).toEqual({ a: 2, b: 1, c: 4 })
  expect(keeper.state.value).toBe('saved')
  expect(keeper.aside.value.map((r) => [r.edit.label, r.refused])).toEqual([
    ['Remarks', 'That does not fit.'],
  ])
  // It is still there on the next visit.
  const next = page(server, shelf)
  await next.keeper.open()
  const [row] = next.keeper.aside.value
  await next.keeper.retry(row!.id, [{ ...row!.edit.patches[0]!, value: 'good' }])
  await next.pass()
  expect([head().values.b, next.keeper.aside.value, await shelf.rows(DOC)]).toEqual(['good', [], []])
})

test('thrown away by name: gone from the shelf, and nothing else is', async () => {
  const { server, state } = fakeServer()
  const shelf = freshShelf()
  const { keeper, type, pass } = page(server, shelf)
  await keeper.open()
  state.refuse = () => 'No.'
  type(set('a', 2))
  await pass(4)
  type(set('b', 2))
  await pass(4)
  await keeper.throwAway(keeper.aside.value[0]!.id)
  expect((await shelf.rows(DOC)).map((r) => r.id)).toEqual(keeper.aside.value.map((r) => r.id))
  expect(keeper.aside.value).toHaveLength(1)
})

test.each([
  ['mine', 2],
  ['theirs', 9],
] as const)(
  'a clash settled as %s stays settled, with everything else that was typed',
  async (choice, stands) => {
    const { server, state, head, save } = fakeServer()
    const shelf = freshShelf()
    const { keeper, type, pass } = page(server, shelf)
    await keeper.open()
    state.mode = 'unheard'
    type(set('a', 2), 'Field a')
    type(set('b', 7), 'Field b')
    type(set('c', 8), 'Field c')
    await pass(1)
    state.mode = 'well'
    await save('bram', set('a', 9))
    await pass()
    expect(keeper.clash.value?.places).toHaveLength(1)
    await keeper.settle([choice], crypto.randomUUID())
    // If somebody changes it again, the question has the same words.
    expect(keeper.pending.value.map((r) => r.edit.label)).toEqual(['Field a'])
    await pass()
    expect([head().values, keeper.state.value, await shelf.rows(DOC)]).toEqual([
      { a: stands, b: 7, c: 8 },
      'saved',
      [],
    ])
    const next = page(server, shelf)
    await next.keeper.open()
    await next.pass()
    expect(next.keeper.clash.value).toBeNull()
  },
)

test('the storage is full: said so, and still handed in', async () => {
  const { server, head } = fakeServer()
  const full: EditShelf = {
    settled: () => Promise.resolve(),
    rows: async () => [],
    replace: async () => Promise.reject(Object.assign(new Error('full'), { name: 'QuotaExceededError' })),
  }
  const { keeper, type, pass } = page(server, full)
  await keeper.open()
  type(set('a', 2))
  await Promise.resolve().then(() => Promise.resolve())
  expect(keeper.unsafe.value).toContain('no room left')
  await pass()
  expect(head().values.a).toBe(2)
})

test('more edits than one hand-in takes go in several, in order', async () => {
  const { server, state, head, revisions } = fakeServer()
  const { keeper, type, pass } = page(server, freshShelf())
  await keeper.open()
  state.mode = 'unheard'
  for (let i = 0; i < 450; i++) type(set('a', i + 10))
  state.mode = 'well'
  while (keeper.pending.value.length > 0) await pass()
  expect(head().values.a).toBe(459)
  expect(revisions.slice(1).map((r) => r.edits.length)).toEqual([200, 200, 50])
})

test('an answer for another document or an older state is not taken', async () => {
  const { server } = fakeServer()
  const { keeper, type, pass } = page(
    { ...server, handIn: async (edits) => ({ ...(await server.handIn(edits)), doc: 'job:other' }) },
    freshShelf(),
  )
  await keeper.open()
  type(set('a', 2))
  await pass(2)
  expect([keeper.revision.value, keeper.pending.value.length, keeper.state.value]).toEqual([1, 1, 'waiting'])
})

test('edits left by an earlier version are taken over with the revision they began from', async () => {
  const { takeOverOldQueues } = await import('../../app/keeping/oldQueues')
  const kept = new Map<string, string>()
  const storage = {
    getItem: (k: string) => kept.get(k) ?? null,
    removeItem: (k: string) => void kept.delete(k),
  }
  Object.assign(globalThis, {
    localStorage: new Proxy(storage, {
      ownKeys: () => [...kept.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    }),
  })
  const edit = { id: 'e1', label: 'x', kind: 'do', patches: [], inverse: [] }
  kept.set('np.queue.star-wagon.tab-1', JSON.stringify({ base: 3, edits: [edit] }))
  kept.set('np.queue.broken.tab-1', '{"base":')
  kept.set('np.theme', 'bay')
  const shelf = freshShelf()
  await takeOverOldQueues(shelf, 'bram')
  expect(await shelf.rows()).toMatchObject([
    { id: 'e1', doc: 'job:star-wagon', edit: { base: 3, who: 'bram' } } satisfies Partial<
      Omit<KeptRow, 'edit'>
    > & { edit: Partial<KeptEdit> },
  ])
  expect([...kept.keys()]).toEqual(['np.queue.broken.tab-1', 'np.theme'])
})

test('whatever fails, whenever the page is closed: everything typed is there in the end, once', async () => {
  const step = fc.record({
    mode: fc.constantFrom('well', 'unheard', 'unanswered', 'cut'),
    value: fc.integer({ min: 1, max: 99 }),
    reload: fc.boolean(),
    others: fc.boolean(),
  })
  await fc.assert(
    fc.asyncProperty(fc.array(step, { minLength: 1, maxLength: 8 }), async (steps) => {
      const { server, state, head, save, revisions } = fakeServer()
      const shelf = freshShelf()
      let now = page(server, shelf)
      await now.keeper.open()
      for (const [i, { mode, value, reload, others }] of steps.entries()) {
        state.mode = 'well'
        if (others) await save('bram', set('b', i + 100))
        if (reload) {
          now = page(server, shelf)
          await now.keeper.open()
        }
        state.mode = mode
        now.type(set(`mine-${i}`, value))
        now.type(set('a', value))
        await now.pass(1)
      }
      state.mode = 'well'
      now = page(server, shelf)
      await now.keeper.open()
      await now.pass(8)
      expect([now.keeper.clash.value, now.keeper.state.value, await shelf.rows(DOC)]).toEqual([
        null,
        'saved',
        [],
      ])
      steps.forEach(({ value }, i) => expect(head().values[`mine-${i}`]).toBe(value))
      expect(head().values.a).toBe(steps.at(-1)!.value)
      const ids = revisions.flatMap((r) => r.edits.map((e) => e.id))
      expect(new Set(ids).size).toBe(ids.length)
    }),
    { numRuns: 40 },
  )
})
