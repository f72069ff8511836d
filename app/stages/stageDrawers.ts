import type { StageName } from '#core/quantity/figure'
import type { Drawer } from '~/shell/drawers'

/** The drawers of every stage in the order they stand; Build adds one for each part of the work. */
export const STAGE_DRAWERS: Record<StageName, readonly Drawer[]> = {
  truck: [
    { id: 'measure', title: 'Measure first' },
    { id: 'heights', title: 'Heights and gap' },
    { id: 'weights', title: 'Weights and ratings' },
    { id: 'known', title: 'How it is known' },
    { id: 'fit', title: 'Springs in place' },
    { id: 'lengths', title: 'Lengths' },
    { id: 'frame', title: 'Frame and springs' },
    { id: 'beside', title: 'Beside the springs' },
    { id: 'around', title: 'Also under there' },
    { id: 'exhaust', title: 'Exhaust' },
    { id: 'photos', title: 'Photos' },
    { id: 'job', title: 'Truck and job' },
  ],
  load: [
    { id: 'aboard', title: 'What is aboard' },
    { id: 'trailer', title: 'Trailer' },
    { id: 'pressures', title: 'Pressures' },
    { id: 'ratings', title: 'Ratings' },
    { id: 'sure', title: 'How sure' },
    { id: 'card', title: 'Card' },
  ],
  air: [
    { id: 'circuit', title: 'Circuit' },
    { id: 'found', title: 'What is there' },
    { id: 'need', title: 'Do you need it' },
    { id: 'classes', title: 'Springs and supply' },
    { id: 'run', title: 'Run it' },
    { id: 'says', title: 'What the runs say' },
    { id: 'spring', title: 'Which spring' },
    { id: 'set', title: 'Which set' },
    { id: 'parts', title: 'Parts list' },
  ],
  lay: [
    { id: 'places', title: 'Places' },
    { id: 'cuts', title: 'Cut in this order' },
    { id: 'layouts', title: 'Whole layouts' },
    { id: 'runs', title: 'Runs' },
    { id: 'solids', title: 'In the way' },
    { id: 'measured', title: 'Back from the truck' },
  ],
  power: [
    { id: 'chosen', title: 'Chosen' },
    { id: 'wiring', title: 'Wire and fuse' },
    { id: 'schools', title: 'How it is wired' },
    { id: 'wires', title: 'Wires' },
    { id: 'volts', title: 'Volts lost' },
    { id: 'guards', title: 'Fuses' },
    { id: 'joints', title: 'Terminals' },
    { id: 'carries', title: 'What it carries' },
    { id: 'meter', title: 'Meter walk' },
  ],
  tune: [
    { id: 'presets', title: 'Presets' },
    { id: 'minimum', title: 'Minimum' },
    { id: 'trial', title: 'Road trial' },
  ],
  build: [{ id: 'torques', title: 'Torques' }],
  prove: [
    { id: 'readings', title: 'Readings' },
    { id: 'test', title: 'The test' },
    { id: 'soap', title: 'Soap' },
  ],
  handover: [
    { id: 'open', title: 'Still open' },
    { id: 'driver', title: 'For the driver' },
    { id: 'paper', title: 'Paper and files' },
  ],
}

/** The drawers of a stage, each with its live figure. */
export const withLive = (stage: StageName, live: Partial<Record<string, string>>): Drawer[] =>
  STAGE_DRAWERS[stage].map((drawer) => ({ ...drawer, live: live[drawer.id] }))

/** Fields that can be found by name, beside those of the survey; each stands in one of its stage's drawers. */
export const NAMED_FIELDS: Partial<Record<StageName, readonly string[]>> = {
  truck: [
    'Begin from',
    'Job',
    'Job number',
    'Customer',
    'Truck, as the owner calls it',
    'Driver sits',
    'Works at, above the sea',
    'Exhaust beside the rear axle',
    'Bed or body',
    'Wheels at the rear',
    'Rear raised by',
    'Anti-roll',
    'Helper springs go',
    'Held by',
    'In its way',
    'Rails',
  ],
  load: ['Haul', 'Pulled by', 'Load on it', 'Ball load', 'Trailer, whole'],
  air: [
    'Started from',
    'Begin a job as',
    'The load changes, times a week',
    'Springs',
    'Tube',
    'Spacer at the spring',
    'Brought to its seat by',
    'At full droop',
  ],
  lay: ['Part', 'Slack left at each spring', 'Runs come out longer by', 'Line or wire'],
  power: [
    'Wire',
    'Fuse',
    'Earth',
    'Drop allowed',
    'Supply',
    'Battery',
    'Conductor at',
    'Live conductors together',
    'Through the engine space',
    'Joints',
    'Main fuse from the battery',
    'Battery rests at, of its full charge',
  ],
  tune: ['Minimum kept up'],
  handover: ['Driver', 'Who to ask', 'Next check', 'Remarks for this truck'],
}
