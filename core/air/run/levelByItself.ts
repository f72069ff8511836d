import type { Sample } from '../dynamics/network'
import { heightMissing } from './levelling'
import { RUN_SETTINGS } from './settings'
import type { StepScript, Stepped } from './stepped'

/**
 * Waits until whatever levels by itself is satisfied. A truck left high with nothing to lower it is lowered by
 * its dump valve.
 */
export function* levelByItself(
  run: Stepped,
  target: { left: number; right: number },
  index: number,
): StepScript {
  const began = run.t
  const furthest = run.watchOvershoot(target)
  const { outlets, network } = run.model
  const lever = network.links.find((l) => l.kind === 'lever')
  const reach =
    lever?.kind === 'lever'
      ? lever.arm * Math.sin(lever.deadBand + (lever.fullOpen - lever.deadBand) * RUN_SETTINGS.leverSlack)
      : run.band
  const missing = (s: Sample) => heightMissing(run.facts, ['left', 'right'], s)
  const until = run.t + RUN_SETTINGS.stepTimeOut
  const now = missing(run.sim.sample())
  if (lever && now < -reach && outlets.length > 0) {
    const dumps = outlets.flatMap((o) => o.vent)
    for (const c of dumps) run.setCommand(c, true)
    yield { until, watches: [{ value: (s) => missing(s) + reach, act: () => 'end' }] }
    for (const c of dumps) run.setCommand(c, false)
  } else if (Math.abs(now) > reach) {
    yield { until, watches: [{ value: (s) => Math.abs(missing(s)) - reach, act: () => 'end' }] }
  }
  const there = Math.abs(missing(run.sim.sample())) <= reach * RUN_SETTINGS.reachedShare
  run.results.push({ step: index, seconds: there ? run.t - began : null, overshoot: Math.max(furthest(), 0) })
}
