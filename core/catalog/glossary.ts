import { STAGES, type StageName } from '../quantity/figure'

/** Every term that the program uses in a sense of its own, or of the trade. `docs/glossary.md` is written from this list. */
export interface Term {
  term: string
  /** What it is, in one line. */
  means: string
  /** Unit in which it is shown; left out of a thing without one. */
  unit?: string
  /** Stages at which it is met; none for a term of the code alone. */
  at: readonly StageName[]
}

export const GLOSSARY: readonly Term[] = [
  {
    term: 'Accepted',
    means: 'A Fix that goes out of the door as it is, on somebody’s word and with a reason.',
    at: ['prove', 'handover'],
  },
  {
    term: 'Allowed loss',
    means: 'Pressure that a held system may lose and still counts as tight.',
    unit: 'psi, bar or kPa a day',
    at: ['prove'],
  },
  {
    term: 'Ampacity',
    means: 'Current that a wire may carry for ever where it runs, bundled and warm as it is.',
    unit: 'A',
    at: ['power'],
  },
  {
    term: 'Arm',
    means: 'Lever on a height valve or a height sensor; the link hangs from its end.',
    unit: 'mm or in',
    at: ['tune'],
  },
  {
    term: 'Block',
    means: 'Valve block: solenoids in one body that fill and vent each spring by remote.',
    at: ['air', 'lay', 'power', 'tune'],
  },
  {
    term: 'Bump',
    means: 'Full travel up: the axle is on its bump stops.',
    unit: 'mm or in from unladen',
    at: ['truck', 'load', 'tune'],
  },
  { term: 'Card', means: 'A haul’s pressures in tenths of its load, to stick in the truck.', at: ['load'] },
  { term: 'Check valve', means: 'Lets air through one way and holds it back the other.', at: ['air'] },
  {
    term: 'Class',
    means: 'Generic part with typical figures; a part’s own sheet overrides it.',
    at: ['air'],
  },
  {
    term: 'Clear',
    means: 'A stage whose every answer was measured, tested or looked at, with no Stop and no Fix left.',
    at: STAGES,
  },
  {
    term: 'Conductance',
    means: 'How easily a part lets air through, as ISO 6358-1 measures it.',
    unit: 'dm³/(s·bar)',
    at: ['air'],
  },
  { term: 'Cut list', means: 'Every new line with the length to cut it to.', at: ['lay', 'build'] },
  {
    term: 'Cut-in, cut-out',
    means: 'Tank pressures at which the pressure switch starts and stops the compressor.',
    unit: 'psi, bar or kPa',
    at: ['air', 'prove'],
  },
  {
    term: 'Dead band',
    means: 'Range around ride height in which a height valve or controller does nothing.',
    unit: 'mm or in',
    at: ['tune'],
  },
  {
    term: 'Doubt',
    means: 'By how much a figure may be off: its ±. A range shown covers 19 cases in 20.',
    at: ['load', 'tune', 'prove'],
  },
  { term: 'Drawer', means: 'One part of a stage’s work under its picture, opened by its tab.', at: STAGES },
  {
    term: 'Drip loop',
    means: 'Wire left hanging before a plug, so that water drops off and does not run in.',
    at: ['lay', 'power'],
  },
  {
    term: 'Droop',
    means: 'Full travel down: the axle hangs on its shock absorbers.',
    unit: 'mm or in from unladen',
    at: ['truck', 'load', 'tune'],
  },
  { term: 'Drop', means: 'Volts lost on a wire on the way there and back.', unit: 'V or %', at: ['power'] },
  { term: 'Dump', means: 'Valve that lets both springs down at once.', at: ['air', 'tune'] },
  {
    term: 'Earth',
    means: 'The way of a current back to the battery: a screw on bare steel, or a wire of its own.',
    at: ['power'],
  },
  {
    term: 'Effective area',
    means: 'Load of a spring divided by its pressure; it changes with height.',
    unit: 'cm²',
    at: ['load', 'air', 'tune'],
  },
  {
    term: 'Feed',
    means: 'The wire from the battery to the compressor, with its fuse.',
    at: ['lay', 'power'],
  },
  {
    term: 'First fill',
    means: 'Pressure the springs get first, before the truck comes off its stands.',
    unit: 'psi, bar or kPa',
    at: ['air', 'build'],
  },
  {
    term: 'Fix',
    means: 'A note on something that must be put right, or accepted by name, before the job is handed over.',
    at: STAGES,
  },
  {
    term: 'Free air',
    means: 'Air counted as the volume it takes at the pressure around the truck.',
    unit: 'L or ft³',
    at: ['air', 'tune'],
  },
  {
    term: 'Gap',
    means:
      'Seat gap: axle to frame where the helper spring goes. Taped unladen, at droop and on the bump stop.',
    unit: 'mm or in',
    at: ['truck'],
  },
  {
    term: 'Gauge strip',
    means: 'Row of the figures that matter most, along the foot of the screen.',
    at: STAGES,
  },
  {
    term: 'Grommet',
    means: 'Rubber ring in a hole through sheet metal, so that its edge does not cut the line.',
    at: ['lay'],
  },
  {
    term: 'Guard',
    means:
      'What ends a fault by itself: a fuse, breaker or link on wires; a switch, relief valve, check valve or regulator on air.',
    at: ['air', 'power'],
  },
  {
    term: 'Harness',
    means: 'The kit’s own wires in one loom, from the battery to the compressor and the block.',
    unit: 'm or ft',
    at: ['lay', 'power'],
  },
  {
    term: 'Haul',
    means: 'One way the truck is loaded: what is on the bed and behind, and the height it should stand at.',
    at: ['load', 'air', 'tune', 'handover'],
  },
  {
    term: 'Helper spring',
    means: 'Air spring that works beside the truck’s own steel spring.',
    at: ['truck', 'load', 'air'],
  },
  {
    term: 'Hold test',
    means:
      'The system is filled, shut, and read over hours: what it loses with temperature taken out is its leak.',
    at: ['prove'],
  },
  {
    term: 'Hunts',
    means: 'Keeps moving up and down around ride height and never comes to rest.',
    at: ['tune'],
  },
  { term: 'Inrush', means: 'Current of a motor in the moment it starts.', unit: 'A', at: ['power'] },
  {
    term: 'Joint',
    means:
      'Where a line’s end meets a part, and is soaped; at Build also where one thing is bolted to another.',
    at: ['air', 'build', 'prove'],
  },
  {
    term: 'Kept',
    means: 'State of a part or line that is on the truck and stays.',
    at: ['air', 'build', 'prove'],
  },
  { term: 'Kit', means: 'Parts sold together in one box, with their own sheet.', at: ['air'] },
  { term: 'Know', means: 'A note that is worth reading and asks for nothing.', at: STAGES },
  {
    term: 'Lag',
    means: 'How much later the air inside follows the temperature around it, or a valve its arm.',
    unit: 's or min',
    at: ['tune', 'prove'],
  },
  {
    term: 'Later',
    means: 'State of a part that is left for another day: its place and port are kept free and plugged.',
    at: ['air', 'lay', 'build'],
  },
  {
    term: 'Line',
    means: 'A tube between two ports. The column of nine stages is called the line too.',
    at: ['air', 'lay', 'build', 'prove'],
  },
  { term: 'Link', means: 'Rod from the end of an arm to the axle.', unit: 'mm or in', at: ['tune'] },
  {
    term: 'Lip',
    means: 'Lower edge of the fender over a wheel; heights are taped from the ground to it.',
    unit: 'mm or in',
    at: ['truck', 'load', 'tune'],
  },
  { term: 'Mark', means: 'Name at both ends of a wire, W1, W2 and so on.', at: ['power', 'build'] },
  { term: 'Memory', means: 'Place in a control that holds one preset.', at: ['tune'] },
  {
    term: 'Minimum',
    means: 'Least pressure that is always kept in the springs, so that they neither fold nor chafe.',
    unit: 'psi, bar or kPa',
    at: ['load', 'air', 'tune', 'handover'],
  },
  {
    term: 'Motion ratio',
    means: 'How far the helper spring moves for a metre of wheel travel.',
    at: ['truck', 'load'],
  },
  {
    term: 'Note',
    means: 'What a rule noticed, with its figure, its limit and its source: a Stop, a Fix or a Know.',
    at: STAGES,
  },
  {
    term: 'Off and back',
    means:
      'The register of what is unbolted or moved out of the way, with its bolts, and what becomes of it.',
    at: ['build'],
  },
  {
    term: 'Opened',
    means: 'Taken apart after it was proved, so that the proof no longer counts.',
    at: ['build', 'prove', 'handover'],
  },
  {
    term: 'Overshoot',
    means: 'How far a spring goes past its target before the valve has read and shut.',
    unit: 'psi, bar or kPa',
    at: ['air'],
  },
  {
    term: 'Paddle',
    means: 'Valve in the cab that a hand holds up to fill a spring and down to vent it.',
    at: ['air', 'tune'],
  },
  {
    term: 'Pass',
    means:
      'One turn at a bolted joint: loose, snug, to its torque, again on the wheels, again after the road.',
    at: ['build'],
  },
  {
    term: 'Plate',
    means: 'Label on a part or the truck with its rating and date.',
    at: ['truck', 'load', 'air'],
  },
  {
    term: 'Preset',
    means: 'Pressures of one haul as they are stored in the control.',
    unit: 'psi, bar or kPa',
    at: ['tune', 'handover'],
  },
  {
    term: 'Range',
    means: 'Where a figure truly lies 19 times in 20, as far as the measurements tell.',
    at: ['load'],
  },
  {
    term: 'Rating',
    means: 'Most that a part, axle or tyre may carry or bear, off its plate.',
    unit: 'kg, lb or psi',
    at: ['truck', 'load', 'air'],
  },
  { term: 'Relief valve', means: 'Opens by itself before a part is over its rating.', at: ['air', 'prove'] },
  {
    term: 'Remedy',
    means: 'Edit offered with a note. It was tried on a copy of the plan first.',
    at: STAGES,
  },
  {
    term: 'Replaced',
    means: 'State of a part that comes off and has the same put in its place.',
    at: ['air', 'build'],
  },
  { term: 'Revision', means: 'The plan as it was saved once; none is ever overwritten.', at: [] },
  {
    term: 'Ride height',
    means: 'Height at which what levels by itself holds the truck.',
    unit: 'mm or in',
    at: ['tune'],
  },
  {
    term: 'Road trial',
    means:
      'Pressures driven with and both rear lips taped: they correct the spring’s area and the steel’s rate.',
    at: ['tune'],
  },
  {
    term: 'Run',
    means: 'The way of a line or wire through the truck. A scenario played over time is a run too.',
    unit: 'm or ft',
    at: ['air', 'lay'],
  },
  {
    term: 'Scenario',
    means: 'What happens to a circuit in a run: loaded, filled, left overnight, with or without a fault.',
    at: ['air'],
  },
  {
    term: 'Seat',
    means: 'Where an end of a helper spring is fixed: the lower one on the axle, the upper one on the rail.',
    at: ['truck', 'build'],
  },
  {
    term: 'Set aside',
    means: 'A reading that is kept and not counted, because somebody said what was wrong with it.',
    at: ['tune'],
  },
  { term: 'Shield', means: 'Sheet of metal between a part and the exhaust.', at: ['lay', 'build'] },
  {
    term: 'Slack',
    means: 'Length added to a line or wire beyond its way, so that it can move and be made again.',
    unit: 'mm or in',
    at: ['lay'],
  },
  { term: 'Solid', means: 'Thing on the truck that parts and runs keep clear of.', at: ['lay'] },
  {
    term: 'Spacer',
    means: 'Block under or over the spring that fills what the gap is too large by.',
    unit: 'mm or in',
    at: ['truck', 'air', 'build'],
  },
  {
    term: 'Squat',
    means: 'How far the rear goes down under a load.',
    unit: 'mm or in',
    at: ['truck', 'load'],
  },
  { term: 'Stage', means: 'One of the nine parts of the work, from Truck to Hand over.', at: STAGES },
  {
    term: 'Stand-in',
    means:
      'Simulated device that runs on the plan’s own circuit and wiring: control box, gauge, meter, spray bottle.',
    at: ['tune', 'prove'],
  },
  { term: 'Steel', means: 'The truck’s own springs, leaf or coil.', at: ['truck', 'load'] },
  {
    term: 'Stop',
    means: 'A note on something that can hurt somebody or break the truck. The work does not go on with it.',
    at: STAGES,
  },
  { term: 'Strip', means: 'A run straightened out, piece by piece, with its ties.', at: ['lay'] },
  {
    term: 'Struck',
    means: 'A step that this truck does not need, crossed out with a reason.',
    at: ['build'],
  },
  {
    term: 'Supply',
    means: 'What makes or brings the air: compressor, belt-driven pump or a hose, with its tank.',
    at: ['air'],
  },
  { term: 'Tap', means: 'Where a wire takes its current from the fuse box in the cab.', at: ['power'] },
  {
    term: 'Target',
    means: 'Height the rear should stand at with a haul on.',
    unit: 'mm or in',
    at: ['load'],
  },
  {
    term: 'Teed',
    means: 'Joined by a tee: both springs always have one pressure.',
    at: ['load', 'air', 'tune'],
  },
  {
    term: 'Ten-minute check',
    means: 'One known load, one fill, both rear lips taped: it narrows the doubt of the pressures.',
    at: ['load', 'tune'],
  },
  {
    term: 'Tick',
    means: 'A step marked as done, with who did it, when, and to which torque.',
    at: ['build'],
  },
  {
    term: 'Tight',
    means: 'A hold test whose loss is surely within what is allowed.',
    at: ['prove', 'handover'],
  },
  {
    term: 'Unladen',
    means: 'The truck with nothing on the bed and nothing behind, as it was surveyed.',
    at: ['truck', 'load'],
  },
  {
    term: 'Whole layout',
    means: 'Places for every part at once, in one zone of the truck, run and costed.',
    at: ['lay'],
  },
]

const cell = (text: string) => text.replaceAll('|', '\\|')

/** The list as a page of the documentation. */
export const glossaryPage = (): string =>
  [
    '# Glossary',
    '',
    'Every term of the program, in one line. In a job, `?` lists the terms of the stage on show, and Find (`/`) leads to each of them. This page is written from `core/catalog/glossary.ts`; a test compares the two.',
    '',
    '| Term | Means | Unit |',
    '| --- | --- | --- |',
    ...GLOSSARY.map(({ term, means, unit }) => `| ${term} | ${cell(means)} | ${unit ?? ''} |`),
    '',
  ].join('\n')
