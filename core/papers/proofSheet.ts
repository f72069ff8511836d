import { ordered, type HoldTest } from '../document/types'
import { quantityAt } from '../document/places'
import { allowedCourse } from '../prove/holds'
import type { HoldResult, ProveResult } from '../prove/types'
import { fromSi, showText, unitFor, type Quantity, type UnitChoice } from '../quantity/units'
import { functionRank } from '../devices/functionTests'
import { figureText, notesOf, type PackBlock, type PackSheet, type PackSource } from './packBlocks'

/** What was proved, on paper and as a table: hold tests with their curve and conditions, soap, functions, the road. */

const SOAPED = { dry: 'nothing', foam: 'slow foam', bubble: 'bubbles grow' }
const SIDE_WORDS: Record<HoldTest['side'], string> = {
  left: 'left side',
  right: 'right side',
  both: 'both sides together',
  supply: 'supply side',
}
const shortTime = (at: string) => at.slice(0, 16).replace('T', ' ')
const HOUR = 3600
/** What nobody said says so: an empty place reads as all in order. */
const said = (text: string) => text || 'not said'
const yesNo = (value: number) => (value ? 'yes' : 'no')

/**
 * The proof of a job: every test with its verdict, curve and conditions; what soap, gauge and the road showed;
 * what stays open.
 */
export function proofSheet(source: PackSource): PackSheet {
  const { plan, derived } = source
  const { result } = derived.stages.prove
  const tests = ordered(plan.prove.holds)
  const open = derived.stages.handover.result.open.filter(({ stage }) => stage === 'prove')
  return {
    title: 'Proof',
    blocks: [
      ...(tests.length ? [] : [{ kind: 'text' as const, text: 'Hold tests: none yet.' }]),
      ...tests.flatMap(([id, test]) => holdBlocks(source, id, test)),
      {
        kind: 'checks',
        title: 'Under soap',
        rows: inWalkingOrder(result).map((joint) => {
          const found = result.soap[joint.id]
          const by = found ? ` (${said(plan.prove.soap[joint.id]!.who)})` : ''
          return {
            done: !!found,
            text: joint.label,
            under: found ? `${SOAPED[found]}${by}` : '',
            picture: null,
          }
        }),
      },
      repairsMade(source),
      functionsRead(source),
      afterTheRoad(source),
      {
        kind: 'list',
        lines: open.length ? open.map(({ text }) => `Still open: ${text}`) : ['Nothing of it is open.'],
      },
      ...notesOf(source, 'prove'),
    ],
  }
}

/** One hold test: what it says, on what it was made, and its course. */
function holdBlocks({ derived, units }: PackSource, id: string, test: HoldTest): PackBlock[] {
  const { figures, result } = derived.stages.prove
  const hold = result.holds[id]!
  const figure = (name: string) => figureText(figures[`${id}.${name}`], units)
  const text = (value: number | null, quantity: Quantity) =>
    value === null ? 'not said' : showText(value, quantity, units)
  const temperatures = test.readings.flatMap(({ temperature, second }) =>
    [temperature ?? [], second ?? []].flat(),
  )
  const barometers = test.readings.flatMap(({ barometer }) => barometer ?? [])
  const span = (values: readonly number[], quantity: Quantity) =>
    values.length
      ? `${text(Math.min(...values), quantity)} to ${text(Math.max(...values), quantity)}`
      : 'not read'
  const rows: [string, string][] = [
    ['Verdict', verdictOf(hold)],
    ...(hold.leak
      ? ([
          ['Loss a day, at 20 °C', figure('loss')],
          [
            'In a week',
            `${figure('week')}; 19 times in 20 from ${figure('weekLow')} to ${figure('weekHigh')}`,
          ],
          ['Allowed a day', text(test.allowed / 86_400, 'pressureLoss')],
        ] as [string, string][])
      : []),
    ['Under test', `${SIDE_WORDS[test.side]}, ${text(hold.volume, 'volume')}`],
    ['Begun', said(shortTime(test.startedAt))],
    ['Read', `${test.readings.length} times over ${text(hold.duration, 'time')}${leftOut(test)}`],
    ['Temperature', span(temperatures, 'temperature')],
    ['Barometer', barometers.length ? span(barometers, 'pressure') : 'not read: as usual at that height'],
    ['Height', test.heightHeld ? 'held, frame on supports' : 'free to sink'],
    ['Valves', test.plugged ? 'off, lines plugged: it says nothing of their seats' : 'on, as it is driven'],
    ['Stood before', text(test.rested, 'time')],
    [
      'Gauge',
      `${said(test.gauge)}, to ${showText(test.resolution, 'pressure', units, 2)}; last checked: ${said(test.gaugeChecked)}`,
    ],
    ['Thermometer sure to', `${test.thermometer} K`],
    ['Who', said(test.who)],
    ['Made on', said(test.covers)],
  ]
  return [
    { kind: 'table', title: test.label, head: ['', ''], rows },
    ...(hold.readings.length > 1 ? [curveOf(test, hold, result.atmosphere, units)] : []),
  ]
}
/** How many readings somebody held to be misread. */
function leftOut({ readings }: HoldTest): string {
  const count = readings.filter(({ out }) => out).length
  return count ? `, ${count} of them left out as misread` : ''
}
function verdictOf({ ofThisCircuit, opened, verdict, leak }: HoldResult): string {
  if (!ofThisCircuit) return 'of an earlier circuit: proves nothing of this one'
  // A leak that was found stays found, whatever was opened to mend it.
  if (opened && leak?.verdict === 'leaking') return `leaking, and opened since (${opened.what})`
  if (opened) return `opened since (${opened.what}): proves nothing any more`
  return verdict ?? 'no verdict yet'
}
/** Printed after the time of a test or check whose part was opened later. */
const SINCE = ', opened since'

