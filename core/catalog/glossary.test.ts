import { readFileSync, writeFileSync } from 'node:fs'
import { STAGES } from '../quantity/figure'
import { GLOSSARY, glossaryPage } from './glossary'

test('the page of the documentation says what the list says', () => {
  if (process.env.GOLDEN === 'write') writeFileSync('docs/glossary.md', glossaryPage())
  // The page is set out by a formatter: only its words count.
  const words = (text: string) => text.replace(/[\s|-]+/g, ' ')
  expect(words(readFileSync('docs/glossary.md', 'utf8'))).toBe(words(glossaryPage()))
})

test('each term stands once, in the order of the alphabet, in one line that ends as a sentence', () => {
  const terms = GLOSSARY.map(({ term }) => term.toLowerCase())
  expect(new Set(terms).size).toBe(terms.length)
  expect([...terms].sort((a, b) => a.localeCompare(b, 'en'))).toEqual(terms)
  for (const { term, means } of GLOSSARY) expect([term, /^[A-Z].*\.$/.test(means)]).toEqual([term, true])
})

test('every stage has terms of its own', () => {
  for (const stage of STAGES)
    expect(GLOSSARY.filter(({ at }) => at.includes(stage)).length).toBeGreaterThan(5)
})
