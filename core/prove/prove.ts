import type { SpringClass } from '../catalog/springs'
import { ordered, type AirPlan, type ProvePlan } from '../document/types'
import type { Figure, Note } from '../quantity/figure'
import { stateOf, type StageOutput } from '../quantity/stage'
import { leakRate, smallestLeak } from './leak'
import type { LeakResult, HoldResult, ProveResult } from './types'
import { jointsOf } from './joints'
import { testVolume } from './volumes'

/** Hold tests with temperature taken out, soap findings, and what is still to prove. */
export function proveStage(
  prove: ProvePlan,
  air: AirPlan,
  spring: SpringClass | null,
  volumes: { left: number; right: number },
): StageOutput<ProveResult> {
  const holds: Record<string, HoldResult> = {}
  const figures: Record<string, Figure> = {}
  const notes: Note[] = []
  const base = { stage: 'prove', quantity: 'pressureLoss' } as const
  for (const [id, test] of ordered(prove.holds)) {
    const volume = testVolume(test, volumes)
    const times = test.readings.map((r) => r.t)
    const duration = times.length ? Math.max(...times) - Math.min(...times) : 0
    let leak: LeakResult | null = null
    let problem: string | null = null
    try {
      leak = leakRate(volume, test.readings, test.resolution, test.allowed / 86_400)
    } catch (error) {
      problem = (error as Error).message
    }
    // A truck left free to sink hides its leak: such a test never reads tight.
    const verdict = leak && (leak.verdict === 'tight' && !test.heightHeld ? 'cannot tell' : leak.verdict)
    holds[id] = { id, volume, leak, verdict, problem, duration }
    if (leak) {
      const inputs: Figure['inputs'] = [
        { label: 'Volume under test', value: volume, quantity: 'volume' },
        { label: 'Readings', value: test.readings.length, quantity: 'count' },
        { label: 'Over', value: duration, quantity: 'time' },
        { label: 'Gauge step', value: test.resolution, quantity: 'pressure' },
      ]
      const source = 'Pressure change with temperature taken out, EN 1779 and EN 13184 (memory)'
      figures[`${id}.leak`] = {
        label: `${test.label}: leak`,
        value: leak.leak,
        quantity: 'leak',
        formula: '−V·d(p_abs·293.15 K/T)/dt, least squares',
        inputs: [
          ...inputs,
          { label: '95 % from', value: leak.low, quantity: 'leak' },
          { label: 'to', value: leak.high, quantity: 'leak' },
        ],
        source,
      }
      figures[`${id}.loss`] = {
        label: `${test.label}: loss a day`,
        value: leak.lossRate,
        quantity: 'pressureLoss',
        formula: '−d(p_abs·293.15 K/T)/dt',
        inputs,
        source,
        min: 0,
        max: test.allowed / 86_400,
      }
      figures[`${id}.smallest`] = {
        label: `${test.label}: smallest leak it can show`,
        value: duration > 0 ? smallestLeak(volume, test.resolution, duration) : null,
        quantity: 'leak',
        formula: 'V·δ/Δt',
        inputs,
        source: 'V·δ/Δt',
      }
      figures[`${id}.wait`] = {
        label: `${test.label}: wait a further`,
        value: leak.waitMore,
        quantity: 'time',
        formula: 'until the half-width equals the allowed loss',
        inputs: [...inputs, { label: 'Allowed', value: test.allowed / 86_400, quantity: 'pressureLoss' }],
        source: 'Least squares, Student’s t',
      }
      if (leak.verdict === 'leaking')
        notes.push({
          ...base,
          rule: 'leaking',
          rank: 'stop',
          subject: id,
          value: leak.lossRate,
          limit: test.allowed / 86_400,
          title: `“${test.label}” leaks`,
          text: 'With temperature taken out it loses {value}; {limit} still counts as tight. Soap the joints, depressurise, re-cut square, reseat, test again.',
          source,
        })
      if (leak.verdict === 'cannot tell')
        notes.push({
          ...base,
          quantity: 'time',
          rule: 'cannot-tell',
          rank: 'know',
          subject: id,
          value: leak.waitMore,
          limit: null,
          title: `“${test.label}” cannot tell yet`,
          text: 'The readings scatter more than the loss they look for. A further {value} at the same rate of reading would decide.',
          source,
        })
    }
    if (!test.heightHeld)
      notes.push({
        ...base,
        rule: 'height-not-held',
        rank: 'fix',
        subject: id,
        value: null,
        limit: null,
        title: `“${test.label}”: the height was free to sink`,
        text: 'A spring that carries the truck sinks at nearly constant pressure as it leaks, so its gauge hides the leak. Stand the frame on supports and read again.',
        source: 'A bag under a fixed load keeps its pressure (textbook)',
        remedy: {
          label: 'Mark it held',
          patches: [{ op: 'replace', path: ['prove', 'holds', id, 'heightHeld'], value: true }],
        },
      })
    const over = test.readings.find((r) => spring && r.pressure > spring.maxPressure)
    if (over && spring)
      notes.push({
        ...base,
        quantity: 'pressure',
        rule: 'test-over-limit',
        rank: 'stop',
        subject: id,
        value: over.pressure,
        limit: spring.maxPressure,
        title: `“${test.label}” was filled over the spring’s limit`,
        text: 'A reading shows {value}; the spring stops at {limit}.',
        source: 'Spring class (common practice)',
      })
  }
  const joints = jointsOf(air)
  const passedHold = Object.values(holds).some((h) => h.verdict === 'tight')
  for (const joint of joints) {
    const finding = prove.soap[joint.id]?.finding
    if (finding === 'bubble')
      notes.push({
        ...base,
        quantity: 'count',
        rule: 'soap-bubble',
        rank: 'stop',
        subject: joint.id,
        value: null,
        limit: null,
        title: `${joint.label}: growing bubbles`,
        text: 'A growing bubble is a leak. Depressurise before opening the fitting, re-cut, reseat, soap again.',
        source: 'Bubble test, about 1e-5 Pa·m³/s with care, EN 1593 (memory)',
      })
    if (finding === 'foam' && !passedHold)
      notes.push({
        ...base,
        quantity: 'count',
        rule: 'soap-foam',
        rank: 'fix',
        subject: joint.id,
        value: null,
        limit: null,
        title: `${joint.label}: slow foam`,
        text: 'Fine foam may pass only with a hold test that reads tight. Take the hold test, or remake the joint.',
        source: 'Common practice',
      })
  }
  const soaped = joints.filter((j) => prove.soap[j.id]).length
  const holdCount = Object.keys(holds).length
  figures.soaped = {
    label: 'Joints soaped',
    value: soaped,
    quantity: 'count',
    formula: 'joints with a finding',
    inputs: [{ label: 'Joints', value: joints.length, quantity: 'count' }],
    source: 'As recorded',
    max: joints.length,
  }
  const last = ordered(prove.holds).at(-1)
  const loss = last && figures[`${last[0]}.loss`]
  if (loss) figures.loss = loss
  const verdict = last ? holds[last[0]]?.verdict : undefined
  const done = soaped === joints.length && passedHold
  return {
    figures,
    notes,
    state: stateOf(notes, done ? 'clear' : soaped + holdCount > 0 ? 'begun' : 'none'),
    headline: { text: verdict ?? (holdCount ? 'readings wanted' : 'no test yet') },
    result: { holds, joints, volumes },
  }
}
