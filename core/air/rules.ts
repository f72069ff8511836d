import { KINDS, type ComponentKind } from '../catalog/components'
import { COMPRESSORS, type TubeClass } from '../catalog/parts'
import { DIRECT, type AirPlan, type Truck } from '../plan/types'
import type { Note, Remedy } from '../quantity/figure'
import type { AirNeed, AirResult } from './air'
import {
  ARCHETYPES,
  SUPPLIES,
  allOf,
  backed,
  firstOf,
  inWords,
  looseLines,
  openPorts,
  reach,
  startingCircuit,
} from './circuit'
import {
  IN_LINE,
  fitFilter,
  keepHandFill,
  operationRemedy,
  plug,
  putInLine,
  replace,
  splitSides,
  takeOut,
  teeOff,
} from './operations'
import { interpolate } from '../quantity/interpolate'
import { beltFlow, partOf, portsOf, tubeOf } from './parts'
import { TOOL, TYRE } from './scenarios'

/** What Air notices of a circuit: each rule with its source, its limit and, where one computes, its remedy. */

const air = { stage: 'air', quantity: 'pressure', value: null, limit: null } as const
const PRACTICE = 'Common practice'

export interface RuleInput {
  plan: AirPlan
  truck: Truck
  set: Pick<AirResult, 'spring' | 'compressor' | 'block' | 'tube'>
  needs: Record<string, AirNeed>
  times: Record<string, number | null>
  teed: boolean
  supply: SupplyFacts | null
  /** Pa past its target that a block fed from a tank goes before it shuts, the bore that keeps it under the limit. */
  overshoot: { value: number; bore: number } | null
}

/** Most that the supply ever gives, Pa gauge, and what sets it; null without one. */
export interface SupplyFacts {
  most: number
  by: string
  part: string
  cutIn: number | null
  cutOut: number | null
}

/** Overshoot that is put up with: a block's own ±2 psi (common practice). */
export const OVERSHOOT = 13_790

/** What limits the supply: its own rating, its switch, boost. */
export function supplyOf(plan: AirPlan): SupplyFacts | null {
  const supplies = allOf(plan, ...SUPPLIES)
  if (supplies.length === 0) return null
  const best = supplies
    .map((id) => {
      const { figures } = partOf(plan, id)
      return plan.components[id]!.kind === 'boost'
        ? { id, most: figures.set ?? 0, by: 'boost' }
        : { id, most: figures.maxPressure ?? 0, by: 'its own rating' }
    })
    .sort((a, b) => b.most - a.most)[0]!
  const limits = allOf(plan, 'pressureSwitch').map((id) => partOf(plan, id).figures)[0]
  // A keep-up switch without a tank does not hold the up switch back.
  const held = limits && firstOf(plan, 'tank') && limits.cutOut! < best.most
  return {
    most: held ? limits.cutOut! : best.most,
    by: held ? 'the pressure switch' : best.by,
    part: best.id,
    cutIn: limits?.cutIn ?? null,
    cutOut: limits?.cutOut ?? null,
  }
}

/** Highest pressure that reaches each part in use: as the supply gives it, past regulators less, past a control no more than the springs may have. */
export function pressuresSeen(
  plan: AirPlan,
  supply: SupplyFacts | null,
  springMost: number,
): Map<string, number> {
  const seen = new Map<string, number>()
  const queue: [string, number][] = []
  if (supply) for (const id of allOf(plan, ...SUPPLIES)) queue.push([id, supply.most])
  for (const id of allOf(plan, 'handFill')) queue.push([id, springMost])
  const next = (id: string, p: number): number => {
    const { kind } = plan.components[id]!
    if (kind === 'regulator') return Math.min(p, partOf(plan, id).figures.set!)
    return kind === 'block' || kind === 'paddle' || kind === 'heightValve' ? Math.min(p, springMost) : p
  }
  while (queue.length) {
    const [id, p] = queue.shift()!
    if (!(p > (seen.get(id) ?? -1))) continue
    seen.set(id, p)
    const on = next(id, p)
    for (const l of Object.values(plan.lines)) {
      const from =
        l.from === id
          ? { port: l.fromPort, other: l.to }
          : l.to === id
            ? { port: l.toPort, other: l.from }
            : null
      if (!from || !plan.components[from.other]) continue
      const { kind } = plan.components[id]!
      if (kind === 'spring') continue
      // Air goes on through the far side of what has sides; it does not come back past them.
      if (
        portsOf(plan, id).find((x) => x.id === from.port)?.type !== 'pressure' ||
        (from.port === 'in' &&
          (IN_LINE.includes(kind) || kind === 'block' || kind === 'paddle' || kind === 'heightValve'))
      )
        continue
      queue.push([from.other, on])
    }
  }
  return seen
}

