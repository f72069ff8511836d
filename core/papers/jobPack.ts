import { fittingsOf } from '../air/circuit/fittings'
import { LINE_CODES, type LineCode } from '../air/drawing/lineCodes'
import { classIdOf, partOf } from '../air/parts/parts'
import type { Step } from '../build/types'
import { KINDS } from '../catalog/kinds'
import { STATE_SIGNS, STATE_WORDS } from '../catalog/partStates'
import { TRUCK_KINDS } from '../catalog/trucks'
import { DIRECT, ordered, type AirPlan, type Plan } from '../document/types'
import { sheetBlocks } from '../handover/sheetText'
import { stripOf } from '../lay/run/strip'
import { labelsOf } from '../lay/tables'
import { solidsOf } from '../lay/space/room'
import { cardText } from '../load/cardText'
import { itemMass } from '../load/masses'
import { sizeLabel } from '../power/tables'
import { NOTHING_WIRED } from '../power/unwired'
import { jointList } from '../power/wires'
import { showText, type Quantity, type UnitChoice } from '../quantity/units'
import { AXLE_WAYS, CENTRE_WAYS, wayText } from '../quantity/ways'
import { isGuessed } from '../truck/guessed'
import { SURVEY_GROUPS } from '../truck/surveyFields'
import { KEPT } from '../tune/held'
import { figureText, notesOf, type PackBlock, type PackSheet, type PackSource } from './packBlocks'
import { proofSheet } from './proofSheet'
import { stepPicture } from './pictures/stepPicture'
import { guideSource, stepGuide, type GuideSource } from './stepGuide'
import type { Derived } from '../derive/types'

/**
 * Every sheet of a job in the order of the work, in a shop's units: what was measured (with room to write),
 * loads and pressures, circuit and parts, cut list, wiring, presets, steps with boxes, proof, and the driver's
 * sheet.
 */
export function jobPack(plan: Plan, derived: Derived, units: UnitChoice): PackSheet[] {
  const source: PackSource = { plan, derived, units }
  return [
    surveySheet(source),
    ...loadSheets(source),
    partsSheet(source),
    cutSheet(source),
    wiringSheet(source),
    presetSheet(source),
    buildSheet(source),
    proofSheet(source),
    driverSheet(source),
  ]
}

function surveySheet({ plan, units }: PackSource): PackSheet {
  const { truck, job } = plan
  const kind = TRUCK_KINDS.find((k) => k.id === truck.kind)!.label
  const groups = SURVEY_GROUPS.map(({ title, rows }): PackBlock => {
    const known = rows.map((field) => ({ field, value: field.get(truck) }))
    return {
      kind: 'fields',
      title,
      rows: known.map(({ field, value }) => ({
        label: field.label,
        value:
          value !== null && field.ways
            ? wayText(value, field.quantity, units, field.ways)
            : showText(value, field.quantity, units),
        guess: isGuessed(truck, field.label),
      })),
    }
  })
  const whose = [kind, job.vehicle, job.customer].filter(Boolean).join(' · ')
  const guide = 'In brackets: still a guess. Write what was measured beside it.'
  return { title: 'Survey', blocks: [{ kind: 'text', text: `${whose}. ${guide}` }, ...groups] }
}

