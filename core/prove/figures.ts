import { ordered, type HoldTest, type ProvePlan } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { allowedLoss } from './holds'
import { smallestLeak } from './leak'
import type { HoldResult, LeakResult, ProveResult } from './types'

export const HOLD_SOURCE = 'Pressure change with temperature taken out, EN 1779 and EN 13184 (memory)'

/** Leak, loss and wait of each hold test, SI. */
export function proveFigures(prove: ProvePlan, r: ProveResult): Record<string, Figure> {
  const figures: Record<string, Figure> = {}
  for (const [id, test] of ordered(prove.holds)) {
    const hold = r.holds[id]!
    if (hold.leak) Object.assign(figures, holdFigures(test, hold, hold.leak))
  }
  figures.soaped = {
    label: 'Places soaped',
    value: Object.keys(r.soap).length,
    quantity: 'count',
    formula: 'joints, springs, cores and seats with a finding, as they are now',
    inputs: [input('Places', r.places.length, 'count')],
    source: 'As recorded',
    max: r.places.length,
  }
  // The stage shows the loss of the newest test.
  const newest = ordered(prove.holds).at(-1)
  const loss = newest && figures[`${newest[0]}.loss`]
  return loss ? { ...figures, loss } : figures
}

function holdFigures(test: HoldTest, hold: HoldResult, leak: LeakResult): Record<string, Figure> {
  const { id, volume, duration } = hold
  const inputs = [
    input('Volume under test', volume, 'volume'),
    input('Readings', test.readings.length, 'count'),
    input('Over', duration, 'time'),
    input('Gauge step', test.resolution, 'pressure'),
    input('Thermometer sure to, K', test.thermometer, 'plain'),
    input('Air inside follows later by', test.lag, 'time'),
  ]
  /** A leak, as what the tested volume loses of it in a week. */
  const inAWeek = (what: string, rate: number): Figure => ({
    label: `${test.label}: ${what}`,
    value: volume > 0 ? rate / volume : null,
    quantity: 'weeklyLoss',
    formula: 'leak ÷ volume, at 20 °C',
    inputs: [
      input('Leak', rate, 'leak'),
      input('95 % from', leak.low, 'leak'),
      input('to', leak.high, 'leak'),
      input('Volume under test', volume, 'volume'),
    ],
    source: HOLD_SOURCE,
  })
  return {
    [`${id}.leak`]: {
      label: `${test.label}: leak`,
      value: leak.leak,
      quantity: 'leak',
      formula: '−V·d(p_abs·293.15 K/T)/dt, least squares, warmth from filling taken out',
      inputs: [...inputs, input('95 % from', leak.low, 'leak'), input('to', leak.high, 'leak')],
      source: HOLD_SOURCE,
    },
    [`${id}.loss`]: {
      label: `${test.label}: loss a day`,
      value: leak.lossRate,
      quantity: 'pressureLoss',
      formula: '−d(p_abs·293.15 K/T)/dt',
      inputs,
      source: HOLD_SOURCE,
      min: 0,
      max: allowedLoss(test),
    },
    [`${id}.smallest`]: {
      label: `${test.label}: smallest leak it can show`,
      value: duration > 0 ? smallestLeak(volume, test.resolution, duration) : null,
      quantity: 'leak',
      formula: 'V·δ/Δt',
      inputs,
      source: 'V·δ/Δt',
    },
    [`${id}.week`]: inAWeek('lost in a week', leak.leak),
    [`${id}.weekLow`]: inAWeek('lost in a week, at least (19 times in 20)', leak.low),
    [`${id}.weekHigh`]: inAWeek('lost in a week, at most (19 times in 20)', leak.high),
    [`${id}.smallestWeek`]: {
      label: `${test.label}: least it can show, in a week`,
      value: duration > 0 ? test.resolution / duration : null,
      quantity: 'weeklyLoss',
      formula: 'δ/Δt: one step of the gauge over the whole test',
      inputs: [
        input('Gauge step', test.resolution, 'pressure'),
        input('Over', duration, 'time'),
        input('As a leak', duration > 0 ? smallestLeak(volume, test.resolution, duration) : null, 'leak'),
      ],
      source: 'V·δ/Δt',
    },
    [`${id}.wait`]: {
      label: `${test.label}: wait a further`,
      value: leak.waitMore,
      quantity: 'time',
      formula: 'until the verdict, if the loss goes on at this pace',
      inputs: [...inputs, input('Allowed', allowedLoss(test), 'pressureLoss')],
      source: 'Least squares; an interval that may be looked at after every reading',
    },
  }
}
