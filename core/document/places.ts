import { isRecord } from '../quantity/patch'
import { showText, type Quantity, type UnitChoice } from '../quantity/units'
import type { Edit } from './edit'

/**
 * How places in a document are named for people: by the names they gave, the title of the edit, and in their
 * units.
 */

/** Quantities by the end of a path; the first match counts. */
const QUANTITY_OF: [RegExp, Quantity][] = [
  [/^lay\.allowance$/, 'ratio'],
  [
    /^prove\.functions\.[^.]*:(left|right|tank|stamped|starts|stops|shows|shows-left|shows-right)\.value$/,
    'pressure',
  ],
  [/^prove\.functions\.[^.]*:amps\.value$/, 'current'],
  [/^prove\.functions\.[^.]*:drain\.value$/, 'drain'],
  [/^prove\.functions\.[^.]*:(volts|earth)\.value$/, 'voltage'],
  [/^prove\.functions\.[^.]*:seconds\.value$/, 'time'],
  [/^prove\.functions\.[^.]*:(runs|rings|lit|blows|hears|moves)\.value$/, 'count'],
  [/^prove\.road\.clear-[^.]*\.value$/, 'length'],
  [/^prove\.road\.pressure-[^.]*\.value$/, 'pressure'],
  [/\.(share|fill|motionRatio|maxDrop|tolerance|order|count|bundle|b)$/, 'plain'],
  [
    /^tune\.presets\.|\.(minimum|minPressure|maxPressure|pressure|cutIn|cutOut|cracking|opening|set)$/,
    'pressure',
  ],
  [/\.start\.(left|right|tank)$|\.bring\.(left|right)$/, 'pressure'],
  [/^truck\.(unladen|ratings)\.|[mM]ass$|\.(ballLoad|empty|maxLoad)$|^truck\.survey\.squat\.load$/, 'mass'],
  [/\.tickets\.[^.]+\.(front|rear|step|corners\.\w+)$/, 'mass'],
  [/[rR]ate$/, 'springRate'],
  [/^lay\.(harnessLength|harnessExtension)$/, 'run'],
  [/^lay\.(coils\.[^.]+\.length|cutTo\.[^.]+)$/, 'run'],
  [/\.oneWay$|^job\.altitude$|^tune\.weather\.pass$/, 'run'],
  [/^power\.wireArea$|^power\.wires\.[^.]+\.area$/, 'wireArea'],
  [/^power\.systemVoltage$|^power\.readings\.(volts|across):/, 'voltage'],
  [/^power\.readings\.ohms:/, 'ohms'],
  [/^power\.batteryCapacity$|^power\.secondBattery\.capacity$/, 'charge'],
  [
    /^power\.conductorTemperature$|\.temperature$|\.ambient\.(start|coldest)$|^tune\.weather\.(shop|cold|hot)$/,
    'temperature',
  ],
  [/\.volume$/, 'volume'],
  [/^truck\.(heights|seatGap|bed|frame|tyre|axle|coil)\./, 'length'],
  [/\.(x|y|z|length|width|height|radius|behind|emptyAt|along|across|up)$/, 'length'],
  [/^truck\.\w+$|^lay\.slackAtSpring$|^air\.spacer$/, 'length'],
  [/^tune\.heightTolerance$|^tune\.lever\.link$|^tune\.sensing\.(arm|rod)$/, 'length'],
]

/** Quantity of a number at a path; `plain` if it has none. */
export function quantityAt(path: readonly string[]): Quantity {
  const at = path.join('.')
  return QUANTITY_OF.find(([pattern]) => pattern.test(at))?.[1] ?? 'plain'
}

/** Names that people gave to things on the way to a place: "Totes", "IBC 1". */
function namesAlong(document: unknown, path: readonly string[]): string[] {
  let at = document
  return path.flatMap((key) => {
    at = isRecord(at) ? at[key] : undefined
    const label = isRecord(at) ? at.label : undefined
    return typeof label === 'string' && label ? [label] : []
  })
}

/**
 * Title of the newest edit of a place, which is the name of its field on the screen; its key if nobody touched
 * it.
 */
export function fieldOfPlace(path: readonly string[], edits: readonly Edit[]): string {
  const touching = edits.filter(({ patches }) =>
    patches.some((p) => path.every((key, i) => p.path[i] === undefined || String(p.path[i]) === key)),
  )
  return touching.at(-1)?.label ?? path.at(-1) ?? ''
}

/** A place in people's words: the names on the way to it, and the title of its newest edit. */
export function nameOfPlace(document: unknown, path: readonly string[], edits: readonly Edit[]): string {
  const field = fieldOfPlace(path, edits)
  return [...namesAlong(document, path), field].filter((name, i, all) => all.indexOf(name) === i).join(' › ')
}

/** A value of the plan in the shop's units; for a whole item, its name and content. */
export function valueText(value: unknown, path: readonly string[], units: UnitChoice): string {
  if (value === undefined) return 'not there'
  if (value === null || value === '') return 'nothing'
  if (typeof value === 'number') return showText(value, quantityAt(path), units)
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value !== 'object') return String(value)
  const { label } = value as { label?: unknown }
  const parts = Object.entries(value).filter(([, v]) => typeof v === 'number' || typeof v === 'string')
  const inner = parts.map(([key, v]) =>
    key === 'label' ? '' : `${key} ${valueText(v, [...path, key], units)}`,
  )
  return [typeof label === 'string' ? label : '', ...inner.filter(Boolean).slice(0, 8)]
    .filter(Boolean)
    .join(', ')
}
