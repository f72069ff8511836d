import { showText, type UnitChoice } from '../quantity/units'
import type { DriverSheet } from './types'

/** The driver's sheet as text blocks in the shop's units, ready for paper. */
export interface SheetBlocks {
  title: string
  under: string
  least: string
  most: string
  head: string[]
  rows: string[][]
  /** What the gauge reads of each in other weather, and where it was set. */
  weather: { title: string; head: string[]; rows: string[][] }
  rating: string
  handFill: string[]
  cautions: string[]
  remarks: string
  /** Printed across a sheet that goes out before the job is done; empty once it is. */
  across: string
  foot: string
}

/** The driver’s sheet as blocks of text, the same for screen, paper and PDF. */
export function sheetBlocks(sheet: DriverSheet, units: UnitChoice): SheetBlocks {
  const pressure = (v: number | null) => showText(v, 'pressure', units)
  const mass = (v: number) => showText(v, 'mass', units)
  return {
    title: sheet.job.name,
    under: [sheet.job.vehicle, sheet.job.number && `Job ${sheet.job.number}`].filter(Boolean).join(' · '),
    least: pressure(sheet.minimum),
    most: sheet.maximumKnown ? pressure(sheet.maximum) : 'not known: read its plate',
    head: ['Haul', ...(sheet.teed ? ['Both'] : ['Left', 'Right']), 'On the ball', 'Rear axle'],
    rows: sheet.rows.map((r) => [
      r.label,
      pressure(r.left),
      ...(sheet.teed ? [] : [pressure(r.right)]),
      r.ballLoad ? mass(r.ballLoad) : '—',
      mass(r.rearAxle),
    ]),
    weather: weatherTable(sheet, units),
    rating: `Rear axle rating ${mass(sheet.rearRating)}, as plated. ${sheet.springLabel}.`,
    handFill: sheet.handFill,
    cautions: sheet.cautions,
    remarks: sheet.handover.remarks,
    across: sheet.open.length > 0 ? 'not finished' : '',
    foot: `${sheet.handover.driver ? `For ${sheet.handover.driver}. ` : ''}Ask: ${sheet.handover.contact || '________________'} · Next check: ${sheet.handover.nextCheck || '________'}`,
  }
}

/**
 * With the air shut in: what the gauge reads in the cold, in the heat and over a pass, and how long it stays
 * above the minimum. Rows without a spring are left out.
 */
function weatherTable({ rows, weather }: DriverSheet, units: UnitChoice): SheetBlocks['weather'] {
  const pressure = (v: number) => showText(v, 'pressure', units)
  const degrees = (v: number) => showText(v, 'temperature', units, 0)
  return {
    title: `The same air elsewhere: set at ${degrees(weather.shop)}, it reads`,
    head: [
      'Haul',
      `at ${degrees(weather.cold)}`,
      'sinks by',
      `at ${degrees(weather.hot)}`,
      `at ${showText(weather.pass, 'run', units, 0)} up`,
      'minimum after',
    ],
    rows: rows.flatMap(({ label, elsewhere }) =>
      elsewhere
        ? [
            [
              label,
              pressure(elsewhere.cold),
              showText(elsewhere.sinks, 'length', units),
              pressure(elsewhere.hot),
              pressure(elsewhere.pass),
              elsewhere.holds > 0
                ? `${showText(elsewhere.holds, 'time', units, 0)} in the cold`
                : 'at once in the cold',
            ],
          ]
        : [],
    ),
  }
}
