import { begunOnce } from '../../app/composables/begunOnce'

/** Loads that the test ends, in any order. */
function heldLoads() {
  const ends: { well: (value: string) => void; badly: (error: Error) => void }[] = []
  const load = () => new Promise<string>((well, badly) => ends.push({ well, badly }))
  return { load, ends }
}

describe('a load begun once', () => {
  it('is the same for all who ask, so nobody goes on before the first has it', async () => {
    const { load, ends } = heldLoads()
    const once = begunOnce(load)
    const order: string[] = []
    const shown = once().then(() => order.push('shown'))
    const waited = once().then(() => order.push('waited'))
    ends.reverse().forEach(({ well }) => well('drawers'))
    await Promise.all([shown, waited])
    expect(order).toEqual(['shown', 'waited'])
    await expect(once()).resolves.toBe('drawers')
    expect(ends).toHaveLength(1)
  })

  it('is tried again where it failed', async () => {
    const { load, ends } = heldLoads()
    const once = begunOnce(load)
    const first = once()
    ends[0]!.badly(new Error('away'))
    await expect(first).rejects.toThrow('away')
    const second = once()
    ends[1]!.well('drawers')
    await expect(second).resolves.toBe('drawers')
  })
})