/** As read, brought to 20 °C, and what may be lost, in hours and the shop’s pressure. */
function curveOf(test: HoldTest, hold: HoldResult, atmosphere: number, units: UnitChoice): PackBlock {
  const { readings, leak } = hold
  const unit = unitFor('pressure', units)
  const corrected = leak?.corrected ?? []
  const point = (t: number, gauge: number): [number, number] => [t / HOUR, fromSi(gauge, unit)]
  return {
    kind: 'curve',
    across: 'hours',
    up: unit.symbol,
    courses: [
      { name: 'as read', dash: [4, 3], points: readings.map((r) => point(r.t, r.pressure)) },
      {
        name: 'brought to 20 °C',
        dash: null,
        points: corrected.map((p, i) => point(readings[i]!.t, p - atmosphere)),
      },
      {
        name: 'may be lost',
        dash: [1, 2],
        points: allowedCourse(test, hold).map((end) => point(end.t, end.pressure - atmosphere)),
      },
    ],
  }
}

/** Every place that may leak: joints as the plan has them, then springs, cores and seats. */
function inWalkingOrder({ joints, places }: ProveResult): { id: string; label: string }[] {
  const known = new Set(joints.map(({ id }) => id))
  return [...joints, ...places.filter(({ id }) => !known.has(id)).sort((a, b) => (a.id < b.id ? -1 : 1))]
}

const labelsOf = ({ places }: ProveResult) => new Map(places.map(({ id, label }) => [id, label]))

function repairsMade({ plan, derived }: PackSource): PackBlock {
  const made = ordered(plan.prove.repairs)
  if (made.length === 0) return { kind: 'text', text: 'Repairs: none was needed, or none written down.' }
  const labels = labelsOf(derived.stages.prove.result)
  return {
    kind: 'table',
    title: 'Put right',
    head: ['Where', 'Who', 'When', 'Held again'],
    rows: made.map(([, { place, who, at, retest }]) => {
      const held = retest === null ? null : derived.stages.prove.result.holds[retest]
      return [labels.get(place) ?? place, said(who), shortTime(at), held ? verdictOf(held) : 'not yet']
    }),
  }
}

/** What a reading of a function is of, in words. */
const SEEN_AT: Record<string, string> = {
  left: 'left spring',
  right: 'right spring',
  tank: 'tank',
  amps: 'current',
  drain: 'current at rest',
  volts: 'volts at the compressor',
  earth: 'drop over its earth',
  seconds: 'it took',
  stamped: 'opens at, as stamped',
  rings: 'air by its ring',
  shows: 'it shows',
  'shows-left': 'shows for the left',
  'shows-right': 'shows for the right',
  lit: 'lamp lit',
  blows: 'it blows',
  hears: 'it answers',
  moves: 'it fills',
  runs: 'it runs',
  starts: 'starts at',
  stops: 'stops at',
}

/** A reading of a function in words: yes or no where nothing is measured. */
function readText(id: string, value: number, units: UnitChoice): string {
  const quantity = quantityAt(['prove', 'functions', id, 'value'])
  return quantity === 'count' ? yesNo(value) : showText(value, quantity, units)
}

