import { ordered, type HoldTest, type ProvePlan } from '../document/types'
import { judgeHold } from './judge'
import type { HoldResult, Judged, TestVolumes } from './types'
import { testVolume } from './volumes'

const DAY = 86_400

/** Loss that still counts as tight, Pa/s. */
export const allowedLoss = (test: HoldTest): number => test.allowed / DAY

/**
 * What the air may lose and still count as tight, from the first reading brought to 20 °C to the last.
 * @param corrected absolute pressures at 20 °C, Pa, reading by reading.
 * @returns time, s, and absolute pressure, Pa, of both ends; nothing before two readings.
 */
export function allowedCourse(
  test: HoldTest,
  corrected: readonly number[],
): { t: number; pressure: number }[] {
  const read = test.readings
    .map(({ t }, i) => ({ t, pressure: corrected[i] ?? NaN }))
    .sort((a, b) => a.t - b.t)
  const [first, last] = [read[0], read.at(-1)]
  if (!first || !last || read.length < 2) return []
  return [first, { t: last.t, pressure: first.pressure - allowedLoss(test) * (last.t - first.t) }]
}

/** One hold test with temperature taken out, or what keeps it from being read. */
function readHold(
  id: string,
  test: HoldTest,
  volumes: TestVolumes,
  atmosphere: number,
  ofThisCircuit: boolean,
): HoldResult {
  const volume = testVolume(test, volumes)
  const times = test.readings.map((r) => r.t)
  const duration = times.length ? Math.max(...times) - Math.min(...times) : 0
  let judged: Judged | null = null
  let problem: string | null = null
  try {
    const readings = test.readings.map((r) => ({ ...r, barometer: r.barometer ?? atmosphere }))
    judged = judgeHold({ ...test, readings }, volume, allowedLoss(test))
  } catch (error) {
    problem = (error as Error).message
  }
  const leak = judged?.leak ?? null
  // A truck left free to sink hides its leak: such a test of a spring never reads tight.
  const sinks = !test.heightHeld && test.side !== 'supply'
  const read = leak && (leak.verdict === 'tight' && sinks ? 'cannot tell' : leak.verdict)
  const verdict = ofThisCircuit ? read : null
  return { id, ofThisCircuit, volume, leak, verdict, why: judged?.why ?? null, problem, duration }
}

/**
 * Every hold test, in the order a person put them in.
 * @param stands whether a test was made on the circuit as it is.
 */
export const readHolds = (
  prove: ProvePlan,
  volumes: TestVolumes,
  atmosphere: number,
  stands: (test: HoldTest) => boolean,
): Record<string, HoldResult> =>
  Object.fromEntries(
    ordered(prove.holds).map(([id, test]) => [id, readHold(id, test, volumes, atmosphere, stands(test))]),
  )
