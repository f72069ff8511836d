import type { EarthSaid } from '../../document/types'
import type { Note, Remedy } from '../../quantity/figure'
import type { PartOf } from '../network/types'
import { lastingAmps } from '../wires'
import { COMMON_PRACTICE, note, setPower, type WiringRule, type WiringRuleInput } from './common'

/** What the earths are screwed to. */

type Earth = PartOf<'earth'>
const earthsOf = ({ wiring }: WiringRuleInput) =>
  wiring.parts.filter((part): part is Earth => part.role === 'earth')

const SAID: EarthSaid = { at: null, surface: 'bare', shared: false }
const said = ({ power }: WiringRuleInput, of: string): EarthSaid => power.earths[of] ?? SAID
/** The same earth with one thing changed. */
const sayOf = (input: WiringRuleInput, of: string, label: string, change: Partial<EarthSaid>): Remedy =>
  setPower(label, [['earths', of], { ...said(input, of), ...change }])

/** True if an earth follows the job's choice and has none of its own. */
const follows = (input: WiringRuleInput, of: string) => said(input, of).at === null

/** Earths at a bed or body that is not steel. Those that follow the job's choice get one note together. */
const notSteel: WiringRule = (input) => {
  const { truck } = input
  const { material } = truck.bed
  if (material === 'steel') return null
  const wrong = earthsOf(input).filter(({ at, of }) => at === 'body' && said(input, of).surface !== 'bonded')
  const earthNote = (subject: string, remedy: Remedy): Note =>
    note({
      quantity: 'count',
      rule: 'earth-not-steel',
      rank: 'stop',
      subject,
      title: `The ${material} body is no earth`,
      text: 'Go to the steel frame or to the battery, bare bright metal, on a screw of its own.',
      source: COMMON_PRACTICE,
      remedy,
    })
  const common = wrong.some(({ of }) => follows(input, of))
    ? [earthNote('earth', setPower('Earth at the battery', [['earth'], 'battery']))]
    : []
  const own = wrong
    .filter(({ of }) => !follows(input, of))
    .map(({ id, of }) => earthNote(id, sayOf(input, of, 'Earth at the steel frame', { at: 'frame' })))
  return [...common, ...own]
}
/** Paint under the ring, or a hinge on the way to the frame: the volts it costs. */
const badSurface: WiringRule = (input) =>
  earthsOf(input).flatMap((part) => {
    const { surface } = said(input, part.of)
    if (surface === 'bare' || surface === 'bonded' || part.at === 'battery' || part.at === 'stud') return []
    const painted = surface === 'painted'
    return note({
      quantity: 'voltage',
      rule: painted ? 'earth-painted' : 'earth-hinged',
      rank: 'fix',
      subject: part.id,
      value: lastingAmps(input.solved, part.id) * part.surface,
      title: painted ? `${part.label}: on paint` : `${part.label}: on a hinged panel`,
      text: painted
        ? 'Paint and powder coat are no metal: {value} are lost there, and it burns in. Scrape to bright metal under the ring, grease it after.'
        : 'A hinge is greased and moves: {value} are lost there, and it comes and goes. Take the steel it hangs on.',
      source: COMMON_PRACTICE,
      remedy: painted
        ? sayOf(input, part.of, 'Scrape it to bright metal', { surface: 'bare' })
        : sayOf(input, part.of, 'Earth at the steel frame', { at: 'frame', surface: 'bare' }),
    })
  })

const sharedScrew: WiringRule = (input) => {
  const shared = earthsOf(input).filter(({ of }) => said(input, of).shared)
  return shared.map((part) =>
    note({
      quantity: 'voltage',
      rule: 'earth-shared',
      rank: 'fix',
      subject: part.id,
      value: input.solved.compressor.volts['shared-screw'] ?? 0,
      title: `${part.label}: its screw holds something else`,
      text: 'What the others draw lifts this one by {value} while the compressor runs, and who undoes one loosens all. Give it a screw of its own.',
      source: COMMON_PRACTICE,
      remedy: sayOf(input, part.of, 'A screw of its own', { shared: false }),
    }),
  )
}

export const earthRules: readonly WiringRule[] = [notSteel, badSurface, sharedScrew]