/** What was read when functions were tried; that none was is said too. */
function functionsRead({ plan, derived, units }: PackSource): PackBlock {
  const opened = new Set(derived.stages.prove.result.opened.tests.map(({ id }) => id))
  const byTest = (a: string, b: string) => functionRank(a) - functionRank(b) || (a < b ? -1 : 1)
  const read = Object.entries(plan.prove.functions).sort(([a], [b]) => byTest(a, b))
  if (read.length === 0) return { kind: 'text', text: 'Functions: none was tried.' }
  return {
    kind: 'table',
    title: 'Functions, as read',
    head: ['Pressed', 'Seen at', 'Reading', 'Who', 'When'],
    rows: read.map(([id, { value, who, at, of }]) => [
      of,
      SEEN_AT[id.split(':').at(-1)!] ?? id,
      readText(id, value, units),
      who,
      shortTime(at) + (opened.has(id) ? SINCE : ''),
    ]),
  }
}

const FOUND = { fine: 'fine', not: 'not as it should be', unsaid: 'measured, not judged' }
function afterTheRoad({ plan, derived, units }: PackSource): PackBlock {
  const { roadChecks, opened } = derived.stages.prove.result
  const again = new Set(opened.road.map(({ check }) => check.id))
  return {
    kind: 'table',
    title: 'After the road',
    head: ['', 'Found', 'Measured', 'Who', 'When'],
    rows: roadChecks.map(({ id, label, quantity }) => {
      const finding = plan.prove.road[id]
      if (!finding) return [label, 'not looked at', '', '', '']
      const { found, value, who, at } = finding
      const measured = value === null || !quantity ? '' : showText(value, quantity, units)
      return [label, FOUND[found ?? 'unsaid'], measured, who, shortTime(at) + (again.has(id) ? SINCE : '')]
    }),
  }
}

/** All that was proved as one table, readings and all: for a spreadsheet, in the shop's units. */
export function proofTable({ plan, derived, units }: PackSource): {
  head: string[]
  rows: (string | number)[][]
} {
  const { result } = derived.stages.prove
  const { holds, soap, functions, repairs, road } = plan.prove
  const shown = (value: number, quantity: Quantity): [number, string] => {
    const unit = unitFor(quantity, units)
    return [Number(fromSi(value, unit).toPrecision(8)), unit.symbol]
  }
  const labels = labelsOf(result)
  const roadLabels = new Map(result.roadChecks.map((check) => [check.id, check]))
  const hold = ([id, test]: [string, HoldTest]): (string | number)[][] => {
    const of = result.holds[id]!
    const { leak } = of
    const at = (t: number) => new Date(new Date(test.startedAt).getTime() + t * 1000)
    const when = (t: number) => (Number.isNaN(at(t).getTime()) ? '' : at(t).toISOString())
    const row = (what: string, value: number | null, quantity: Quantity, t: number, kind = 'reading') =>
      value === null ? [] : [[kind, test.label, what, ...shown(value, quantity), test.who, when(t)]]
    return [
      ['hold test', test.label, 'verdict', verdictOf(of), '', test.who, test.startedAt],
      ...(leak ? row('loss', leak.lossRate, 'pressureLoss', 0, 'hold test') : []),
      ...test.readings.flatMap(({ t, pressure, temperature, second, barometer, out }) => {
        const kind = out ? 'reading left out' : 'reading'
        return [
          ...row('pressure', pressure, 'pressure', t, kind),
          ...row('temperature', temperature, 'temperature', t, kind),
          ...row('second temperature', second, 'temperature', t, kind),
          ...row('barometer', barometer, 'pressure', t, kind),
        ]
      }),
      ...(leak?.corrected ?? []).flatMap((p, i) =>
        row('brought to 20 °C', p - result.atmosphere, 'pressure', of.readings[i]!.t),
      ),
    ]
  }
  return {
    head: ['Kind', 'Of', 'What', 'Value', 'Unit', 'Who', 'When'],
    rows: [
      ...ordered(holds).flatMap(hold),
      ...Object.entries(soap).map(([id, { finding, who, at }]) => [
        'soap',
        labels.get(id) ?? id,
        result.soap[id] ? 'finding' : 'finding on an earlier circuit',
        SOAPED[finding],
        '',
        who,
        at,
      ]),
      ...ordered(repairs).map(([, r]) => [
        'repair',
        labels.get(r.place) ?? r.place,
        r.kind,
        '',
        '',
        r.who,
        r.at,
      ]),
      ...Object.entries(functions).map(([id, { value, who, at, of }]) => {
        const quantity = quantityAt(['prove', 'functions', id, 'value'])
        const read = quantity === 'count' ? [yesNo(value), ''] : shown(value, quantity)
        return ['function', of, id, ...read, who, at]
      }),
      ...Object.entries(road).map(([id, { found, value, who, at }]) => {
        const check = roadLabels.get(id)
        const measured = value === null || !check?.quantity ? ['', ''] : shown(value, check.quantity)
        return ['after the road', check?.label ?? id, FOUND[found ?? 'unsaid'], ...measured, who, at]
      }),
    ],
  }
}
