import { KINDS, type ComponentKind } from '../../catalog/kinds'
import type { TubeClass } from '../../catalog/tubes'
import { DIRECT } from '../../document/types'
import type { Note } from '../../quantity/figure'
import { SUPPLY_KINDS, allOfKinds, firstOfKind } from '../circuit/connections'
import { operationRemedy } from '../circuit/offered'
import { putInLine, teeOff } from '../circuit/operations'
import { partOf, tubeOf } from '../parts/parts'
import { AIR_NOTE, COMMON_PRACTICE, sheetRemedy, lower, freelyConnected } from './common'
import type { RuleInput } from '../types'
import { pressuresSeen } from '../circuit/supply'

export function guardRules({ plan, set, supply }: RuleInput): Note[] {
  const notes: Note[] = []
  const tank = firstOfKind(plan, 'tank')
  const BARE: readonly ComponentKind[] = [
    'check',
    'block',
    'paddle',
    'solenoid',
    'regulator',
    'heightValve',
    'compressor',
    'belt',
    'boost',
    'spring',
  ]
  if (tank) {
    const near = freelyConnected(plan, tank, BARE)
    const rated = partOf(plan, tank).figures.maxPressure!
    const relief = near.find((id) => plan.components[id]!.kind === 'relief')
    const source =
      'Relief above cut-out and at or below the tank’s rating; pressure-equipment practice (memory)'
    const hang = (kind: ComponentKind) => {
      const free = Object.entries(plan.lines).find(
        ([, l]) =>
          (l.to === tank && plan.components[l.from]?.kind === 'plug') ||
          (l.from === tank && plan.components[l.to]?.kind === 'plug'),
      )
      if (!free) {
        const line = Object.keys(plan.lines).find(
          (id) => plan.lines[id]!.from === tank || plan.lines[id]!.to === tank,
        )
        return line
          ? operationRemedy(plan, `Tee a ${KINDS[kind].label.toLowerCase()} in`, teeOff(line, kind))
          : undefined
      }
      const [line, l] = free
      const plugId = l.from === tank ? l.to : l.from
      return {
        label: `Put a ${KINDS[kind].label.toLowerCase()} in place of the plug`,
        patches: [
          { op: 'replace' as const, path: ['air', 'components', plugId, 'kind'], value: kind },
          { op: 'replace' as const, path: ['air', 'components', plugId, 'label'], value: KINDS[kind].label },
          { op: 'replace' as const, path: ['air', 'lines', line, 'tube'], value: DIRECT },
        ],
      }
    }
    if (!relief)
      notes.push({
        ...AIR_NOTE,
        rule: 'no-relief',
        rank: 'stop',
        subject: tank,
        value: rated,
        title: 'The tank has no relief valve',
        text: 'A switch that welds shut would take it past the {value} it is rated to. A relief valve goes on the tank itself.',
        source,
        remedy: hang('relief'),
      })
    else {
      const { set: opens } = partOf(plan, relief).figures as { set: number }
      if (opens > rated)
        notes.push({
          ...AIR_NOTE,
          rule: 'relief-over-tank',
          rank: 'stop',
          subject: relief,
          value: opens,
          limit: rated,
          title: 'The relief valve opens too late',
          text: 'It opens at {value}; the tank is rated to {limit}.',
          source,
          remedy:
            supply?.cutOut != null && supply.cutOut < rated
              ? sheetRemedy('Set it to the tank’s rating', relief, 'set', rated)
              : undefined,
        })
      if (supply?.cutOut != null && opens <= supply.cutOut)
        notes.push({
          ...AIR_NOTE,
          rule: 'relief-under-cut-out',
          rank: 'fix',
          subject: relief,
          value: opens,
          limit: supply.cutOut,
          title: 'The relief valve opens before the supply stops',
          text: 'It opens at {value}, the switch cuts out at {limit}: it blows at every fill and the supply never stops.',
          source,
        })
    }
    const drain = near.find((id) => plan.components[id]!.kind === 'drain')
    if (!drain)
      notes.push({
        ...AIR_NOTE,
        rule: 'no-drain',
        rank: 'fix',
        subject: tank,
        title: 'The tank has no drain',
        text: 'Every tank gathers water. A drain at the lowest point lets it out before it freezes or rusts through.',
        source: COMMON_PRACTICE,
        remedy: hang('drain'),
      })
    else if (
      !Object.values(plan.lines).some(
        (l) =>
          (l.from === drain && l.to === tank && l.toPort === 'drain') ||
          (l.to === drain && l.from === tank && l.fromPort === 'drain'),
      )
    )
      notes.push({
        ...AIR_NOTE,
        rule: 'drain-not-lowest',
        rank: 'fix',
        subject: drain,
        title: 'The drain is not at the lowest point',
        text: 'It sits on another port than the tank’s lowest: water stays behind.',
        source: COMMON_PRACTICE,
      })
    const limits = firstOfKind(plan, 'pressureSwitch')
    const switched = allOfKinds(plan, 'compressor', 'belt')
    if (switched.length > 0 && !limits)
      notes.push({
        ...AIR_NOTE,
        rule: 'no-switch',
        rank: 'stop',
        subject: tank,
        title: 'Nothing stops the supply',
        text: 'Without a pressure switch it runs until the relief valve blows, or itself gives up.',
        source: COMMON_PRACTICE,
        remedy: hang('pressureSwitch'),
      })
    const guarded = (id: string) =>
      freelyConnected(plan, id, ['check', 'block', 'solenoid', 'paddle', 'regulator']).includes(tank)
    for (const id of allOfKinds(plan, ...SUPPLY_KINDS)) {
      if (!guarded(id)) continue
      const line = Object.keys(plan.lines).find(
        (l) =>
          (plan.lines[l]!.from === id && plan.lines[l]!.fromPort === 'out') ||
          (plan.lines[l]!.to === id && plan.lines[l]!.toPort === 'out'),
      )
      notes.push({
        ...AIR_NOTE,
        rule: 'no-check',
        rank: 'fix',
        subject: id,
        title: `No check valve behind the ${lower(plan, id)}`,
        text: 'The tank bleeds back through it while it stands, and it starts against full pressure.',
        source: COMMON_PRACTICE,
        remedy: line ? operationRemedy(plan, 'Put a check valve in', putInLine(line, 'check')) : undefined,
      })
    }
  }
  for (const id of allOfKinds(plan, 'pressureSwitch')) {
    const { cutIn, cutOut } = partOf(plan, id).figures as { cutIn: number; cutOut: number }
    if (cutIn >= cutOut)
      notes.push({
        ...AIR_NOTE,
        rule: 'switch-order',
        rank: 'stop',
        subject: id,
        value: cutIn,
        limit: cutOut,
        title: 'Cut-in is not below cut-out',
        text: 'It would start at {value} and stop at {limit}: it chatters, or never stops.',
        source: 'Hysteresis of any pressure switch',
        remedy: sheetRemedy('Set cut-in 170 kPa lower', id, 'cutIn', Math.max(cutOut - 170_000, 0)),
      })
  }
  // A levelling valve that can be fed backwards, and a supply that reaches the springs past it.
  for (const id of allOfKinds(plan, 'heightValve')) {
    const out = Object.entries(plan.lines).find(
      ([, l]) => (l.from === id && l.fromPort === 'out') || (l.to === id && l.toPort === 'out'),
    )
    if (!out) continue
    const behind = out[1].from === id ? out[1].to : out[1].from
    const met = freelyConnected(plan, behind, ['check', 'heightValve', 'block', 'paddle'])
    if (
      plan.components[behind]?.kind !== 'check' &&
      met.some((other) => plan.components[other]!.kind === 'dump')
    )
      notes.push({
        ...AIR_NOTE,
        rule: 'no-check-dump',
        rank: 'stop',
        subject: id,
        title: 'Levelling valve and dump valve meet without a check valve',
        text: 'The dump branch can feed the levelling valve backwards, and what is dumped is filled again at once. A check valve goes between the valve’s outlet and the dump branch.',
        source: COMMON_PRACTICE,
        remedy: operationRemedy(plan, 'Put a check valve in', putInLine(out[0], 'check')),
      })
  }
  // Without a tank the springs hang on the supply's own outlet.
  if (!tank) {
    for (const id of allOfKinds(plan, ...SUPPLY_KINDS)) {
      if (
        freelyConnected(plan, id, ['check', 'block', 'solenoid', 'paddle', 'heightValve']).some(
          (other) => plan.components[other]!.kind === 'spring',
        )
      )
        notes.push({
          ...AIR_NOTE,
          rule: 'no-check',
          rank: 'fix',
          subject: id,
          title: `No check valve behind the ${lower(plan, id)}`,
          text: 'The springs bleed back through it while it stands.',
          source: COMMON_PRACTICE,
        })
    }
  }
  const supplies = allOfKinds(plan, ...SUPPLY_KINDS)
  const loose = supplies.filter((id) =>
    freelyConnected(plan, id, ['check']).some((other) => other !== id && supplies.includes(other)),
  )
  if (loose.length > 1)
    notes.push({
      ...AIR_NOTE,
      rule: 'supplies-not-isolated',
      rank: 'fix',
      subject: loose[0]!,
      title: 'Two supplies push against each other',
      text: `The ${lower(plan, loose[0]!)} and the ${lower(plan, loose[1]!)} meet without a check valve: the weaker one is driven backwards.`,
      source: COMMON_PRACTICE,
    })
  for (const id of allOfKinds(plan, 'horn')) {
    const valve = freelyConnected(plan, id, ['solenoid', 'paddle']).some(
      (other) =>
        plan.components[other]!.kind === 'tank' || SUPPLY_KINDS.includes(plan.components[other]!.kind),
    )
    const line = Object.keys(plan.lines).find((l) => plan.lines[l]!.to === id || plan.lines[l]!.from === id)
    if (valve)
      notes.push({
        ...AIR_NOTE,
        rule: 'horn-open',
        rank: 'stop',
        subject: id,
        title: 'The horn has no valve',
        text: 'It sounds as long as there is air. A solenoid goes before it.',
        source: 'Circuit',
        remedy: line ? operationRemedy(plan, 'Put a solenoid in', putInLine(line, 'solenoid')) : undefined,
      })
  }
  const seen = pressuresSeen(plan, supply, set.spring?.maxPressure ?? 0)
  for (const [id, p] of seen) {
    const { kind, label } = plan.components[id]!
    if (kind === 'spring' || kind === 'relief' || SUPPLY_KINDS.includes(kind)) continue
    const rated = partOf(plan, id).figures.maxPressure
    if (rated !== undefined && p > rated * 1.0001)
      notes.push({
        ...AIR_NOTE,
        rule: 'part-pressure',
        rank: 'stop',
        subject: id,
        value: p,
        limit: rated,
        title: `${label} is rated below what it sees`,
        text: 'It may see {value}; it is rated for {limit}. Take one rated higher, or a regulator before it.',
        source: 'Class of the part (common practice); its own sheet rules',
      })
  }
  for (const [id, l] of Object.entries(plan.lines)) {
    const tube: TubeClass | null = tubeOf(plan, l)
    const p = Math.min(seen.get(l.from) ?? 0, seen.get(l.to) ?? 0)
    if (l.tube !== DIRECT && tube && p > tube.maxPressure * 1.0001)
      notes.push({
        ...AIR_NOTE,
        rule: 'part-pressure',
        rank: 'stop',
        subject: id,
        value: p,
        limit: tube.maxPressure,
        title: `The line from the ${lower(plan, l.from)} is rated below what it sees`,
        text: `It may see {value}; ${tube.label} is rated for {limit}.`,
        source: 'SAE J844 (memory) or class of the hose',
        remedy: {
          label: 'Take braided hose there',
          patches: [{ op: 'replace', path: ['air', 'lines', id, 'tube'], value: 'braided-1-4' }],
        },
      })
  }
  return notes
}
