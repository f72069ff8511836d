import type { Figure, Note } from '../../quantity/figure'
import type { AirPlan } from '../../document/types'
import { REFERENCE_TEMPERATURE } from '../../quantity/constants'
import { allOfKinds, firstOfKind } from '../circuit/connections'
import type { SpringClass } from '../../catalog/springs'
import { compressorOf, partOf } from '../parts/parts'
import type { RunResult } from './types'
import { TOOL, TYRE, type HaulSet, type NamedScenario } from './scenarios'
import { OVERSHOOT_LIMIT } from '../rules/common'
import { tankFills } from '../equations/tankFills'
import type { AirResult } from '../types'
import type { StageOutput } from '../../quantity/stage'

/** What runs of a plan's circuit come to: figures and notes of Air that no sum gives. Some tenths of a second in all. */
export interface Answers {
  figures: Record<string, Figure>
  notes: Note[]
}

const SOURCE =
  'Run of the circuit in time: ISO 6358 valves, tubes with friction, gas mass and heat (class figures; the parts’ own sheets rule)'
const air = { stage: 'air', quantity: 'pressure', value: null, limit: null, source: SOURCE } as const

/** Scenarios whose runs the answers are drawn from: those of every haul, and what was written for the job. */
export function answeredScenarios(air: AirPlan, scenarios: readonly NamedScenario[]): NamedScenario[] {
  return scenarios.filter(
    (s) =>
      /^(first-fill|up-|down-|load-)/.test(s.id) ||
      s.id === 'tyres' ||
      s.id === 'tool' ||
      air.scenarios[s.id],
  )
}

/**
 * @param runs results of {@link answering}, by scenario id.
 * @param planned motor current that Power counts with, A.
 */
