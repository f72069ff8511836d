import { PRACTICE } from '../../catalog/practice'
import type { AirPlan, FaultKind, Scenario } from '../../document/types'
import { partOf } from '../parts/parts'
import type { Link } from '../dynamics/network'
import { boreConductance } from '../equations/componentFlow'

/** Links that a scenario's faults open. */
export function faultLinks(
  air: AirPlan,
  scenario: Scenario,
  where: ReadonlyMap<string, string>,
  runs: readonly { id: string; from: string; to: string }[],
): Link[] {
  const hole = (id: string, from: string, bore: number): Link => ({
    id,
    kind: 'orifice',
    from,
    to: null,
    command: id,
    conductance: boreConductance(bore),
    criticalRatio: PRACTICE.boreCriticalRatio.value,
  })
  return scenario.steps.flatMap((s): Link[] => {
    if (s.do !== 'fault') return []
    const run = runs.find((r) => r.id === s.part)
    const f = air.components[s.part] ? partOf(air, s.part).figures : {}
    const valve = { conductance: f.conductance ?? 5e-9, criticalRatio: f.criticalRatio ?? 0.4 }
    switch (s.what) {
      case 'line-off':
        return run
          ? [
              hole(`${s.part}.off-a`, run.from, PRACTICE.lineOffBore.value),
              hole(`${s.part}.off-b`, run.to, PRACTICE.lineOffBore.value),
            ]
          : []
      case 'leak':
        return run
          ? [hole(`${s.part}.leaks`, run.to, PRACTICE.leakBore.value)]
          : where.has(s.part)
            ? [hole(`${s.part}.leaks`, s.part, PRACTICE.leakBore.value)]
            : []
      case 'line-kinked':
        return run
          ? [
              {
                id: `${s.part}.kinked`,
                kind: 'orifice',
                from: run.from,
                to: run.to,
                command: `${s.part}.kinked`,
                conductance: boreConductance(PRACTICE.kinkBore.value),
                criticalRatio: PRACTICE.boreCriticalRatio.value,
              },
            ]
          : []
      case 'check-missing':
        return where.has(`${s.part}.in`)
          ? [
              {
                id: `${s.part}.gone`,
                kind: 'orifice',
                from: `${s.part}.in`,
                to: `${s.part}.out`,
                command: `${s.part}.gone`,
                ...valve,
              },
            ]
          : []
      case 'check-reversed':
        return where.has(`${s.part}.in`)
          ? [
              {
                id: `${s.part}.back`,
                kind: 'orifice',
                from: `${s.part}.out`,
                to: `${s.part}.in`,
                command: `${s.part}.back`,
                ...valve,
                oneWay: { opening: f.opening ?? 0 },
              },
            ]
          : []
      case 'relief-open':
        return where.has(s.part)
          ? [
              {
                id: `${s.part}.stuck`,
                kind: 'orifice',
                from: s.part,
                to: null,
                command: `${s.part}.stuck`,
                ...valve,
              },
            ]
          : []
      case 'teed':
        return where.has('spring-left') && where.has('spring-right')
          ? [
              {
                id: 'crossed',
                kind: 'orifice',
                from: 'spring-left',
                to: 'spring-right',
                command: 'crossed',
                conductance: 3e-9,
                criticalRatio: 0.4,
              },
            ]
          : []
      case 'compressor-on':
      case 'compressor-off':
      case 'valve-open':
      case 'valve-shut':
      case 'relief-shut':
      case 'switch-welded':
        return []
    }
  })
}

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