function loadSheets(source: PackSource): PackSheet[] {
  const { plan, derived, units } = source
  const { figures, result } = derived.stages.load
  const text = (value: number, quantity: Quantity) => showText(value, quantity, units)
  return ordered(plan.hauls).map(([id, haul]) => {
    const solved = result.hauls[id]!
    const figure = (name: string) => figureText(figures[`${id}.${name}`], units)
    const card = cardText(result.cards[id]?.() ?? [], derived.stages.air.result.teed, units)
    return {
      title: `Load: ${haul.label}`,
      blocks: [
        {
          kind: 'table',
          title: 'Aboard',
          head: ['Item', 'Mass', 'Along', 'Across'],
          rows: ordered(haul.items).map(([, item]) => [
            item.label,
            text(itemMass(item), 'mass'),
            wayText(item.x, 'length', units, AXLE_WAYS),
            wayText(item.y, 'length', units, CENTRE_WAYS),
          ]),
        },
        {
          kind: 'table',
          title: 'Pressure to bring it to its height',
          head: ['Left', 'Right', 'Sag with no air, left', 'right'],
          rows: [[figure('left'), figure('right'), figure('sagLeft'), figure('sagRight')]],
        },
        {
          kind: 'table',
          title: 'Against its ratings',
          head: ['', 'Carries', 'Rated', 'In hand'],
          rows: solved.ratings.map((r) => [
            figures[`${id}.${r.figure}`]!.label,
            text(r.value, 'mass'),
            text(r.limit, 'mass'),
            text(r.inHand, 'mass'),
          ]),
        },
        ...notesOf(source, 'load', `${id}:`),
        {
          kind: 'table',
          title: 'Pressure card',
          head: [...card.head, 'Note'],
          rows: card.rows.map((row) => [...row.cells, row.mark]),
        },
      ],
    }
  })
}

const partRows = (air: AirPlan): string[][] =>
  Object.entries(air.components).map(([id, c]) => [
    c.label,
    classIdOf(air, id) ? partOf(air, id).label : KINDS[c.kind].label,
    [c.own.number, c.own.make].filter(Boolean).join(', ') || '—',
    `${STATE_SIGNS[c.state]} ${STATE_WORDS[c.state]}${c.used ? ', second-hand' : ''}`,
  ])

function partsSheet(source: PackSource): PackSheet {
  const { plan } = source
  const { components, lines } = plan.air
  const name = (id: string) => components[id]?.label ?? id
  // What is taken out may have had the name of what comes in its place.
  const parts = [{ ...plan.air, ...plan.air.gone }, plan.air].flatMap(partRows)
  const shields = source.derived.stages.lay.result.shields.map((s) => [
    'Heat shield',
    `for the ${s.guards}`,
    '—',
    `${STATE_SIGNS.new} ${STATE_WORDS.new}`,
  ])
  return {
    title: 'Circuit and parts',
    blocks: [
      { kind: 'circuit' },
      { kind: 'table', title: 'Parts', head: ['Part', 'Class', 'Number', ''], rows: [...parts, ...shields] },
      {
        kind: 'table',
        title: 'Fittings',
        head: ['Joint', 'On', 'Pieces'],
        rows: fittingsOf(plan.air).map(({ kind, label, on, count }) => [
          label,
          on ?? (kind === 'adapter' ? 'between' : 'port to port'),
          String(count),
        ]),
      },
      {
        kind: 'table',
        title: 'Lines',
        head: ['From', 'To', 'Line'],
        rows: Object.values(lines)
          .filter((l) => l.tube !== DIRECT)
          .map((l) => [name(l.from), name(l.to), lineName(l.path)]),
      },
      ...notesOf(source, 'air'),
    ],
  }
}
const lineName = (code: LineCode) => `${LINE_CODES[code].letter} ${LINE_CODES[code].name}`