const sheetRemedy = (label: string, id: string, figure: string, value: number): Remedy => ({
  label,
  patches: [{ op: 'add', path: ['air', 'components', id, 'sheet', figure], value }],
})
const lower = (plan: AirPlan, id: string) => inWords(plan, id)

/** Ids between which air passes freely, valves and one-way parts in `closed` left out. */
const upstream = (plan: AirPlan, from: string, closed: readonly ComponentKind[]) => [
  ...reach(plan, from, closed),
]

export function airRules(input: RuleInput): Note[] {
  return [
    ...catalogueRules(input),
    ...jointRules(input),
    ...guardRules(input),
    ...supplyRules(input),
    ...springRules(input),
  ]
}

function catalogueRules({ plan, truck, set }: RuleInput): Note[] {
  const notes: Note[] = []
  const { spring, compressor, block, tube } = set
  const missing = (name: string, id: string, subject = name) =>
    notes.push({
      ...air,
      rule: 'unknown-class',
      rank: 'stop',
      subject,
      title: `The catalogue has no ${name} class “${id}”`,
      text: `Choose a ${name} class from the list. Until then its figures stay blank.`,
      source: 'Catalogue',
    })
  if (!spring) missing('spring', plan.springClass)
  if (!tube) missing('tube', plan.tubeClass)
  if (firstOf(plan, 'compressor') && !compressor) missing('compressor', plan.compressorClass)
  if (firstOf(plan, 'block') && !block) missing('valve block', plan.blockClass, 'block')
  for (const [id, c] of Object.entries(plan.components)) {
    if (c.kind === 'spring' || c.kind === 'compressor' || c.kind === 'block') continue
    const part = partOf(plan, id)
    if (!part.known && part.classId !== null) missing(KINDS[c.kind].label.toLowerCase(), part.classId, id)
  }
  for (const [id, l] of Object.entries(plan.lines))
    if (l.tube !== null && l.tube !== DIRECT && !tubeOf(plan, l)) missing('tube', l.tube, id)
  if (spring && !spring.fits.includes(truck.suspension.kind)) {
    const other = truck.suspension.kind === 'leaf' ? 'leaf-helper-double-2270' : 'coil-insert-450'
    notes.push({
      ...air,
      rule: 'spring-kind-choice',
      rank: 'stop',
      subject: 'spring-left',
      title: 'Wrong kind of spring for this truck',
      text: `The rear axle has ${truck.suspension.kind} springs; this class goes with ${spring.fits.join(' or ')}.`,
      source: 'Class of the spring',
      remedy: {
        label: 'Take one that fits',
        patches: [{ op: 'replace', path: ['air', 'springClass'], value: other }],
      },
    })
  }
  return notes
}

