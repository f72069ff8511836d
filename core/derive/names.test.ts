import { demoJobs, demoPlan } from '../demo/demoShop'
import { makeEdit } from '../document/edit'
import type { Plan } from '../document/types'
import type { Memo } from '../quantity/stage'
import { createDeriver } from './derive'
import { createMemo, type DeriverMemo } from './memo'
import { bareAir, fill, holdsPlaceholders } from './names'

/** A letter of the placeholders: a plan that holds one is computed with its names. */
const RESERVED = 'Ꭰ'
const asText = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    part instanceof Set ? [...(part as Set<unknown>)] : typeof part === 'function' ? 'function' : part,
  )

describe.each(demoJobs().map(({ plan }) => [plan.job.name, plan] as const))('%s', (_, plan) => {
  const answersOf = (renamed: Plan) => {
    const { handover, ...stages } = createDeriver()(renamed).stages
    return asText({ ...stages, open: handover.result.open })
  }
  const renamed = (names: readonly string[]): Plan => {
    const copy = structuredClone(plan)
    for (const [i, part] of Object.values(copy.air.components).entries())
      part.label = names[i % names.length]! + i
    return copy
  }

  test.each([
    ['its own names', plan],
    ['names in any case', renamed(['my TANK No ', 'Éclair', 'X', 'ßig ', '{value} ', '$& ', '“q” '])],
  ])('with %s, names filled in last give the same texts as names read by every room', (_what, given) => {
    const read = structuredClone(given)
    read.job.customer = RESERVED
    expect(holdsPlaceholders(given)).toBe(false)
    expect(holdsPlaceholders(read)).toBe(true)
    expect(answersOf(given)).toBe(answersOf(read))
  })

  test('no placeholder is left in what is derived', () => {
    expect(asText(createDeriver()(plan))).not.toMatch(/[Ꭰ-Ᏼꭰ-ꮿ]/)
  })

  test('a new name computes no room again, and neither does a new price', () => {
    const ran: string[] = []
    const inner = createMemo()
    const counting: Memo = (key, inputs, compute) =>
      inner(key, inputs, () => {
        ran.push(key)
        return compute()
      })
    const memo: DeriverMemo = Object.assign(counting, { same: inner.same, copy: inner.copy })
    const derive = createDeriver(memo)
    derive(plan)
    const runBy = (change: (draft: Plan) => void): string[] => {
      ran.length = 0
      derive(makeEdit(plan, 'test', 'x', (draft) => change(draft as Plan))!.plan)
      return [...ran]
    }
    const [part] = Object.keys(plan.air.components)
    expect(runBy(({ air }) => void (air.components[part!]!.own.price = 12_345))).toEqual([])
    const again = runBy(({ air }) => void (air.components[part!]!.label += ' two'))
    expect(again).toEqual([])
  })
})

test('a placeholder takes the case of the text around it', () => {
  const { air, names } = bareAir(demoPlan('festival-rig').air)
  const [held] = Object.values(air.components)
  const name = names[0]!
  expect(name).toMatch(/^[A-Z]/)
  const label = held!.label
  expect(fill(`the ${label.toLowerCase()}.`, names)).toBe(`the ${name.toLowerCase()}.`)
  expect(fill(label.charAt(0).toLowerCase() + label.slice(1), names)).toBe(
    name.charAt(0).toLowerCase() + name.slice(1),
  )
  const lower = label.toLowerCase()
  expect(fill(lower.charAt(0).toUpperCase() + lower.slice(1), names)).toBe(
    name.charAt(0) + name.slice(1).toLowerCase(),
  )
})

test('what holds no name stays the same object, and so does what was filled with the same names', () => {
  const plan = demoPlan('festival-rig')
  const { air, names } = bareAir(plan.air)
  expect(fill(plan.truck, names)).toBe(plan.truck)
  const once = fill(air, names)
  expect(once).not.toBe(air)
  expect(fill(air, [...names])).toBe(once)
  const other = fill(air, ['Other', ...names.slice(1)])
  const [first, second] = Object.keys(air.components)
  expect(other.components[first!]!.label).toBe('Other')
  expect(other.components[second!]).toBe(once.components[second!])
})
