import { PRACTICE } from '../../catalog/practice'
import { COMPRESSORS } from '../../catalog/compressors'
import { DIRECT } from '../../document/types'
import type { Note } from '../../quantity/figure'
import { allOfKinds, firstOfKind } from '../circuit/connections'
import { fitFilter, putInLine, replacePart } from '../circuit/operations'
import { operationRemedy } from '../circuit/offered'
import { interpolate } from '../../quantity/interpolate'
import { beltFlow, partOf } from '../parts/parts'
import { TOOL, TYRE } from '../run/scenarios'
import { AIR_NOTE, COMMON_PRACTICE, sheetRemedy } from './common'
import type { RuleInput } from '../types'
import { deliverable } from '../circuit/supply'

export function supplyRules({ plan, set, needs, times, supply, overshoot }: RuleInput): Note[] {
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
          ...AIR_NOTE,
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
          ...AIR_NOTE,
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
    if (firstOfKind(plan, 'tank') && supply.cutOut !== null && supply.cutOut > compressor.maxPressure)
      notes.push({
        ...AIR_NOTE,
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
      given.by === 'boost' && firstOfKind(plan, 'boost')
        ? operationRemedy(
            plan,
            'Put a belt-driven compressor in its place',
            replacePart(firstOfKind(plan, 'boost')!, 'belt'),
          )
        : undefined
    notes.push({
      ...AIR_NOTE,
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
  for (const id of allOfKinds(plan, 'compressor', 'belt')) {
    const breathes = Object.values(plan.lines).some(
      (l) => [l.from, l.to].includes(id) && [l.from, l.to].some((o) => plan.components[o]?.kind === 'filter'),
    )
    if (!breathes)
      notes.push({
        ...AIR_NOTE,
        rule: 'no-inlet-filter',
        rank: 'fix',
        subject: id,
        title: 'No inlet filter',
        text: 'Dust and spray wear the compressor out. Fit the filter, hose vertical, inlet up.',
        source: COMMON_PRACTICE,
        remedy: operationRemedy(plan, 'Fit a filter', fitFilter(id)),
      })
  }
  if (allOfKinds(plan, 'compressor', 'belt', 'boost').length > 0 && !firstOfKind(plan, 'dryer')) {
    const tank = firstOfKind(plan, 'tank')
    const line = Object.keys(plan.lines).find(
      (id) =>
        plan.lines[id]!.path === 'supply' &&
        plan.lines[id]!.tube !== DIRECT &&
        plan.components[plan.lines[id]!.from]?.kind !== 'filter' &&
        (!tank || plan.lines[id]!.from === tank),
    )
    notes.push({
      ...AIR_NOTE,
      rule: 'no-dryer',
      rank: tank ? 'fix' : 'know',
      subject: supply?.part ?? 'compressor',
      title: 'Nothing takes the moisture out',
      text: tank
        ? 'Water from the tank goes on to the valves and freezes there. Put a dryer behind the tank, and keep the drain in use.'
        : 'Water from the compressor runs on to the valves. A dryer takes it out; at the least leave a drip loop and mount the block higher.',
      source: COMMON_PRACTICE,
      remedy: line ? operationRemedy(plan, 'Put a dryer in', putInLine(line, 'dryer')) : undefined,
    })
  }
  if (overshoot && overshoot.value > PRACTICE.presetTolerance.value) {
    const block = firstOfKind(plan, 'block')!
    const bore = allOfKinds(plan, 'restrictor')[0]
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
      ...AIR_NOTE,
      rule: 'tank-feeds-block',
      rank: 'fix',
      subject: block,
      value: overshoot.value,
      limit: PRACTICE.presetTolerance.value,
      title: 'The tank drives the block past its target',
      text: `Before it has read and shut, the springs stand {value} too high; {limit} is wanted. A bore of ${(mm * 1000).toFixed(1)} mm before it slows the air enough.`,
      source: 'ISO 6358 flow over the time a block takes to read and shut, 0.25 s (from memory)',
      remedy,
    })
  }
  if (firstOfKind(plan, 'coupler') && supply) {
    if (supply.most < TYRE.to)
      notes.push({
        ...AIR_NOTE,
        rule: 'tyre-beyond-supply',
        rank: 'fix',
        subject: firstOfKind(plan, 'coupler')!,
        value: TYRE.to,
        limit: supply.most,
        title: 'The supply does not fill a tyre',
        text: 'A tyre wants {value}; {limit} is the most this supply ever gives.',
        source: `${COMMON_PRACTICE}; tyre from memory`,
      })
    const flow =
      set.compressor && plan.components[supply.part]?.kind === 'compressor'
        ? interpolate(set.compressor.flow, TOOL.needed)
        : plan.components[supply.part]?.kind === 'belt'
          ? interpolate(beltFlow(partOf(plan, supply.part).figures), TOOL.needed)
          : 0
    if (flow < TOOL.demand)
      notes.push({
        ...AIR_NOTE,
        quantity: 'flow',
        rule: 'tool-beyond-supply',
        rank: 'know',
        subject: firstOfKind(plan, 'coupler')!,
        value: flow,
        limit: TOOL.demand,
        title: 'Tyres, yes; an impact wrench, no',
        text: 'A small wrench takes {limit} of free air; the supply gives {value} at its pressure. It runs off the tank for a moment, then waits.',
        source: 'Class of the compressor; tool from memory',
      })
  }
  return notes
}
