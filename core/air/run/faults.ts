import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, FaultKind, Scenario } from '../../document/types'
import { partOf } from '../parts/parts'
import type { Link } from '../dynamics/network'
import { boreConductance } from '../equations/componentFlow'

/** A fault of a scenario, and where it is in the model. */
interface FaultAt {
  part: string
  /** Chambers of the model. */
  where: ReadonlyMap<string, string>
  /** The line that fails; undefined if a part does. */
  run: { from: string; to: string } | undefined
  /** Opening of the part that fails. */
  valve: { conductance: number; criticalRatio: number; opening: number }
}

const boreLink = (id: string, from: string, to: string | null, bore: number): Link => ({
  id,
  kind: 'orifice',
  from,
  to,
  command: id,
  conductance: boreConductance(bore),
  criticalRatio: PRACTICE.boreCriticalRatio.value,
})
const openLink = (
  id: string,
  from: string,
  to: string | null,
  opening: Pick<FaultAt['valve'], 'conductance' | 'criticalRatio'>,
): Link => ({
  id,
  kind: 'orifice',
  from,
  to,
  command: id,
  conductance: opening.conductance,
  criticalRatio: opening.criticalRatio,
})

/** Opening between two springs that were teed by mistake. */
const CROSSED = {
  conductance: PRACTICE.crossedConductance.value,
  criticalRatio: PRACTICE.crossedRatio.value,
}
/** Opening of a part whose class gives none. */
const USUAL_OPENING = {
  conductance: PRACTICE.usualConductance.value,
  criticalRatio: PRACTICE.usualRatio.value,
}

const noLink = () => []
/** Links that each kind of fault opens. */
const FAULT_LINKS: Record<FaultKind, (fault: FaultAt) => Link[]> = {
  'line-off': ({ part, run }) =>
    run
      ? [
          boreLink(`${part}.off-a`, run.from, null, PRACTICE.lineOffBore.value),
          boreLink(`${part}.off-b`, run.to, null, PRACTICE.lineOffBore.value),
        ]
      : [],
  leak: ({ part, run, where }) =>
    run || where.has(part) ? [boreLink(`${part}.leaks`, run?.to ?? part, null, PRACTICE.leakBore.value)] : [],
  'line-kinked': ({ part, run }) =>
    run ? [boreLink(`${part}.kinked`, run.from, run.to, PRACTICE.kinkBore.value)] : [],
  'check-missing': ({ part, where, valve }) =>
    where.has(`${part}.in`) ? [openLink(`${part}.gone`, `${part}.in`, `${part}.out`, valve)] : [],
  'check-reversed': ({ part, where, valve }) =>
    where.has(`${part}.in`)
      ? [
          {
            ...openLink(`${part}.back`, `${part}.out`, `${part}.in`, valve),
            oneWay: { opening: valve.opening },
          } as Link,
        ]
      : [],
  'relief-open': ({ part, where, valve }) =>
    where.has(part) ? [openLink(`${part}.stuck`, part, null, valve)] : [],
  teed: ({ where }) =>
    where.has('spring-left') && where.has('spring-right')
      ? [openLink('crossed', 'spring-left', 'spring-right', CROSSED)]
      : [],
  'compressor-on': noLink,
  'compressor-off': noLink,
  'valve-open': noLink,
  'valve-shut': noLink,
  'relief-shut': noLink,
  'switch-welded': noLink,
}

/** Links that a scenario's faults open. */
export const faultLinks = (
  air: AirPlan,
  scenario: Scenario,
  where: ReadonlyMap<string, string>,
  runs: readonly { id: string; from: string; to: string }[],
): Link[] =>
  scenario.steps.flatMap((step): Link[] => {
    if (step.do !== 'fault') return []
    const { part, what } = step
    const f = air.components[part] ? partOf(air, part).figures : {}
    const valve = {
      conductance: f.conductance ?? USUAL_OPENING.conductance,
      criticalRatio: f.criticalRatio ?? USUAL_OPENING.criticalRatio,
      opening: f.opening ?? 0,
    }
    return FAULT_LINKS[what]({ part, where, run: runs.find((r) => r.id === part), valve })
  })

/** What a fault switches: commands opened, links shut permanently, and commands held. */
export const faultCommands: Record<
  FaultKind,
  (part: string) => { open?: string[]; hold?: [string, boolean][]; weld?: boolean; shut?: string[] }
> = {
  'compressor-on': (part) => ({ hold: [[`${part}.motor`, true]] }),
  'compressor-off': (part) => ({ hold: [[`${part}.motor`, false]] }),
  'valve-open': (part) => ({
    hold: [
      [`${part}.fill`, true],
      [`${part}.up`, true],
      [`${part}.open`, true],
    ],
  }),
  'valve-shut': (part) => ({
    hold: [
      [`${part}.fill`, false],
      [`${part}.vent`, false],
      [`${part}.up`, false],
      [`${part}.down`, false],
      [`${part}.open`, false],
    ],
  }),
  'line-off': (part) => ({ open: [`${part}.off-a`, `${part}.off-b`], shut: [part] }),
  leak: (part) => ({ open: [`${part}.leaks`] }),
  'line-kinked': (part) => ({ open: [`${part}.kinked`], shut: [part] }),
  'check-missing': (part) => ({ open: [`${part}.gone`] }),
  'check-reversed': (part) => ({ open: [`${part}.back`], shut: [part] }),
  'relief-shut': (part) => ({ shut: [part, `${part}.ring`] }),
  'relief-open': (part) => ({ open: [`${part}.stuck`] }),
  'switch-welded': () => ({ weld: true }),
  teed: () => ({ open: ['crossed'] }),
}

export const FAULT_WORDS: Record<FaultKind, string> = {
  'compressor-on': '{part} stuck on',
  'compressor-off': '{part} does not start',
  'valve-open': '{part} stuck open',
  'valve-shut': '{part} stuck shut',
  'line-off': 'A line comes off at {part}',
  leak: 'A joint leaks at {part}',
  'line-kinked': 'A line is kinked at {part}',
  'check-missing': '{part} is not there',
  'check-reversed': '{part} is in the wrong way round',
  'relief-shut': '{part} does not open',
  'relief-open': '{part} stuck open',
  'switch-welded': '{part} welded shut',
  teed: 'Left and right joined by mistake',
}
/** Name of a fault in a list, before its part is known. */
export const faultWords = (what: FaultKind) => FAULT_WORDS[what].replace('{part}', '…')
