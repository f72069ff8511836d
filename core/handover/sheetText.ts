import { showText, type UnitChoice } from '../quantity/units'
import type { DriverSheet } from './types'

/** The driver's sheet as text blocks in a shop's units, ready to be set on paper. */
export interface SheetBlocks {
  title: string
  under: string
  least: string
  most: string
  head: string[]
  rows: string[][]
  rating: string
  handFill: string[]
  cautions: string[]
  remarks: string
  /** Across a sheet that goes out before the job is done; empty once it is. */
  across: string
  foot: string
}

/** The driver’s sheet as blocks of text, for the screen, the paper and the PDF alike. */
export function sheetBlocks(sheet: DriverSheet, units: UnitChoice): SheetBlocks {
  const pressure = (v: number | null) => showText(v, 'pressure', units)
  const mass = (v: number) => showText(v, 'mass', units)
  return {
    title: sheet.job.name,
    under: [sheet.job.vehicle, sheet.job.number && `Job ${sheet.job.number}`].filter(Boolean).join(' · '),
    least: pressure(sheet.minimum),
    most: pressure(sheet.maximum),
    head: ['Haul', ...(sheet.teed ? ['Both'] : ['Left', 'Right']), 'On the ball', 'Rear axle'],
    rows: sheet.rows.map((r) => [
      r.label,
      pressure(r.left),
      ...(sheet.teed ? [] : [pressure(r.right)]),
      r.ballLoad ? mass(r.ballLoad) : '—',
      mass(r.rearAxle),
    ]),
    rating: `Rear axle rating ${mass(sheet.rearRating)}, as plated. ${sheet.springLabel}.`,
    handFill: sheet.handFill,
    cautions: sheet.cautions,
    remarks: sheet.handover.remarks,
    across: sheet.open.length > 0 ? 'not finished' : '',
    foot: `${sheet.handover.driver ? `For ${sheet.handover.driver}. ` : ''}Ask: ${sheet.handover.contact || '________________'} · Next check: ${sheet.handover.nextCheck || '________'}`,
  }
}