function jointRules({ plan }: RuleInput): Note[] {
  const notes: Note[] = []
  for (const { component, port } of openPorts(plan)) {
    const intake = portsOf(plan, component).find((p) => p.id === port)?.type === 'intake'
    if (intake) continue
    notes.push({
      ...air,
      rule: 'open-port',
      rank: 'stop',
      subject: component,
      title: `${plan.components[component]!.label}: a port stands open`,
      text: `Nothing is on its “${port}” port: it will hiss at the first fill. Connect or plug it.`,
      source: PRACTICE,
      remedy: operationRemedy(plan, 'Plug it', plug(component, port)),
    })
  }
  for (const id of looseLines(plan))
    notes.push({
      ...air,
      rule: 'loose-line',
      rank: 'stop',
      subject: id,
      title: 'A line ends at nothing',
      text: `“${id}” has an end on no part of this circuit: air would blow out of it. Take it away or bring the starting circuit back.`,
      source: 'Circuit',
      remedy: { label: 'Take the line away', patches: [{ op: 'remove', path: ['air', 'lines', id] }] },
    })
  const type = (id: string, port: string) => portsOf(plan, id).find((p) => p.id === port)?.type
  for (const [id, l] of Object.entries(plan.lines)) {
    const [a, b] = [type(l.from, l.fromPort), type(l.to, l.toPort)]
    if (!a || !b) continue
    const stopped = [
      [l.from, a, l.to],
      [l.to, b, l.from],
    ].find(([, t]) => t === 'exhaust')
    if (stopped)
      notes.push({
        ...air,
        rule: 'no-exhaust',
        rank: 'stop',
        subject: stopped[0]!,
        title: `${plan.components[stopped[0]!]!.label}: its exhaust is closed`,
        text: `The ${lower(plan, stopped[2]!)} sits on it. Nothing it feeds can be let down: leave the exhaust open, or give it a silencer.`,
        source: PRACTICE,
        remedy: operationRemedy(plan, 'Free the exhaust', takeOut(stopped[2]!)),
      })
    else if (a !== b)
      notes.push({
        ...air,
        rule: 'wrong-ports',
        rank: 'stop',
        subject: id,
        title: 'A line joins an intake to pressure',
        text: `From the ${lower(plan, l.from)} to the ${lower(plan, l.to)}: an intake breathes through its filter and nothing else.`,
        source: 'Circuit',
        remedy: { label: 'Take the line away', patches: [{ op: 'remove', path: ['air', 'lines', id] }] },
      })
  }
  // A way through that leads to a plug, or to a tee with nothing but plugs.
  for (const [id, c] of Object.entries(plan.components)) {
    if (!IN_LINE.includes(c.kind) && c.kind !== 'paddle' && c.kind !== 'tee') continue
    const beyond = (port: string) =>
      Object.values(plan.lines).flatMap((l) =>
        l.from === id && l.fromPort === port ? [l.to] : l.to === id && l.toPort === port ? [l.from] : [],
      )
    const ports = portsOf(plan, id).filter((p) => p.type === 'pressure')
    const dead = ports.filter((p) => beyond(p.id).some((other) => plan.components[other]?.kind === 'plug'))
    if (c.kind === 'tee' ? dead.length < 2 : dead.length < 1) continue
    notes.push({
      ...air,
      rule: 'dead-end',
      rank: 'fix',
      subject: id,
      title: `${c.label}: a dead end`,
      text: 'What lies behind it is plugged: the air goes nowhere, and every joint more can leak. Take it out.',
      source: PRACTICE,
      remedy: operationRemedy(plan, 'Take it out', takeOut(id)),
    })
  }
  return notes
}