export function answersFromRuns(
  plan: AirPlan,
  spring: SpringClass,
  sets: readonly HaulSet[],
  scenarios: readonly NamedScenario[],
  runs: Record<string, RunResult>,
  springVolume: { left: number; right: number },
  planned: number,
): Answers {
  const figures: Record<string, Figure> = {}
  const notes: Note[] = []
  const tank = firstOfKind(plan, 'tank')
  const limits = allOfKinds(plan, 'pressureSwitch').map((id) => partOf(plan, id).figures)[0]
  const compressor = firstOfKind(plan, 'compressor')

  for (const set of sets) {
    const up = runs[`up-${set.id}`]
    const down = runs[`down-${set.id}`]
    const inputs: Figure['inputs'] = [
      { label: 'Left', value: set.left, quantity: 'pressure' },
      { label: 'Right', value: set.right, quantity: 'pressure' },
    ]
    if (up) {
      const [result] = up.results
      figures[`${set.id}.run`] = {
        label: `${set.label}: brought up`,
        value: result?.seconds ?? null,
        quantity: 'time',
        formula: 'from the minimum, loaded, until every outlet reads what it is told',
        inputs,
        source: SOURCE,
      }
      figures[`${set.id}.past`] = {
        label: `${set.label}: past the target on the way`,
        value: result?.overshoot ?? 0,
        quantity: 'pressure',
        formula: 'furthest either spring stood past what it was told, over every step',
        inputs,
        source: SOURCE,
        max: OVERSHOOT_LIMIT,
      }
      const motors = Object.entries(up.used).filter(
        ([id, used]) => used.on > 0 && plan.components[id]?.kind === 'compressor',
      )
      if (motors.length > 0) {
        figures[`${set.id}.charge`] = {
          label: `${set.label}: charge a fill takes`,
          value: motors.reduce((sum, [, used]) => sum + used.charge, 0),
          quantity: 'charge',
          formula: '∫ I·dt while the motor runs',
          inputs: [
            ...motors.map(([id, used]) => ({
              label: `${plan.components[id]!.label} ran`,
              value: used.on,
              quantity: 'time' as const,
            })),
            { label: 'At most', value: up.highestCurrent, quantity: 'current' },
          ],
          source: SOURCE,
        }
        figures[`${set.id}.amps`] = {
          label: `${set.label}: motor current at most`,
          value: up.highestCurrent,
          quantity: 'current',
          formula: 'largest of the run, at the pressure the compressor works against',
          inputs: [{ label: 'Counted with at Power', value: planned, quantity: 'current' }],
          source: SOURCE,
          max: planned > 0 ? planned * 1.05 : undefined,
        }
        const [id, { hottest }] = motors.toSorted(([, x], [, y]) => y.hottest - x.hottest)[0]!
        const thermal = compressorOf(plan, id)?.thermal
        if (thermal && hottest > 0) {
          const rise = hottest - REFERENCE_TEMPERATURE
          const room = thermal.cutOut - REFERENCE_TEMPERATURE
          figures[`${set.id}.hottest`] = {
            label: `${set.label}: motor at its hottest`,
            value: hottest,
            quantity: 'temperature',
            formula: 'τ·dT/dt = rise·(I/I_max)² − (T − T_around)',
            inputs: [
              { label: 'Time constant', value: thermal.constant, quantity: 'time' },
              { label: 'Opens at', value: thermal.cutOut, quantity: 'temperature' },
            ],
            source: 'First-order heating of the class (common practice)',
            max: thermal.cutOut,
          }
          if (rise > 0)
            figures[`${set.id}.rest`] = {
              label: `${set.label}: rest until cool enough to start again`,
              value: rise > room * 0.2 ? thermal.constant * Math.log(rise / (room * 0.2)) : 0,
              quantity: 'time',
              formula: 'τ·ln(rise/(a fifth of the room to the cut-out))',
              inputs: [{ label: 'Rise of one fill, K', value: rise, quantity: 'plain' }],
              source: 'First-order cooling of the class (common practice)',
            }
          if (hottest >= thermal.cutOut)
            notes.push({
              ...air,
              quantity: 'temperature',
              rule: 'run-thermal',
              rank: 'fix',
              subject: id,
              value: hottest,
              limit: thermal.cutOut,
              title: 'The motor trips on the way up',
              text: `“${set.label}” takes it to {value}; its thermal cut-out opens at {limit} and it waits to cool. A larger compressor, or a tank.`,
            })
        }
      }
      if (planned > 0 && up.highestCurrent > planned * 1.05)
        notes.push({
          ...air,
          quantity: 'current',
          rule: 'run-current',
          rank: 'fix',
          subject: compressor ?? 'compressor',
          value: up.highestCurrent,
          limit: planned,
          title: 'The motor draws more in a run than Power counts with',
          text: `Brought up for “${set.label}” it draws {value}, {limit} is counted with: what stands between it and the springs raises the pressure it works against. A wider bore, or a thicker wire.`,
        })
      if (result && result.seconds === null)
        notes.push({
          ...air,
          rule: 'run-short',
          rank: 'stop',
          subject: 'spring-left',
          value: Math.max(set.left, set.right),
          title: 'The run never gets there',
          text: `Brought up for “${set.label}”, the springs never come to {value}. Look at the run: “loaded at the minimum, brought up”.`,
        })
    }
    if (down)
      figures[`${set.id}.down`] = {
        label: `${set.label}: let down to the minimum`,
        value: down.results[0]?.seconds ?? null,
        quantity: 'time',
        formula: 'set by the valve, not by the supply',
        inputs,
        source: SOURCE,
      }
  }
  if (tank && limits) {
    const volume = partOf(plan, tank).figures.volume!
    const worst = [...sets].sort((a, b) => Math.max(b.left, b.right) - Math.max(a.left, a.right))[0]
    if (worst) {
      const top = Math.max(worst.left, worst.right)
      const both = springVolume.left + springVolume.right
      const fills = tankFills(
        { volume, pressure: limits.cutOut!, cutIn: limits.cutIn! },
        { volume: both, from: spring.minPressure, to: Math.max(top, spring.minPressure + 1) },
      )
      const inputs: Figure['inputs'] = [
        { label: 'Tank', value: volume, quantity: 'volume' },
        { label: 'Full', value: limits.cutOut!, quantity: 'pressure' },
        { label: 'Cut-in', value: limits.cutIn!, quantity: 'pressure' },
        { label: 'Both springs', value: both, quantity: 'volume' },
        { label: 'To', value: top, quantity: 'pressure' },
      ]
      figures.liftsRestart = {
        label: 'Lifts before it restarts',
        value: fills.beforeRestart,
        quantity: 'count',
        formula: '⌊(cut-out − the larger of cut-in and target)/((to − from)·V/V_tank)⌋',
        inputs,
        source: 'Isothermal: each lift takes (to − from)·V from the tank',
      }
      figures.liftsFlat = {
        label: 'Lifts before it is flat',
        value: fills.beforeFlat,
        quantity: 'count',
        formula: '⌊(cut-out − target)/((to − from)·V/V_tank)⌋',
        inputs,
        source: 'Isothermal: each lift takes (to − from)·V from the tank',
      }
    }
  }
  const tyres = runs.tyres
  const filled = tyres?.results[0]
  if (tyres && filled) {
    figures.tyres = {
      label: 'Tyres an hour',
      value: filled.seconds === null ? 0 : (filled.count! / filled.seconds) * 3600,
      quantity: 'plain',
      formula: 'tyres aired up in the run over the time it took',
      inputs: [
        { label: 'Tyre', value: TYRE.volume, quantity: 'volume' },
        { label: 'From', value: TYRE.from, quantity: 'pressure' },
        { label: 'To', value: TYRE.to, quantity: 'pressure' },
        {
          label: 'Compressor on',
          value: Object.values(tyres.used).reduce((s, u) => s + u.on, 0),
          quantity: 'time',
        },
      ],
      source: `${SOURCE}; tyre from memory`,
    }
    const on = Object.values(tyres.used).reduce((s, u) => s + u.on, 0)
    figures.duty = {
      label: 'Duty while tyres are aired up',
      value: tyres.lasted > 0 ? on / tyres.lasted : 0,
      quantity: 'ratio',
      formula: 'time on over time in all',
      inputs: [
        { label: 'On', value: on, quantity: 'time' },
        { label: 'In all', value: tyres.lasted, quantity: 'time' },
      ],
      source: SOURCE,
    }
  }
  const tool = runs.tool?.results[0]
  if (tool && tool.seconds !== null)
    figures.tool = {
      label: 'Small wrench in full',
      value: tool.seconds,
      quantity: 'time',
      formula: 'until the air at the tool falls under what it needs',
      inputs: [
        { label: 'Takes', value: TOOL.demand, quantity: 'flow' },
        { label: 'At', value: TOOL.needed, quantity: 'pressure' },
      ],
      source: `${SOURCE}; tool from memory`,
    }
  for (const s of scenarios) notes.push(...limitNotes(plan, spring, `“${s.label}”`, runs[s.id]))
  // The same limit met in several runs is one note: that of the run which goes furthest past it.
  const worst = new Map<string, Note>()
  const past = (n: Note) => Math.abs((n.value ?? 0) - (n.limit ?? 0))
  for (const note of notes) {
    const key = `${note.rule} ${note.subject}`
    const known = worst.get(key)
    if (!known || past(note) > past(known)) worst.set(key, note)
  }
  return { figures, notes: [...worst.values()] }
}

