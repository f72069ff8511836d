import fc from 'fast-check'
import { makeEdit, type Edit } from './edit'
import { takeIn, type HeldDocument, type KeptEdit } from './handIn'

/** A small document: values by name, and things with a mass each. */
interface Small {
  values: Record<string, number>
  things: Record<string, { label: string; mass: number }>
}
const start: Small = { values: { a: 1, b: 1 }, things: { t1: { label: 'Tote', mass: 100 } } }

/** A server of one document: every hand-in that does not clash is a revision. */
function server() {
  const revisions: { document: Small; edits: KeptEdit[] }[] = [{ document: start, edits: [] }]
  const held: HeldDocument<Small> = {
    get head() {
      return revisions.at(-1)!.document
    },
    at: (n) => revisions[n - 1]?.document ?? null,
    since: (base) => revisions.slice(base).flatMap((r) => r.edits),
  }
  const handIn = (...edits: KeptEdit[]) => {
    const known = new Set(revisions.flatMap((r) => r.edits.map((e) => e.id)))
    const fresh = edits.filter((e) => !known.has(e.id))
    const result = takeIn(held, fresh)
    if (result.conflicts.length === 0 && fresh.length > result.refused.length)
      revisions.push({ document: result.merged, edits: fresh })
    return { ...result, revision: revisions.length, document: revisions.at(-1)!.document }
  }
  return { handIn, head: () => held.head }
}

let serial = 0
const editOf = (from: Small, base: number, line: string, change: (d: Small) => void): KeptEdit => {
  const edit = makeEdit(from, `e${++serial}`, 'test', change)!.edit as Edit
  return { ...edit, base, line, who: line }
}
const after = (from: Small, edit: KeptEdit) =>
  takeIn({ head: from, at: () => from, since: () => [] }, [{ ...edit, base: 1 }]).merged

test('an answer is lost and the same field is edited again: no clash with oneself, the newer text stands', () => {
  const { handIn, head } = server()
  const first = editOf(start, 1, 'odile', (d) => void (d.values.a = 2))
  handIn(first)
  const second = editOf(after(start, first), 1, 'odile', (d) => void (d.values.a = 3))
  expect(handIn(first, second)).toMatchObject({ conflicts: [], refused: [] })
  expect(head().values.a).toBe(3)
  const third = editOf(head(), 1, 'odile', (d) => void (d.values.a = 4))
  // Even when only the newest is handed in.
  expect(handIn(third)).toMatchObject({ conflicts: [] })
  expect(head().values.a).toBe(4)
})

test('an edit made upon one that an earlier visit had left does not clash with it, whenever either is handed in', () => {
  for (const together of [true, false]) {
    const { handIn, head } = server()
    const left = editOf(start, 1, 'odile, killed', (d) => void (d.values.a = 2))
    const upon = {
      ...editOf(after(start, left), 1, 'odile', (d) => void (d.values.a = 3)),
      saw: [left.id],
    }
    const later = editOf(after(after(start, left), upon), 1, 'odile', (d) => void (d.values.a = 4))
    if (!together) handIn(left)
    const answer = together ? handIn(left, upon, later) : handIn(upon, later)
    expect(answer).toMatchObject({ conflicts: [], refused: [] })
    expect(head().values.a).toBe(4)
  }
})

test('an edit that had not seen another line’s is asked about, though one browser hands both in', () => {
  const { handIn } = server()
  const left = editOf(start, 1, 'another tab', (d) => void (d.values.a = 2))
  const unaware = editOf(start, 1, 'odile', (d) => void (d.values.a = 3))
  expect(handIn(left, unaware).conflicts).toEqual([{ path: ['values', 'a'], base: 1, mine: 3, theirs: 2 }])
})

test('handing in twice is harmless', () => {
  const { handIn, head } = server()
  const edit = editOf(start, 1, 'odile', (d) => void (d.things.t2 = { label: 'Drum', mass: 20 }))
  handIn(edit)
  const before = head()
  expect(handIn(edit).revision).toBe(2)
  expect(head()).toBe(before)
})

test('an edit typed before somebody else’s came in does not replace theirs in silence', () => {
  const { handIn, head } = server()
  const mine = editOf(start, 1, 'odile', (d) => void (d.values.a = 2))
  handIn(editOf(start, 1, 'bram', (d) => void (d.values.a = 9)))
  // Something of mine landed meanwhile, so that my page knows revision 3.
  handIn(editOf(start, 1, 'odile', (d) => void (d.values.b = 5)))
  const { conflicts } = handIn(mine)
  expect(conflicts).toEqual([{ path: ['values', 'a'], base: 1, mine: 2, theirs: 9 }])
  expect(head().values).toEqual({ a: 9, b: 5 })
})

