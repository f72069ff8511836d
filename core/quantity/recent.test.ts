import { recent } from './recent'

test('the last few are kept, the one longest not asked for goes first', () => {
  const asked: string[] = []
  const keep = recent<string>(2)
  const ask = (key: string) =>
    keep(key, () => {
      asked.push(key)
      return key.toUpperCase()
    })
  expect(['a', 'b', 'a', 'c', 'a', 'b'].map(ask)).toEqual(['A', 'B', 'A', 'C', 'A', 'B'])
  expect(asked).toEqual(['a', 'b', 'c', 'b'])
})