/** Springs outside their limits at any step of a run; a run that did not come to its end has said nothing, and says so. */
function limitNotes(plan: AirPlan, spring: SpringClass, what: string, run: RunResult | undefined): Note[] {
  if (!run)
    return [
      {
        ...air,
        rule: 'run-failed',
        rank: 'fix',
        subject: 'spring-left',
        title: 'A run does not come to its end',
        text: `${what}: its equations find no next step, so nothing of it is vouched for. Look for parts whose figures are far apart.`,
      },
    ]
  const [lowest, highest] = [spring.areaByHeight[0]![0], spring.areaByHeight.at(-1)![0]]
  return (['left', 'right'] as const).flatMap((side): Note[] => {
    const { pressure, low, high } = run.extremes[side]
    const subject = `spring-${side}`
    const label = plan.components[subject]?.label ?? subject
    const notes: Note[] = []
    // A half psi over for a moment is the block's own reaction.
    if (pressure > spring.maxPressure + 3447)
      notes.push({
        ...air,
        rule: 'run-over-pressure',
        rank: 'stop',
        subject,
        value: pressure,
        limit: spring.maxPressure,
        title: `${label} passes its limit in a run`,
        text: `${what}: it stands at {value} for a moment; it stops at {limit}. A smaller bore before the valve, or a regulator.`,
      })
    if (low < lowest)
      notes.push({
        ...air,
        quantity: 'length',
        rule: 'run-too-low',
        rank: 'fix',
        subject,
        value: low,
        limit: lowest,
        title: `${label} is squeezed below its range in a run`,
        text: `${what}: it stands at {value}; its range begins at {limit}.`,
      })
    if (high > highest)
      notes.push({
        ...air,
        quantity: 'length',
        rule: 'run-too-high',
        rank: 'fix',
        subject,
        value: high,
        limit: highest,
        title: `${label} is drawn out past its range in a run`,
        text: `${what}: it stands at {value}; its range ends at {limit}.`,
      })
    return notes
  })
}

export function withAnswers(
  air: StageOutput<AirResult>,
  { figures, notes }: Answers,
): StageOutput<AirResult> {
  return {
    ...air,
    figures: { ...air.figures, ...figures },
    notes: [...air.notes, ...notes],
    state: notes.some((n) => n.rank === 'stop') ? 'stop' : air.state,
  }
}
