import {
  KIT_STEP_PLACES,
  TRUCK_KIND_IDS,
  type KitStep,
  type KitStepPlace,
  type TruckKind,
} from '../document/types'
import { csvRows, withoutApostrophe, type Table } from '../quantity/csv'

/** A kit's own sheet as a table, for a spreadsheet and back. */

const HEADS = ['title', 'text', 'instead', 'truck', 'minutes'] as const

/** A kit's steps as a table for a spreadsheet. */
export const kitStepTable = (steps: readonly KitStep[]): Table => ({
  head: [...HEADS],
  rows: steps.map(({ title, text, instead, truck, minutes }) => [
    title,
    text,
    instead ?? '',
    truck ?? '',
    minutes ?? '',
  ]),
})

/** A kit's steps from a table with a heading line, or what is wrong with it, by row. */
export function readKitSteps(text: string): { steps: KitStep[] } | { problem: string } {
  const read = csvRows(text)
  if (read.problem !== null) return { problem: read.problem }
  const unknown = read.heads.find((head) => !HEADS.some((known) => known === head.trim().toLowerCase()))
  if (unknown !== undefined)
    return {
      problem: `The first line names a column “${unknown}”. Use ${HEADS.join(', ')}; only title is needed.`,
    }
  if (!read.heads.some((head) => head.trim().toLowerCase() === 'title'))
    return { problem: `The first line must name a column “title”. Use ${HEADS.join(', ')}.` }
  const steps: KitStep[] = []
  for (const [i, raw] of read.rows.entries()) {
    const row = Object.fromEntries(
      Object.entries(raw).map(([head, cell]) => [
        head.trim().toLowerCase(),
        withoutApostrophe(cell ?? '').trim(),
      ]),
    )
    const at = `Row ${i + 1}`
    const { title = '', text: words = '', instead = '', truck = '', minutes = '' } = row
    if (title === '') return { problem: `${at}: there is no title. Type what is done.` }
    if (title.length > 120 || words.length > 600)
      return { problem: `${at}: a title may have 120 characters, a text 600. Shorten it, or make two steps.` }
    if (instead !== '' && !KIT_STEP_PLACES.some((place) => place === instead))
      return {
        problem: `${at}: “${instead}” is no usual step. Use ${KIT_STEP_PLACES.join(', ')}, or leave it empty.`,
      }
    if (truck !== '' && !TRUCK_KIND_IDS.some((kind) => kind === truck))
      return {
        problem: `${at}: “${truck}” is no kind of truck. Use ${TRUCK_KIND_IDS.join(', ')}, or leave it empty.`,
      }
    const time = minutes === '' ? null : Number(minutes)
    if (time !== null && !(time >= 0 && time <= 600))
      return { problem: `${at}: “${minutes}” is no time. Type minutes from 0 to 600, or leave it empty.` }
    steps.push({
      title,
      text: words,
      instead: instead === '' ? null : (instead as KitStepPlace),
      truck: truck === '' ? null : (truck as TruckKind),
      minutes: time,
      picture: '',
    })
  }
  if (steps.length > 100)
    return { problem: `The table has ${steps.length} rows; a sheet may have 100 steps.` }
  return { steps }
}
