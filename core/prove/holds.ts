import { PRACTICE } from '../catalog/practice'
import type { SpringClass } from '../catalog/springs'
import { ordered, type HoldTest, type Opening, type ProvePlan } from '../document/types'
import { asJudged } from './asRead'
import { farthestOff, judgeHold } from './judge'
import { noMemo, type Memo } from '../quantity/stage'
import type { HoldReading, HoldResult, Judged, TestVolumes } from './types'
import { testVolume } from './volumes'

const DAY = 86_400

/** Loss that still counts as tight, Pa/s. */
export const allowedLoss = (test: Pick<HoldTest, 'allowed'>): number => test.allowed / DAY

/**
 * What the air may lose and still count as tight, from the first reading, corrected to 20 °C, to the last.
 * @returns time, s, and absolute pressure, Pa, of both ends; empty before two readings
 */
export function allowedCourse(
  test: Pick<HoldTest, 'allowed'>,
  { readings, leak }: Pick<HoldResult, 'readings' | 'leak'>,
): { t: number; pressure: number }[] {
  const [first, last] = [readings[0], readings.at(-1)]
  const begins = leak?.corrected[0]
  if (!first || !last || begins === undefined || readings.length < 2) return []
  return [
    { t: first.t, pressure: begins },
    { t: last.t, pressure: begins - allowedLoss(test) * (last.t - first.t) },
  ]
}

/** Pressure below which a side or the supply cannot show a leak, Pa gauge, and the source. */
const leastHeld = ({ side }: HoldTest, spring: SpringClass | null): { least: number; source: string } =>
  side !== 'supply' && spring
    ? { least: spring.minPressure, source: 'Spring’s own least pressure (common practice)' }
    : {
        least: PRACTICE.leastHeld.value,
        source: `Less flows out where less is held back, ISO 6358; how little is too little ${PRACTICE.leastHeld.source}`,
      }

/** Says if a test began with too little pressure. Something empty loses nothing, however much it leaks. */
function tooLow(
  test: HoldTest,
  readings: readonly HoldReading[],
  spring: SpringClass | null,
): HoldResult['tooLow'] {
  const [first] = readings
  const wanted = leastHeld(test, spring)
  return first && first.pressure < wanted.least ? { filled: first.pressure, ...wanted } : null
}

/** One hold test corrected for temperature, or the reason why it cannot be read. */
function readHold(
  id: string,
  test: HoldTest,
  spring: SpringClass | null,
  volumes: TestVolumes,
  atmosphere: number,
  { ofThisCircuit, opened }: Pick<HoldResult, 'ofThisCircuit' | 'opened'>,
): HoldResult {
  const volume = testVolume(test, volumes)
  let readings: HoldReading[] = []
  let judged: Judged | null = null
  let problem: string | null = null
  try {
    readings = asJudged(test, atmosphere)
    judged = judgeHold({ ...test, readings }, volume, allowedLoss(test))
  } catch (error) {
    problem = (error as Error).message
  }
  const duration = readings.length ? readings.at(-1)!.t - readings[0]!.t : 0
  const low = tooLow(test, readings, spring)
  // Something empty shows nothing, however long one waits.
  const leak = judged && (low ? { ...judged.leak, waitMore: 0 } : judged.leak)
  // A truck free to sink hides its leak, so such a test of a spring never reads tight.
  const sinks = !test.heightHeld && test.side !== 'supply'
  const hides = sinks || low !== null
  const read = leak && (leak.verdict === 'tight' && hides ? 'cannot tell' : leak.verdict)
  const verdict = ofThisCircuit && !opened ? read : null
  const why = judged?.why ?? null
  // If it plainly leaks, its readings lie on a curve and none of them is wrong.
  const astray = leak?.verdict === 'leaking' ? null : farthestOff(test, readings)
  const isWhole = !test.plugged
  return {
    id,
    ofThisCircuit,
    opened,
    isWhole,
    volume,
    leak,
    verdict,
    why,
    problem,
    readings,
    astray,
    tooLow: low,
    duration,
  }
}

/**
 * Every hold test, in the order people entered them.
 * @param stands whether a test was made on the circuit as it is, and what of it was opened afterwards
 * @param memo keeps the tests that a change does not affect
 */
export const readHolds = (
  prove: ProvePlan,
  spring: SpringClass | null,
  volumes: TestVolumes,
  atmosphere: number,
  stands: { ofThisCircuit: (test: HoldTest) => boolean; openedSince: (test: HoldTest) => Opening | null },
  memo: Memo = noMemo,
): Record<string, HoldResult> =>
  Object.fromEntries(
    ordered(prove.holds).map(([id, test]) => {
      const ofThisCircuit = stands.ofThisCircuit(test)
      const opened = stands.openedSince(test)
      const inputs = [test, spring, volumes, atmosphere, ofThisCircuit, opened]
      return [
        id,
        memo(`hold:${id}`, inputs, () =>
          readHold(id, test, spring, volumes, atmosphere, { ofThisCircuit, opened }),
        ),
      ]
    }),
  )
