import { PRACTICE } from '../../catalog/practice'
import type { Point } from '../../document/types'
import { boxAround, boxToShape } from '../space/shapes'
import type { Solid } from '../space/solid'
import type { Route } from '../types'
import { AIRBAG_TRIM, type StripPiece } from './strip'

/** How a run is pulled, marked and protected, in the order of the work. Common practice. */

const FOLLOWS = PRACTICE.followsLine.value
/** Length of the sleeve on an end that moves, m (from memory). */
export const SLEEVE = 0.3

export interface Pulled {
  run: Pick<Route, 'kind' | 'coiled' | 'wayless'>
  strip: readonly StripPiece[]
  /** Mark on both ends: "L". */
  mark: string
  /** True if one of its ends is at a spring. */
  atSpring: boolean
  /** True if a part at one of its ends is left for later. */
  forLater: boolean
  /** True if it exists already and stays. */
  kept: boolean
  /** What must come down again beside one of its ends: "the hitch"; null if nothing must. */
  comesDown: string | null
}

/** Writes metres the way the shop does, for a coil that is left over. */
type Written = (metres: number) => string

/** Ids of things that are taken down again for work on the truck. */
const COMES_DOWN = ['hitch', 'spare']
const BESIDE = PRACTICE.besideSpare.value
/** What must come down again beside one of some places; null if nothing must. */
export function comesDownAt(ends: readonly Point[], solids: readonly Solid[]): string | null {
  const near = solids.find(
    ({ id, shape }) =>
      COMES_DOWN.includes(id) && ends.some((end) => boxToShape(boxAround(end, end), shape) < BESIDE),
  )
  return near?.label.replace(/ and its way down$/, '') ?? null
}

const once = (texts: readonly string[]) => [...new Set(texts)]

/** One line for each thing to do; empty if the run finds no way. */
export function howPulled(
  { run, strip, mark, atSpring, forLater, kept, comesDown }: Pulled,
  written: Written,
): string[] {
  if (run.wayless) return []
  const air = run.kind === 'air'
  const through = once(strip.flatMap((piece) => piece.through))
  const rail = strip.find(({ along, length }) => along?.endsWith(' rail') && length > FOLLOWS)
  const trims = once(strip.flatMap(({ along }) => (along && /trim|carpet|dash/.test(along) ? [along] : [])))
  const steps = [`Mark both ends ${mark} before it is pulled${air ? ', and tape them shut' : ''}.`]
  if (rail)
    steps.push(`Follow the factory’s lines and harness along ${rail.along}; tie to what does not move.`)
  for (const sheet of through)
    steps.push(
      `Through ${sheet}: by a grommet that is there, else a new one. Fish it with a stiff wire or a scrap of tube, and seal after.`,
    )
  if (trims.length > 0) steps.push(`In the cab it lies ${trims.join(', ')}.`)
  if (trims.includes(AIRBAG_TRIM))
    steps.push(
      'Curtain airbags lie behind pillar trim: battery off first, as the truck’s own sheet says; never across one, never tied to one.',
    )
  if (atSpring && air)
    steps.push(`Split sleeve over the last ${written(SLEEVE)} at the spring: that end moves and rubs.`)
  if (run.coiled !== null && run.coiled > 0)
    steps.push(`It is not cut: coil the ${written(run.coiled)} left over and tie it on the rail.`)
  if (kept)
    steps.push(
      'It is there and stays: cut square where a part is put into it, and see that what is left still reaches.',
    )
  if (comesDown)
    steps.push(`A joint that is pulled apart by hand beside ${comesDown}: it must come down again one day.`)
  if (!air) steps.push('Leave a drip loop before each part under the truck: it hangs lower than the plug.')
  if (forLater)
    steps.push('Its part comes later: plug the port, cap this end, and tie it where the part will stand.')
  return steps
}
