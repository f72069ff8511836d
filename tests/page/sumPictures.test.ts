import { CALCULATORS } from '#core/calculators/index'
import { SUM_PICTURES } from '../../app/pictures/sumPictures'

test('every quick sum has a picture whose letters stand in its formula or name one of its figures', () => {
  expect(Object.keys(SUM_PICTURES).sort()).toEqual(CALCULATORS.map((c) => c.name).sort())
  for (const { name, formula, outputs } of CALCULATORS) {
    const said = [formula, ...Object.values(outputs).map((o) => `${o.label} ${o.unit}`)]
      .join(' ')
      .toLowerCase()
    const { words } = SUM_PICTURES[name]!
    const known = words.filter(({ text }) => text.split(', ').some((w) => said.includes(w.toLowerCase())))
    expect({ name, known: known.length > 0 }).toEqual({ name, known: true })
    for (const { x, y } of words) expect(x >= 0 && x < 300 && y > 8 && y <= 110).toBe(true)
  }
})