function cutSheet(source: PackSource): PackSheet {
  const { derived, units } = source
  const { result, figures } = derived.stages.lay
  const solids = solidsOf(source.plan.truck, source.plan.air, source.plan.lay.solids)
  return {
    title: 'Cut in this order',
    blocks: [
      {
        kind: 'table',
        title: `Tube ${figureText(figures.tube, units)} in all`,
        head: ['', 'From', 'To', 'Mark', 'Cut', 'Ties', 'Grommets'],
        rows: result.cuts.map((cut, i) => [
          String(i + 1),
          cut.fromLabel,
          cut.toLabel,
          lineName(cut.path),
          figureText(figures[`cut.${cut.id}`], units),
          String(cut.ties),
          String(cut.grommets),
        ]),
      },
      ...result.tubes.flatMap((tube): PackBlock[] => {
        if (!tube.plan || 'short' in tube.plan) return []
        const cutOf = (piece: number) => {
          const at = result.cuts.findIndex((cut) => cut.id === tube.lines[piece])
          return `${at + 1} (${figureText(figures[`cut.${tube.lines[piece]!}`], units)})`
        }
        return [
          {
            kind: 'table',
            title: `${tube.label}: from which coil`,
            head: ['Coil', 'Pieces in this order', 'Left over'],
            rows: tube.plan.cuts.map(({ coil, pieces, offcut }) => [
              `${showText(tube.coils[coil]!.length, 'run', units)} ${tube.coils[coil]!.label}`,
              pieces.map(cutOf).join(', '),
              showText(offcut, 'run', units),
            ]),
          },
        ]
      }),
      ...wiresAndHoles(source),
      {
        kind: 'table',
        title: 'Each run piece by piece',
        head: ['Run', 'From its start', 'Goes', 'Along', 'For', 'Through'],
        rows: result.routes.flatMap((route) =>
          stripOf(route, solids).map((piece, i) => [
            i === 0 ? `${route.fromLabel} to ${route.toLabel.toLowerCase()}` : '',
            showText(piece.at, 'run', units),
            piece.way,
            piece.along ?? '',
            showText(piece.length, 'run', units),
            piece.through.join(', '),
          ]),
        ),
      },
      {
        kind: 'table',
        title: 'Labels, one for each end',
        head: ['Mark', 'Line or wire', 'End'],
        rows: labelsOf(result, (path) => LINE_CODES[path].letter).map(({ mark, text, end }) => [
          mark,
          text,
          end,
        ]),
      },
      ...notesOf(source, 'lay'),
    ],
  }
}

function wiresAndHoles({ derived, units }: PackSource): PackBlock[] {
  const { wires, holes } = derived.stages.lay.result
  const bore = (metres: number) => showText(metres, 'bore', units)
  const wireBlock: PackBlock = {
    kind: 'table',
    title: 'Wires beside the feed',
    head: ['From', 'To', 'Carries', 'Cut', 'Grommets'],
    rows: wires.map((wire) => [
      wire.fromLabel,
      wire.toLabel,
      wire.carries ?? '',
      showText(wire.cut, 'run', units),
      String(wire.grommets),
    ]),
  }
  const holeBlock: PackBlock = {
    kind: 'table',
    title: 'Holes: look behind each before it is drilled',
    head: ['Through', 'For', 'Drill', 'Grommet inside', 'Behind it'],
    rows: holes.map(({ through, what, drill, grommet, behind }) => [
      through,
      what,
      drill === null ? 'there' : bore(drill),
      grommet === null ? '' : bore(grommet),
      behind.map(({ label, far }) => `${label} ${showText(far, 'length', units)}`).join(', '),
    ]),
  }
  return [wireBlock, holeBlock].filter((block) => block.kind === 'table' && block.rows.length > 0)
}

function wiringSheet(source: PackSource): PackSheet {
  const { figures, result } = source.derived.stages.power
  const rows = Object.values(figures).map((f) => [f.label, figureText(f, source.units)])
  if (!result.isWired) return { title: 'Wiring', blocks: [{ kind: 'text', text: NOTHING_WIRED }] }
  const { counted } = jointList(result.wiring, result.rows)
  return {
    title: 'Wiring',
    blocks: [
      { kind: 'table', title: 'Feed, fuse and battery', head: ['', ''], rows },
      { kind: 'text', text: 'Ignition off while wiring; the fuse goes in last, after all lines and wires.' },
      {
        kind: 'table',
        title: 'Wires: a label on both ends of each',
        head: ['Mark', 'From', 'To', 'Colour', 'Size', 'Length', 'Guard'],
        rows: result.rows.map((row) => [
          row.mark,
          row.ends[0].at,
          row.ends[1].at,
          row.colour,
          sizeLabel(row.area, source.units.wire),
          `${showText(row.length, 'run', source.units)}${row.laid || row.for === 'earth' ? '' : ', not laid'}`,
          row.guard ? showText(row.guard.rating, 'current', source.units) : '',
        ]),
      },
      {
        kind: 'table',
        title: 'Card for the lid of the fuse box',
        head: ['Guard', 'Rated', 'Feeds', 'Wires'],
        rows: result.guards.map(({ label, rating, feeds, wires }) => [
          label,
          showText(rating, 'current', source.units),
          feeds.join(', '),
          wires.join(' '),
        ]),
      },
      {
        kind: 'table',
        title: 'Terminals and small parts',
        head: ['Part', 'Count'],
        rows: counted.map(({ what, count }) => [what, String(count)]),
      },
      ...notesOf(source, 'power'),
    ],
  }
}