function guardRules({ plan, set, supply }: RuleInput): Note[] {
  const notes: Note[] = []
  const tank = firstOf(plan, 'tank')
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
    const near = upstream(plan, tank, BARE)
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
        ...air,
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
          ...air,
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
          ...air,
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
        ...air,
        rule: 'no-drain',
        rank: 'fix',
        subject: tank,
        title: 'The tank has no drain',
        text: 'Every tank gathers water. A drain at the lowest point lets it out before it freezes or rusts through.',
        source: PRACTICE,
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
        ...air,
        rule: 'drain-not-lowest',
        rank: 'fix',
        subject: drain,
        title: 'The drain is not at the lowest point',
        text: 'It sits on another port than the tank’s lowest: water stays behind.',
        source: PRACTICE,
      })
    const limits = firstOf(plan, 'pressureSwitch')
    const switched = allOf(plan, 'compressor', 'belt')
    if (switched.length > 0 && !limits)
      notes.push({
        ...air,
        rule: 'no-switch',
        rank: 'stop',
        subject: tank,
        title: 'Nothing stops the supply',
        text: 'Without a pressure switch it runs until the relief valve blows, or itself gives up.',
        source: PRACTICE,
        remedy: hang('pressureSwitch'),
      })
    const guarded = (id: string) =>
      upstream(plan, id, ['check', 'block', 'solenoid', 'paddle', 'regulator']).includes(tank)
    for (const id of allOf(plan, ...SUPPLIES)) {
      if (!guarded(id)) continue
      const line = Object.keys(plan.lines).find(
        (l) =>
          (plan.lines[l]!.from === id && plan.lines[l]!.fromPort === 'out') ||
          (plan.lines[l]!.to === id && plan.lines[l]!.toPort === 'out'),
      )
      notes.push({
        ...air,
        rule: 'no-check',
        rank: 'fix',
        subject: id,
        title: `No check valve behind the ${lower(plan, id)}`,
        text: 'The tank bleeds back through it while it stands, and it starts against full pressure.',
        source: PRACTICE,
        remedy: line ? operationRemedy(plan, 'Put a check valve in', putInLine(line, 'check')) : undefined,
      })
    }
  }
  for (const id of allOf(plan, 'pressureSwitch')) {
    const { cutIn, cutOut } = partOf(plan, id).figures as { cutIn: number; cutOut: number }
    if (cutIn >= cutOut)
      notes.push({
        ...air,
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
  for (const id of allOf(plan, 'heightValve')) {
    const out = Object.entries(plan.lines).find(
      ([, l]) => (l.from === id && l.fromPort === 'out') || (l.to === id && l.toPort === 'out'),
    )
    if (!out) continue
    const behind = out[1].from === id ? out[1].to : out[1].from
    const met = upstream(plan, behind, ['check', 'heightValve', 'block', 'paddle'])
    if (
      plan.components[behind]?.kind !== 'check' &&
      met.some((other) => plan.components[other]!.kind === 'dump')
    )
      notes.push({
        ...air,
        rule: 'no-check-dump',
        rank: 'stop',
        subject: id,
        title: 'Levelling valve and dump valve meet without a check valve',
        text: 'The dump branch can feed the levelling valve backwards, and what is dumped is filled again at once. A check valve goes between the valve’s outlet and the dump branch.',
        source: PRACTICE,
        remedy: operationRemedy(plan, 'Put a check valve in', putInLine(out[0], 'check')),
      })
  }
  // Without a tank the springs hang on the supply's own outlet.
  if (!tank) {
    for (const id of allOf(plan, ...SUPPLIES)) {
      if (
        upstream(plan, id, ['check', 'block', 'solenoid', 'paddle', 'heightValve']).some(
          (other) => plan.components[other]!.kind === 'spring',
        )
      )
        notes.push({
          ...air,
          rule: 'no-check',
          rank: 'fix',
          subject: id,
          title: `No check valve behind the ${lower(plan, id)}`,
          text: 'The springs bleed back through it while it stands.',
          source: PRACTICE,
        })
    }
  }
  const supplies = allOf(plan, ...SUPPLIES)
  const loose = supplies.filter((id) =>
    upstream(plan, id, ['check']).some((other) => other !== id && supplies.includes(other)),
  )
  if (loose.length > 1)
    notes.push({
      ...air,
      rule: 'supplies-not-isolated',
      rank: 'fix',
      subject: loose[0]!,
      title: 'Two supplies push against each other',
      text: `The ${lower(plan, loose[0]!)} and the ${lower(plan, loose[1]!)} meet without a check valve: the weaker one is driven backwards.`,
      source: PRACTICE,
    })
  for (const id of allOf(plan, 'horn')) {
    const valve = upstream(plan, id, ['solenoid', 'paddle']).some(
      (other) => plan.components[other]!.kind === 'tank' || SUPPLIES.includes(plan.components[other]!.kind),
    )
    const line = Object.keys(plan.lines).find((l) => plan.lines[l]!.to === id || plan.lines[l]!.from === id)
    if (valve)
      notes.push({
        ...air,
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
    if (kind === 'spring' || kind === 'relief' || SUPPLIES.includes(kind)) continue
    const rated = partOf(plan, id).figures.maxPressure
    if (rated !== undefined && p > rated * 1.0001)
      notes.push({
        ...air,
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
        ...air,
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

function supplyRules({ plan, set, needs, times, supply, overshoot }: RuleInput): Note[] {
  const notes: Note[] = []
  const { compressor } = set
  if (supply && compressor && supply.part && plan.components[supply.part]?.kind === 'compressor') {
    const larger = COMPRESSORS.find((c) => c.maxPressure > compressor.maxPressure)
    const remedy = larger && {
      label: 'Try the next compressor up',
      patches: [{ op: 'replace' as const, path: ['air', 'compressorClass'], value: larger.id }],
    }
    for (const [id, need] of Object.entries(needs)) {
      const top = Math.max(need.left.pressure, need.right.pressure)
      if (top > compressor.maxPressure)
        notes.push({
          ...air,
          rule: 'compressor-pressure',
          rank: 'stop',
          subject: supply.part,
          value: top,
          limit: compressor.maxPressure,
          title: 'The compressor cannot reach this pressure',
          text: `“${need.label}” needs {value}; the compressor stops at {limit}.`,
          source: 'Class of the compressor (common practice)',
          remedy,
        })
      const time = times[id]
      if (time != null && time > compressor.maxRun)
        notes.push({
          ...air,
          quantity: 'time',
          rule: 'compressor-run',
          rank: 'fix',
          subject: supply.part,
          value: time,
          limit: compressor.maxRun,
          title: 'The compressor runs too long in one go',
          text: `“${need.label}” takes {value}; this class wants a rest after {limit}. Choose a larger one, or fill in two goes.`,
          source: 'Class of the compressor (common practice)',
          remedy,
        })
    }
    if (firstOf(plan, 'tank') && supply.cutOut !== null && supply.cutOut > compressor.maxPressure)
      notes.push({
        ...air,
        rule: 'cut-out-unreached',
        rank: 'fix',
        subject: supply.part,
        value: supply.cutOut,
        limit: compressor.maxPressure,
        title: 'The compressor never reaches the cut-out',
        text: 'The switch waits for {value}; the compressor stops gaining at {limit}, so it runs until it is hot.',
        source: 'Class of the compressor (common practice)',
        remedy,
      })
  }
  const worst = Object.values(needs)
    .map((n) => ({ n, top: Math.max(n.left.pressure, n.right.pressure) }))
    .sort((a, b) => b.top - a.top)[0]
  const given = supply && deliverable(plan, supply)
  const ownShort =
    compressor &&
    supply &&
    worst &&
    plan.components[supply.part]?.kind === 'compressor' &&
    worst.top > compressor.maxPressure
  if (supply && given && worst && worst.top > given.most && !ownShort) {
    const remedy =
      given.by === 'boost' && firstOf(plan, 'boost')
        ? operationRemedy(
            plan,
            'Put a belt-driven compressor in its place',
            replace(firstOf(plan, 'boost')!, 'belt'),
          )
        : undefined
    notes.push({
      ...air,
      rule: 'supply-short',
      rank: 'stop',
      subject: given.part,
      value: worst.top,
      limit: given.most,
      title: 'The supply can never reach this pressure',
      text: `“${worst.n.label}” needs {value}; {limit} is the most ${given.by} lets it have${given.by === 'boost' ? ': a tank never stands above what fills it' : ''}.`,
      source: 'A tank stands at most at its source’s pressure',
      remedy,
    })
  }
  for (const id of allOf(plan, 'compressor', 'belt')) {
    const breathes = Object.values(plan.lines).some(
      (l) => [l.from, l.to].includes(id) && [l.from, l.to].some((o) => plan.components[o]?.kind === 'filter'),
    )
    if (!breathes)
      notes.push({
        ...air,
        rule: 'no-inlet-filter',
        rank: 'fix',
        subject: id,
        title: 'No inlet filter',
        text: 'Dust and spray wear the compressor out. Fit the filter, hose vertical, inlet up.',
        source: PRACTICE,
        remedy: operationRemedy(plan, 'Fit a filter', fitFilter(id)),
      })
  }
  if (allOf(plan, 'compressor', 'belt', 'boost').length > 0 && !firstOf(plan, 'dryer')) {
    const tank = firstOf(plan, 'tank')
    const line = Object.keys(plan.lines).find(
      (id) =>
        plan.lines[id]!.path === 'supply' &&
        plan.lines[id]!.tube !== DIRECT &&
        plan.components[plan.lines[id]!.from]?.kind !== 'filter' &&
        (!tank || plan.lines[id]!.from === tank),
    )
    notes.push({
      ...air,
      rule: 'no-dryer',
      rank: tank ? 'fix' : 'know',
      subject: supply?.part ?? 'compressor',
      title: 'Nothing takes the moisture out',
      text: tank
        ? 'Water from the tank goes on to the valves and freezes there. Put a dryer behind the tank, and keep the drain in use.'
        : 'Water from the compressor runs on to the valves. A dryer takes it out; at the least leave a drip loop and mount the block higher.',
      source: PRACTICE,
      remedy: line ? operationRemedy(plan, 'Put a dryer in', putInLine(line, 'dryer')) : undefined,
    })
  }
  if (overshoot && overshoot.value > OVERSHOOT) {
    const block = firstOf(plan, 'block')!
    const bore = allOf(plan, 'restrictor')[0]
    const line = Object.keys(plan.lines).find(
      (id) => plan.lines[id]!.to === block && plan.lines[id]!.toPort === 'in',
    )
    const mm = Math.floor(overshoot.bore * 1e4) / 1e4
    const remedy = bore
      ? sheetRemedy('Take that bore', bore, 'bore', mm)
      : line
        ? operationRemedy(plan, 'Put a small bore before it', (a) => {
            const next = putInLine(line, 'restrictor')(a)
            const made = Object.keys(next.components).find((id) => !(id in a.components))!
            return {
              ...next,
              components: { ...next.components, [made]: { ...next.components[made]!, sheet: { bore: mm } } },
            }
          })
        : undefined
    notes.push({
      ...air,
      rule: 'tank-feeds-block',
      rank: 'fix',
      subject: block,
      value: overshoot.value,
      limit: OVERSHOOT,
      title: 'The tank drives the block past its target',
      text: `Before it has read and shut, the springs stand {value} too high; {limit} is wanted. A bore of ${(mm * 1000).toFixed(1)} mm before it slows the air enough.`,
      source: 'ISO 6358 flow over the time a block takes to read and shut, 0.25 s (from memory)',
      remedy,
    })
  }
  if (firstOf(plan, 'coupler') && supply) {
    if (supply.most < TYRE.to)
      notes.push({
        ...air,
        rule: 'tyre-beyond-supply',
        rank: 'fix',
        subject: firstOf(plan, 'coupler')!,
        value: TYRE.to,
        limit: supply.most,
        title: 'The supply does not fill a tyre',
        text: 'A tyre wants {value}; {limit} is the most this supply ever gives.',
        source: `${PRACTICE}; tyre from memory`,
      })
    const flow =
      set.compressor && plan.components[supply.part]?.kind === 'compressor'
        ? interpolate(set.compressor.flow, TOOL.needed)
        : plan.components[supply.part]?.kind === 'belt'
          ? interpolate(beltFlow(partOf(plan, supply.part).figures), TOOL.needed)
          : 0
    if (flow < TOOL.demand)
      notes.push({
        ...air,
        quantity: 'flow',
        rule: 'tool-beyond-supply',
        rank: 'know',
        subject: firstOf(plan, 'coupler')!,
        value: flow,
        limit: TOOL.demand,
        title: 'Tyres, yes; an impact wrench, no',
        text: 'A small wrench takes {limit} of free air; the supply gives {value} at its pressure. It runs off the tank for a moment, then waits.',
        source: 'Class of the compressor; tool from memory',
      })
  }
  return notes
}

/** Most the springs can be given: the supply's most, less what a regulator on the way leaves. */
function deliverable(plan: AirPlan, supply: SupplyFacts): { most: number; by: string; part: string } {
  const regulators = allOf(plan, 'regulator').filter((id) => reachesSpring(plan, id))
  const least = regulators
    .map((id) => ({ most: partOf(plan, id).figures.set!, by: 'the regulator', part: id }))
    .sort((a, b) => a.most - b.most)[0]
  const own = { most: supply.most, by: supply.by, part: supply.part }
  return least && least.most < own.most ? least : own
}
function reachesSpring(plan: AirPlan, regulator: string): boolean {
  const out = Object.values(plan.lines).find(
    (l) => (l.from === regulator && l.fromPort === 'out') || (l.to === regulator && l.toPort === 'out'),
  )
  if (!out) return false
  const beyond = out.from === regulator ? out.to : out.from
  return [...reach(plan, beyond, ['regulator', 'tank', 'manifold'])].some(
    (id) => plan.components[id]!.kind === 'spring',
  )
}

function springRules({ plan, set, needs, teed, supply }: RuleInput): Note[] {
  const notes: Note[] = []
  for (const [id, component] of Object.entries(plan.components)) {
    if (component.kind === 'spring' && !backed(plan, id))
      notes.push({
        ...air,
        rule: 'no-backup-fill',
        rank: 'fix',
        subject: id,
        title: `${component.label}: no hand fill left`,
        text: 'When the control, its remote or the compressor fails at the roadside, nobody can fill this spring. Keep a fill valve teed in.',
        source: PRACTICE,
        remedy: operationRemedy(plan, 'Tee a hand fill in', keepHandFill),
      })
  }
  const worst = Object.entries(needs).sort(
    (a, b) => Math.abs(b[1].sideDifference) - Math.abs(a[1].sideDifference),
  )[0]
  if (teed && worst && Math.abs(worst[1].sideDifference) > 34_474) {
    notes.push({
      ...air,
      rule: 'teed-sides-differ',
      rank: 'fix',
      subject: 'spring-left',
      value: Math.abs(worst[1].sideDifference),
      limit: 34_474,
      title: 'One pressure for two different sides',
      text: `“${worst[1].label}” wants {value} more on the ${worst[1].sideDifference > 0 ? 'left' : 'right'}, but the springs are teed. Over {limit} the truck leans; separate the lines.`,
      source: PRACTICE,
      remedy: operationRemedy(plan, 'Separate the lines', splitSides) ?? {
        label: 'Separate the lines',
        patches: circuitPatches(plan, 'tank-paddles'),
      },
    })
  }
  const { spring } = set
  const handed = allOf(plan, 'paddle', 'heightValve')
  const direct =
    supply &&
    allOf(plan, ...SUPPLIES).some((id) =>
      reach(plan, id, ['block', 'paddle', 'heightValve', 'solenoid', 'regulator']).has('spring-left'),
    )
  const given = supply && deliverable(plan, supply)
  if (spring && given && given.most > spring.maxPressure && (handed.length > 0 || direct)) {
    notes.push({
      ...air,
      rule: 'supply-over-spring',
      rank: direct ? 'fix' : 'know',
      subject: handed[0] ?? given.part,
      value: given.most,
      limit: spring.maxPressure,
      title: 'Held on too long, it passes the springs’ limit',
      text: 'The supply gives up to {value}; the springs stop at {limit}. Whoever holds the valve watches the gauge, or a regulator holds it for them.',
      source: 'Class of the spring (common practice); its own sheet rules',
    })
  }
  return notes
}

/** Rating of nylon tube and of the usual blocks, Pa gauge: the most a compressor may give that no switch stops. */
export const TANKLESS_MOST = 1_034_000

/** Patches that bring an archetype's own circuit back, or change to another archetype. */
export function circuitPatches(plan: AirPlan, archetype = plan.archetype) {
  const { components, lines } = startingCircuit(archetype)
  const { block, compressor } = ARCHETYPES.find((a) => a.id === archetype)!
  const now = COMPRESSORS.find((c) => c.id === plan.compressorClass)
  const wanted = compressor === null ? null : COMPRESSORS.find((c) => c.id === compressor)!
  const tankless = !Object.values(components).some((c) => c.kind === 'tank')
  const strongest = COMPRESSORS.filter((c) => c.maxPressure <= TANKLESS_MOST).at(-1)!
  return [
    { op: 'replace' as const, path: ['air', 'archetype'], value: archetype },
    { op: 'replace' as const, path: ['air', 'components'], value: components },
    { op: 'replace' as const, path: ['air', 'lines'], value: lines },
    ...(block ? [{ op: 'replace' as const, path: ['air', 'blockClass'], value: block }] : []),
    // Without a tank and its switch nothing but its own rating stops a compressor.
    ...(tankless && now && now.maxPressure > TANKLESS_MOST
      ? [{ op: 'replace' as const, path: ['air', 'compressorClass'], value: strongest.id }]
      : []),
    ...(wanted && (!now || now.maxPressure < wanted.maxPressure)
      ? [{ op: 'replace' as const, path: ['air', 'compressorClass'], value: wanted.id }]
      : []),
  ]
}
