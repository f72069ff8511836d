/**
 * Numbers of the trade that no published source fixes, each once. Values SI; `unit` says which; the part's own sheet
 * and local codes rule over every one of them.
 */
export interface PracticeNumber {
  readonly value: number
  readonly unit: string
  readonly what: string
  readonly source: 'common practice' | 'from memory'
}

const practice = (value: number, unit: string, what: string): PracticeNumber => ({
  value,
  unit,
  what,
  source: 'common practice',
})
const remembered = (value: number, unit: string, what: string): PracticeNumber => ({
  value,
  unit,
  what,
  source: 'from memory',
})

const DEGREE = Math.PI / 180

export const PRACTICE = {
  // Truck
  tape: practice(0.003, 'm', 'A tape reads within ± this'),
  sharpClearance: practice(0.05, 'm', 'An edge or a bolt end toward a bag keeps this far away'),
  coilWire: practice(0.015, 'm', 'Wire of a rear coil, thick'),
  lip: practice(
    0.005,
    'm',
    'A lip stands within ± this after a short drive: tape, ground, and the rub of the leaves',
  ),
  publicScale: practice(20, 'kg', 'A public scale gives an axle within ± this'),
  wheelScales: practice(10, 'kg', 'Wheel scales give an axle within ± this'),
  unknownWeight: practice(0.1, '1', 'Share by which a weight that is only the kind’s example may be off'),
  unknownGap: practice(0.02, 'm', 'A gap that is only the kind’s example is known within ± this'),
  sheetRate: practice(0.05, '1', 'Share by which a rate off the spring’s sheet may be off'),
  unknownRate: practice(0.2, '1', 'Share by which a rate that is only the kind’s example may be off'),
  bagClearance: practice(0.013, 'm', 'Wanted all round a bag at full size (1/2 in)'),
  coilClearance: practice(0.001, 'm', 'Wanted round an insert inside its coil: it may touch when worn in'),
  bagStretch: practice(0.03, '1', 'A bag at its full pressure is this share wider than slack'),
  seatTilt: remembered(3 * DEGREE, 'rad', 'A seat tilted further bends the bag'),
  handDrawn: remembered(
    0.5,
    '1',
    'A slack bag is drawn by hand this share of the way from its design height to its highest',
  ),
  bracketLength: remembered(0.12, 'm', 'An upper bracket is so long along its rail'),
  bracketPlate: remembered(0.006, 'm', 'Plate of an upper bracket, thick'),
  railWeb: remembered(0.005, 'm', 'Wall of a frame rail, thick'),
  besideAxle: practice(0.6, 'm', 'The exhaust within this of the axle line is beside the springs'),
  // Load
  lightSteering: practice(
    0.1,
    '1',
    'Share of its unladen weight the front may lose before the steering is light',
  ),
  tongueLeast: practice(0.1, '1', 'Least share of a bumper-pull trailer on the ball'),
  tongueMost: practice(0.15, '1', 'Most share of a bumper-pull trailer on the ball'),
  hardBraking: practice(0.5, 'g', 'Hard braking'),
  briskBend: practice(0.3, 'g', 'A brisk bend'),
  liquidWorthTelling: practice(10, 'kg', 'Liquid that moves more than this is told'),
  headlampDistance: practice(7.62, 'm', 'Headlamps are aimed at this distance (25 ft)'),
  frontChangeWorthTelling: practice(5, 'kg', 'A front axle that loses more than this is told'),
  weighedItem: practice(0.02, '1', 'Share by which a weighed load may be off'),
  markedItem: practice(0.05, '1', 'Share by which a load as marked on it may be off'),
  guessedItem: practice(0.2, '1', 'Share by which a guessed load may be off'),
  ballFromPapers: practice(0.15, '1', 'Share by which a ball load from papers may be off'),
  ballWeighed: practice(0.05, '1', 'Share by which a weighed ball load may be off'),
  ballFromPlan: practice(0.1, '1', 'Share by which a ball load from the trailer’s plan may be off'),
  loadPlace: practice(0.02, 'm', 'Where a load stands is known within ± this, along and across'),
  classArea: practice(0.05, '1', 'Share by which the effective area of a class may be off the spring fitted'),
  sheetArea: practice(0.02, '1', 'Share by which an effective area off the spring’s own sheet may be off'),
  damperEnd: remembered(3e6, 'N/m', 'Rate of a damper at full length: far stiffer than any spring here'),
  // Gauges, presets and blocks
  gaugeAccuracy: practice(0.05, '1', 'A gauge reads within ± this share'),
  changesByHand: practice(2, '1/week', 'As often as this the load is changed by hand without minding'),
  handFill: remembered(120, 's', 'To a fill valve with a hose: cap off, filled, read, cap on'),
  presetTolerance: practice(13_790, 'Pa', 'A block holds a target within ± this (2 psi)'),
  presetOffLoad: practice(20_685, 'Pa', 'A preset further than this from what Load finds is told (3 psi)'),
  targetBand: practice(3447, 'Pa', 'Block and hand stop within this of what they are told (half a psi)'),
  blockReaction: remembered(0.25, 's', 'A block or a hand reads and shuts in this time'),
  restBeforeReading: practice(2, 's', 'A block rests this long before it reads again'),
  lineRush: practice(
    0.4,
    's',
    'What stands in the supply line rushes in first: the reading means nothing so long',
  ),
  hardWhenEmpty: remembered(
    1.15,
    '1',
    'Ride frequency against that at the minimum, from which an empty truck rides hard',
  ),
  sidesDiffer: practice(
    34_474,
    'Pa',
    'Sides that want more than this apart do not belong on one line (5 psi)',
  ),
  // Air
  motorRestartShare: practice(
    0.2,
    '1',
    'A motor starts again at this share of the way from its surroundings to its cut-out',
  ),
  switchHysteresis: practice(170_000, 'Pa', 'Usual distance from cut-in to cut-out'),
  tanklessMost: practice(
    1_034_000,
    'Pa',
    'Rating of nylon tube and the usual blocks: the most a compressor without a switch may give',
  ),
  motorCurrentMargin: practice(
    0.05,
    '1',
    'Share over the planned current that a run may show before it is told',
  ),
  reliefBand: practice(0.1, '1', 'A relief valve is wide open this share above its set pressure'),
  regulatorBand: practice(0.03, '1', 'A regulator is shut at its set pressure and open this share below it'),
  pumpStall: practice(0.1, '1', 'A pump gives nothing this share above its rating'),
  boreDischarge: remembered(0.8, '1', 'Discharge coefficient of a drilled bore'),
  boreCriticalRatio: remembered(0.45, '1', 'Critical pressure ratio of a drilled bore'),
  nylonRoughness: practice(1.5e-6, 'm', 'Roughness of smooth nylon tube'),
  fittingVolume: remembered(4e-6, 'm³', 'Chamber of a fitting or valve'),
  wallFilm: remembered(10, 'W/(m²·K)', 'Inside of a bag or tank to still air'),
  compressionEfficiency: remembered(0.7, '1', 'Isentropic efficiency of a small piston compressor'),
  headFilm: remembered(750, 'W·s/(K·m³)', 'Air to the head of a compressor, for its free air at no pressure'),
  headCooling: remembered(1900, 'W·s/(K·m³)', 'Head of a compressor to the air around it, likewise'),
  headBeside: remembered(940, 'W·s/(K·m³)', 'Winding of a motor to the head beside it, likewise'),
  headCapacity: remembered(8.4e5, 'J·s/(K·m³)', 'What a head stores, likewise'),
  shopAir: practice(800_000, 'Pa', 'A tyre shop’s air for hand filling, gauge'),
  shortLine: practice(0.3, 'm', 'A line up to this long resists nothing beside any valve'),
  lineOffBore: remembered(0.004, 'm', 'What a hand feels of a line blown off'),
  leakBore: remembered(0.0005, 'm', 'A joint that hisses'),
  tyreVolume: remembered(0.06, 'm³', 'A truck tyre'),
  tyreFrom: remembered(140_000, 'Pa', 'A tyre let down for sand'),
  tyreTo: remembered(380_000, 'Pa', 'A tyre aired back up'),
  wrenchDemand: remembered(120 / 60_000, 'm³/s', 'Free air of a small impact wrench'),
  wrenchPressure: remembered(620_000, 'Pa', 'Pressure a small impact wrench needs'),
  nightWarm: practice(289.15, 'K', 'Evening of a spring night'),
  nightCold: practice(277.15, 'K', 'Coldest of a spring night'),
  beltFall: practice(0.35, '1', 'Share by which a belt-driven compressor’s flow falls up to its rating'),
  leastDeadBand: practice(0.02, 'rad', 'Least dead band of a height valve, each way'),
  levellingContent: practice(0.25, '1', 'A levelling controller is content at this share of its band'),
  // Lay
  heatClearance: practice(0.15, 'm', 'Keep-off from exhaust or any heat (6 in)'),
  movingClearance: remembered(0.025, 'm', 'What moves keeps this far from any part'),
  handRoom: remembered(0.08, 'm', 'A hand needs this much room at what it must reach'),
  bracketReach: remembered(0.12, 'm', 'A part is held by a bracket from no farther than this'),
  bedMount: remembered(0.06, 'm', 'A bolt of the bed wants this much room around its nut'),
  cabNoise: remembered(0.05, 'm', 'A compressor nearer to the cab’s sheet metal than this is heard inside'),
  radioFrequency: remembered(2.4e9, 'Hz', 'A remote or a phone speaks to a block at this frequency'),
  radioBudget: remembered(90, 'dB', 'Loss at which a block of 1 mW is just heard'),
  radioSheet: remembered(15, 'dB', 'A steel part between takes this much of a signal'),
  radioReserve: remembered(15, 'dB', 'Wanted above that, for hands, seats and rain'),
  groundClearance: remembered(0.2, 'm', 'Nothing is hung nearer to the ground than this'),
  frontTravel: remembered(0.08, 'm', 'A front wheel comes up so far on its springs'),
  tieSpacing: practice(0.175, 'm', 'Ties along a run, 150 to 200 mm apart'),
  springSlack: practice(0.3, 'm', 'Left at a spring before cutting (12 in)'),
  leastSlack: practice(0.25, 'm', 'Less slack than this at a spring is told'),
  longestLine: practice(8, 'm', 'End of the longest line’s gauge'),
  // Prove
  thermometer: practice(0.3, 'K', 'A thermometer held to the line is sure to this'),
  gasLag: practice(1800, 's', 'Air in a bag or tank follows the air around it this much later'),
  fillWarmth: practice(15, 'K', 'Air is at most this much warmer than its surroundings right after filling'),
  nightRate: practice(1.6 / 3600, 'K/s', 'Temperature changes no faster than this through a night of ±6 K'),
  damping: remembered(0.25, '1', 'Damping of a loaded rear axle against the critical'),
  levelFilter: remembered(2, 's', 'A levelling controller smooths what its sensor says over this'),
  // Power
  chassisReturn: practice(0.004, 'Ω', 'A chassis return, joints and frame together'),
  usableCharge: practice(0.5, '1', 'Part of a starter battery that may be used'),
  truckDrain: remembered(0.02, 'A', 'What a parked truck takes by itself: clock, alarm, control units'),
  feedSlows: practice(0.1, '1', 'A feed that takes more than this share of a compressor’s air is told'),
  selfDischarge: remembered(
    0.05,
    '1',
    'Share of its charge that a starter battery loses by itself in a month',
  ),
  fuseLoad: practice(0.8, '1', 'A fuse carries no more than this share of its rating for long'),
  controlDrop: remembered(
    0.1,
    '1',
    'A wire that turns nothing may lose this share of the supply (ABYC E-11)',
  ),
  lightSignal: practice(1, 'A', 'A light signal: what an insulation-displacement tap may carry'),
  fuseReach: remembered(
    0.175,
    'm',
    'A main fuse sits within this of its battery, along the wire (ABYC E-11)',
  ),
  staging: remembered(
    2,
    's',
    'From the start of one compressor to that of the second: inrush is over long before',
  ),
  fuseBeside: practice(0.15, 'm', 'A holder put beside the battery'),
  standbyLeast: practice(14 * 86_400, 's', 'A truck may stand so long and still start'),
} as const satisfies Record<string, PracticeNumber>
