import fc from 'fast-check'
import { handInRequest } from '#core/document/exchange'
import { PlanFileError, readPlanFile, writePlanFile } from '#core/document/file'
import { readOwnClasses } from '#core/air/parts/ownClasses'
import { readTickets } from '#core/truck/ticketTable'
import { readRows } from '#core/prove/readings'
import { US_UNITS } from '#core/quantity/units'
import { demoJobs } from '../../core/demo/demoShop'

/**
 * Thousands of broken plan files and tables. Each is refused in words or is whole; none throws another error.
 */

// The reader warns of headings that occur twice.
beforeAll(() => void jest.spyOn(console, 'warn').mockImplementation(() => {}))

const plans = demoJobs().map(({ plan }) => writePlanFile(plan))
/** A text with a few pieces removed, doubled, or replaced by characters that break parsers. */
const broken = (whole: fc.Arbitrary<string>) => {
  const junk = fc.oneof(
    fc.string({ unit: 'binary', maxLength: 8 }),
    fc.constantFrom(
      '\u0000',
      '\ud800',
      '"',
      '{',
      '}',
      '[',
      ']',
      ',',
      '\n',
      '1e999',
      '-',
      'null',
      '"__proto__":',
      '9'.repeat(400),
    ),
  )
  const cut = fc.record({ at: fc.double({ min: 0, max: 1, noNaN: true }), out: fc.nat(200), put: junk })
  return fc.tuple(whole, fc.array(cut, { minLength: 1, maxLength: 4 })).map(([text, cuts]) =>
    cuts.reduce((t, { at, out, put }) => {
      const place = Math.floor(at * t.length)
      return t.slice(0, place) + put + t.slice(place + out)
    }, text),
  )
}

test('2 000 broken plan files', () => {
  fc.assert(
    fc.property(broken(fc.constantFrom(...plans)), (text) => {
      try {
        expect(readPlanFile(text).format).toBe(JSON.parse(plans[0]!).format)
      } catch (error) {
        expect(error).toBeInstanceOf(PlanFileError)
        expect((error as Error).message).toMatch(/\w.*\./)
      }
    }),
    { numRuns: 2000 },
  )
})

test('1 000 broken tables of each kind', () => {
  const table = fc.constantFrom(
    'id,kind,label,price,volume\nyard,tank,Yard tank,5,0.02\nbench,tank,Bench tank,,0.03',
    'label,date,front,rear\nEmpty,2026-11-02,1430 kg,1180 kg\nFull,2026-11-03,1400,1900',
    'time (min), pressure (psi), temperature (°C)\n0, 60, 20\n30, 59.5, 19\n07:30, 59, 18',
  )
  fc.assert(
    fc.property(broken(table), (text) => {
      const own = readOwnClasses(text)
      expect((own.classes === null) !== (own.problems === null)).toBe(true)
      const { tickets, problems } = readTickets(text)
      expect((tickets === null) !== (problems === null)).toBe(true)
      const rows = readRows(text, US_UNITS)
      expect((rows.readings === null) !== (rows.problem === null)).toBe(true)
    }),
    { numRuns: 1000 },
  )
})

test('whatever a hand-in is, its schema says yes or names what is wrong', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 5 }), (value) => {
      expect(handInRequest.isValidSync({ edits: [value] }, { strict: true })).toBe(false)
    }),
    { numRuns: 1000 },
  )
})