function presetSheet(source: PackSource): PackSheet {
  const { plan, derived, units } = source
  const { result } = derived.stages.tune
  if (!derived.stages.air.result.spring)
    return {
      title: 'Presets',
      blocks: [{ kind: 'text', text: 'No air spring in this plan: there is no pressure to set.' }],
    }
  const pressure = (value: number) => showText(value, 'pressure', units)
  const rows = ordered(plan.hauls).flatMap(([id, haul]) => {
    const preset = result.presets[id]
    if (!preset) return []
    const { stored, followed } = KEPT[result.heldBy]
    const how = preset.followsLoad ? followed : stored
    return [[haul.label, pressure(preset.left), pressure(preset.right), how]]
  })
  return {
    title: 'Presets',
    blocks: [
      {
        kind: 'table',
        title: `Never under ${pressure(result.minimum)}`,
        head: ['Haul', 'Left', 'Right', ''],
        rows,
      },
      ...notesOf(source, 'tune'),
    ],
  }
}

/** Everything a step says, as one text: what, where, which way, along what, how tight, and its cautions. */
function guideText(step: Step, source: GuideSource): string {
  const { what, where, way, run, holes, ends, joints, tools } = stepGuide(step, source)
  const tight = joints.map(({ label, fasteners, torque, until, passes }) => {
    const how = torque === null ? until : showText(torque, 'torque', source.units)
    return `${label}: ${fasteners}${how ? `, ${how}` : ''}; ${passes.join(', ')}.`
  })
  const using = tools.length ? `With: ${tools.join(', ')}.` : ''
  return [what, ...where, ...way, ...run, ...holes, ...ends, ...tight, using, ...step.cautions]
    .filter(Boolean)
    .join(' ')
}

function buildSheet({ plan, derived, units }: PackSource): PackSheet {
  const { steps, ticks } = derived.stages.build.result
  const source = guideSource(plan, derived, units)
  const groups = [...new Set(steps.map((s) => s.group))]
  return {
    title: 'Build',
    blocks: groups.map((group): PackBlock => ({
      kind: 'checks',
      title: group,
      rows: steps
        .filter((s) => s.group === group)
        .map((step) => ({
          done: !!ticks[step.id],
          text: plan.build.struck[step.id] ? `${step.title} (not on this truck)` : step.title,
          under: guideText(step, source),
          picture: plan.build.struck[step.id] ? null : stepPicture(step, source),
        })),
    })),
  }
}

function driverSheet({ derived, units }: PackSource): PackSheet {
  const sheet = sheetBlocks(derived.stages.handover.result, units)
  const open = derived.stages.handover.result.open.map((o) => o.text)
  return {
    title: 'For the driver',
    blocks: [
      ...(open.length ? [{ kind: 'list' as const, lines: open.map((text) => `Still open: ${text}`) }] : []),
      { kind: 'text', text: `Never under ${sheet.least}, never over ${sheet.most}.` },
      { kind: 'table', title: 'Pressure for each haul, read cold', head: sheet.head, rows: sheet.rows },
      ...(sheet.weather.rows.length ? [{ kind: 'table' as const, ...sheet.weather }] : []),
      { kind: 'text', text: sheet.rating },
      { kind: 'list', lines: [...sheet.handFill, ...sheet.cautions] },
      ...(sheet.remarks ? [{ kind: 'text' as const, text: sheet.remarks }] : []),
      { kind: 'text', text: sheet.foot },
    ],
  }
}