test('taken away by one while another edits it is asked about, whole', () => {
  const { handIn } = server()
  handIn(editOf(start, 1, 'bram', (d) => void delete d.things.t1))
  const one = editOf(start, 1, 'odile', (d) => void (d.things.t1!.mass = 120))
  const two = editOf(after(start, one), 1, 'odile', (d) => void (d.things.t1!.label = 'Tote of honey'))
  expect(handIn(one, two).conflicts).toEqual([
    {
      path: ['things', 't1'],
      base: { label: 'Tote', mass: 100 },
      mine: { label: 'Tote of honey', mass: 120 },
      theirs: undefined,
    },
  ])
})

test('a place typed several times is asked about once, and not at all when it ends where it was', () => {
  const { handIn } = server()
  handIn(editOf(start, 1, 'bram', (d) => void (d.values.a = 9)))
  const one = editOf(start, 1, 'odile', (d) => void (d.values.a = 2))
  const two = editOf(after(start, one), 1, 'odile', (d) => void (d.values.a = 3))
  expect(handIn(one, two).conflicts).toEqual([{ path: ['values', 'a'], base: 1, mine: 3, theirs: 9 }])
  const back = editOf(after(start, one), 1, 'odile', (d) => void (d.values.a = 1))
  expect(handIn(one, back).conflicts).toEqual([])
})

test('one edit that cannot be taken is refused by itself; the others go in', () => {
  const { handIn, head } = server()
  const good = editOf(start, 1, 'odile', (d) => void (d.values.b = 2))
  const gone: KeptEdit = {
    ...good,
    id: 'gone',
    patches: [{ op: 'replace', path: ['nowhere', 'x'], value: 1 }],
  }
  const late: KeptEdit = { ...good, id: 'late', base: 77 }
  expect(handIn(gone, late, good).refused.map((r) => r.id)).toEqual(['gone', 'late'])
  expect(head().values.b).toBe(2)
})

test.each([
  ['an index far beyond a list', { op: 'add', path: ['list', 4e9], value: 1 }],
  ['the length of a list', { op: 'replace', path: ['list', 'length'], value: 4e9 }],
  ['the prototype', { op: 'add', path: ['__proto__', 'x'], value: 1 }],
  ['what every object has', { op: 'replace', path: ['constructor'], value: 1 }],
  ['a key within a number', { op: 'add', path: ['n', 'x'], value: 1 }],
  ['a method of a list', { op: 'replace', path: ['list', 'push'], value: 1 }],
  ['nothing at all', { op: 'replace', path: [], value: {} }],
  ['half an index', { op: 'add', path: ['list', 0.5], value: 1 }],
] as const)('a patch that names %s is refused before anything is touched', (_, patch) => {
  const document = { list: [1, 2], n: 3 }
  const edit = { id: 'x', label: 'x', kind: 'do' as const, patches: [patch as never], inverse: [] }
  const kept: KeptEdit = { ...edit, base: 1, line: 'l', who: 'w' }
  expect(takeIn({ head: document, at: () => document, since: () => [] }, [kept])).toEqual({
    merged: document,
    conflicts: [],
    refused: [{ id: 'x', message: expect.stringContaining('no longer in the plan') }],
  })
})

test('whatever is lost, doubled or late on the way: each person’s last word on a field of their own stands', () => {
  const step = fc.record({
    who: fc.constantFrom('odile', 'bram', 'mira'),
    value: fc.integer({ min: 1, max: 99 }),
    heard: fc.boolean(),
  })
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 30 }), (steps) => {
      const { handIn, head } = server()
      const pages = new Map<string, { base: number; seen: Small; waiting: KeptEdit[] }>()
      const last: Record<string, number> = {}
      for (const { who, value, heard } of steps) {
        const page = pages.get(who) ?? { base: 1, seen: start, waiting: [] }
        pages.set(who, page)
        if (page.seen.values[who] === value) continue
        const edit = editOf(page.seen, page.base, who, (d) => void (d.values[who] = value))
        last[who] = value
        page.waiting.push(edit)
        page.seen = after(page.seen, edit)
        const answer = handIn(...page.waiting)
        expect(answer).toMatchObject({ conflicts: [], refused: [] })
        if (heard) Object.assign(page, { base: answer.revision, seen: answer.document, waiting: [] })
      }
      for (const [who, value] of Object.entries(last)) expect(head().values[who]).toBe(value)
    }),
  )
})
