import fc from 'fast-check'
import Papa from 'papaparse'
import { csvRows, csvText, withoutApostrophe } from './csv'

describe('tables as text', () => {
  test('what a spreadsheet would run is text; numbers, also below zero, stay numbers', () => {
    const csv = csvText(
      ['a', '=b'],
      [
        ['=HYPERLINK("x")', -5],
        ['@sum', '-3.5'],
        ['+1+1', '2e-3'],
        ['- not a number', 'x'],
      ],
      ['Run, =1+1', 'Dew point, -5 °C'],
    )
    expect(csv.split('\n').slice(0, 2)).toEqual(["# Run, '=1+1", '# Dew point, -5 °C'])
    const { data } = Papa.parse<string[]>(csv.split('\n').slice(2).join('\n').trim())
    expect(data).toEqual([
      ['a', "'=b"],
      ['\'=HYPERLINK("x")', '-5'],
      ["'@sum", '-3.5'],
      ["'+1+1", '2e-3'],
      ["'- not a number", 'x'],
    ])
  })
  test('no cell of any text begins as a formula, and every one comes back as it was', () => {
    const text = fc.string({ maxLength: 12 }).filter((s) => s === s.trim() && !s.includes("'") && s !== '')
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 4 }), (cells) => {
        const { data } = Papa.parse<string[]>(
          csvText(
            ['x'],
            cells.map((c) => [c]),
          ).trim(),
          { delimiter: ',' },
        )
        for (const [i, cell] of cells.entries()) {
          const read = data[i + 1]![0]!
          if (Number.isNaN(Number(read))) expect(read).not.toMatch(/^[=+\-@]/)
          expect(withoutApostrophe(read)).toBe(cell)
        }
      }),
    )
  })
  test('far too many columns or too large a table is told at once', () => {
    expect(csvRows(','.repeat(1_000_000))).toEqual({ problem: expect.stringContaining('1000001 columns') })
    expect(csvRows(`a,b\n${'x'.repeat(2_000_000)}`)).toEqual({ problem: expect.stringContaining('2.0 MB') })
    expect(csvRows('a,b,a\n1,2,3')).toEqual({ problem: expect.stringContaining('“a” twice') })
    expect(csvRows('a;b\n1;2')).toMatchObject({ heads: ['a', 'b'], rows: [{ a: '1', b: '2' }] })
  })
})
