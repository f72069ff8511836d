import type { ComponentKind } from '../catalog/kinds'
import { DIRECT, type AirPlan, type LayPlan, type PowerPlan, type Truck } from '../document/types'
import type { Step, BuildFacts } from './types'

/** Usual tightening, N·m (common practice; the kit's own sheet rules). */
export const TORQUE = { flathead: 27, frameM8: 24, control: 23, strap: 27, upperM10: 52 } as const

/** How each kind of part is mounted. */
const MOUNTS: Partial<
  Record<ComponentKind, { detail: string; minutes: number; torque?: number; cab?: boolean }>
> = {
  compressor: {
    detail: 'High on the rail, out of spray; inlet filter on its hose, vertical, inlet up.',
    minutes: 15,
    torque: TORQUE.frameM8,
  },
  block: {
    detail: 'Any way up except upside down. Port 1 left, port 2 right; mark them.',
    minutes: 15,
    torque: TORQUE.control,
  },
  handFill: { detail: 'Where a hand reaches it, cap on, clear of the number plate light.', minutes: 8 },
  belt: { detail: 'On the engine’s own bracket, belt aligned and at its tension.', minutes: 90 },
  tank: {
    detail: 'Brackets on cross-members, drain at the bottom, clear of where the spare wheel returns.',
    minutes: 30,
    torque: TORQUE.frameM8,
  },
  manifold: {
    detail: 'On the rail beside the tank, unused outlets plugged.',
    minutes: 10,
    torque: TORQUE.control,
  },
  solenoid: { detail: 'Arrow along the flow, coil upwards.', minutes: 8 },
  regulator: {
    detail: 'Arrow along the flow, knob where a hand reaches it; set it before the springs are connected.',
    minutes: 8,
  },
  paddle: { detail: 'In the dash within reach, exhaust to outside the cab.', minutes: 20, cab: true },
  gauge: {
    detail: 'In the dash within sight, lamp from the dash illumination wire.',
    minutes: 20,
    cab: true,
  },
  dualGauge: {
    detail: 'In the dash within sight, left needle to the left line; lamp from the dash illumination wire.',
    minutes: 25,
    cab: true,
  },
  dump: { detail: 'In the cab within reach, exhaust to outside.', minutes: 15, cab: true },
  cabSwitch: { detail: 'In the dash, labelled.', minutes: 10, cab: true },
  controller: { detail: 'In the cab, dry, plugs downwards.', minutes: 15, cab: true },
  heightValve: {
    detail: 'On the frame over the axle, arm level at ride height, link upright.',
    minutes: 30,
    torque: TORQUE.control,
  },
  heightSensor: {
    detail: 'On the frame, arm level at ride height, link upright on the axle.',
    minutes: 20,
    torque: TORQUE.control,
  },
  coupler: { detail: 'At the bumper, cap on.', minutes: 8 },
  horn: { detail: 'Mouth downwards and forwards.', minutes: 15, torque: TORQUE.frameM8 },
}

/** The ordered steps for this very plan. */
export function buildSteps(
  truck: Truck,
  air: AirPlan,
  lay: LayPlan,
  power: PowerPlan,
  facts: BuildFacts,
): Step[] {
  const steps: Step[] = []
  const add = (
    group: string,
    id: string,
    title: string,
    detail: string,
    rest: Partial<Omit<Step, 'id' | 'group' | 'title' | 'detail'>> = {},
  ) => {
    steps.push({
      id,
      group,
      title,
      detail,
      values: {},
      cautions: [],
      tools: [],
      minutes: 5,
      after: {},
      ...rest,
    })
  }
  const coil = truck.suspension.kind === 'coil'
  const first = facts.exhaustSide === 'left' ? 'right' : 'left'
  const second = first === 'left' ? 'right' : 'left'
  const shielded = Object.entries(lay.shields)
    .filter(([, on]) => on)
    .map(([id]) => id)

  add(
    'Make ready',
    'chock',
    'Chock the wheels, ignition off',
    'Level ground, key out, phone and remote put away. Exhaust cold.',
    { cautions: ['Chock front wheels before lifting the rear.'], tools: ['Chocks'] },
  )
  add(
    'Make ready',
    'measure',
    'Write down the heights as they stand',
    'Fender lip at four corners: {fl} and {fr} at the front, {rl} and {rr} at the rear in the plan.',
    {
      values: {
        fl: { value: truck.heights.frontLeft, quantity: 'length' },
        fr: { value: truck.heights.frontRight, quantity: 'length' },
        rl: { value: truck.heights.rearLeft, quantity: 'length' },
        rr: { value: truck.heights.rearRight, quantity: 'length' },
      },
      tools: ['Tape'],
      after: { chock: 'Chock before anyone reaches under.' },
    },
  )
  add(
    'Make ready',
    'lift',
    'Raise the rear and set it on stands',
    coil
      ? 'Stands under the frame, axle on the jack so that it can be let down.'
      : 'Stands under the frame rails; let the axle hang only as the step needs.',
    {
      cautions: [
        'Stands under the frame before anyone goes under. A wheel laid under the sill is the second stop.',
        'Brake hoses and breather must not carry the axle.',
      ],
      tools: ['Jack', 'Stands'],
      minutes: 15,
      after: { chock: 'Chock the wheels before lifting.' },
    },
  )
  add(
    'Make ready',
    'clear',
    'Free what is in the way',
    coil
      ? 'Bump stops out or cut, differential breather and brake-line bracket freed before the axle is lowered. Note each for the way back.'
      : 'Turn brake-line clips round for clearance, unbolt modules on the frame and hang them safely. Note each for the way back.',
    {
      cautions: ['Look behind every panel for fuel and brake lines before drilling.'],
      minutes: 15,
      after: { lift: 'It hangs over your head until it stands on stands.' },
    },
  )

  const springSide = (side: 'left' | 'right', extra: Record<string, string>) => {
    const name = side === 'left' ? 'Left' : 'Right'
    const shield = shielded.includes(`spring-${side}`)
    if (shield)
      add(
        `${name} spring`,
        `shield-${side}`,
        `Clamp the heat shield on the pipe, ${side} side`,
        'Bright side to the pipe, clear of the bag at full size.',
        { cautions: ['Exhaust cold.'], minutes: 10, after: { clear: 'Make room first.' } },
      )
    const after: Record<string, string> = {
      clear: 'Make room first.',
      ...extra,
      ...(shield ? { [`shield-${side}`]: 'Heat shield before the bag on that side.' } : {}),
    }
    if (coil) {
      add(
        `${name} spring`,
        `spring-${side}`,
        `Fit the ${side} coil insert`,
        'Sleeve and spacer as the sheet says, stem to the end with the hole; the insert must fill the gap without forcing.',
        { minutes: 25, after, cautions: ['The axle is lowered slowly, hoses watched.'] },
      )
      add(
        `${name} spring`,
        `torque-${side}`,
        `Let the ${side} side up and look round the insert`,
        'The coil closes evenly round it, the stem stands free of every edge.',
        { minutes: 5, after: { [`spring-${side}`]: 'The insert goes in first.' } },
      )
    } else {
      add(
        `${name} spring`,
        `bench-${side}`,
        `Put the ${side} spring and brackets together on the bench`,
        'Match-mark each stud and hole. The port faces as the sheet says; flathead screws no tighter than given.',
        {
          torque: { fastener: 'Flathead screws into the spring', value: TORQUE.flathead },
          minutes: 12,
          tools: ['Torque wrench'],
          after: extra,
        },
      )
      add(
        `${name} spring`,
        `spring-${side}`,
        `Set the ${side} spring, bolts finger tight`,
        'Upper bracket on the frame, lower on the axle, everything loose until it stands straight. A bracket the wrong way round rubs the bag through years later.',
        { minutes: 20, after: { ...after, [`bench-${side}`]: 'It is put together on the bench first.' } },
      )
      add(
        `${name} spring`,
        `torque-${side}`,
        `Tighten the ${side} side: top, bottom, then check it stands upright`,
        'Upper bracket first, axle strap evenly, then look from behind: the spring stands vertical.',
        {
          torque: { fastener: 'Upper bracket M10', value: TORQUE.upperM10 },
          minutes: 10,
          tools: ['Torque wrench'],
          after: { [`spring-${side}`]: 'Align first, tighten after.' },
        },
      )
    }
  }
  springSide(first, {})
  springSide(second, { [`torque-${first}`]: 'Easy side first, then its mirror.' })

  const kinds = new Map(Object.entries(air.components).map(([id, c]) => [id, c.kind]))
  const compressor = [...kinds].find(([, k]) => k === 'compressor')?.[0]
  const mounted: string[] = []
  for (const [id, kind] of kinds) {
    const mount = MOUNTS[kind]
    if (!mount) continue
    mounted.push(`mount-${id}`)
    add('Mount', `mount-${id}`, `Mount the ${air.components[id]!.label.toLowerCase()}`, mount.detail, {
      torque: mount.torque === undefined ? undefined : { fastener: 'M8 into the frame', value: mount.torque },
      minutes: mount.minutes,
      cautions: mount.cab
        ? ['Behind pillar trim run curtain airbags: battery off before it is opened.']
        : ['Check what lies behind before drilling. Eye protection.'],
      after: { clear: 'Make room first.' },
    })
  }
  for (const [id, l] of Object.entries(air.lines)) {
    if (l.tube !== DIRECT) continue
    const [one, two] = [air.components[l.from], air.components[l.to]]
    if (!one || !two) continue
    add(
      'Mount',
      `screw-${id}`,
      `${one.label} into the ${two.label.toLowerCase()}`,
      'Finger tight plus 1.5 turns, or until the sealant band is hidden. Every port of a tank gets something: a forgotten plug is what hisses at first start.',
      {
        minutes: 3,
        after:
          kinds.get(l.to) && MOUNTS[kinds.get(l.to)!]
            ? { [`mount-${l.to}`]: 'What it screws into is mounted first.' }
            : {},
      },
    )
  }
  const lineSteps: string[] = []
  const joined = [`torque-${first}`, `torque-${second}`, ...mounted]
  for (const cut of facts.cuts) {
    lineSteps.push(`line-${cut.id}`)
    const mark = cut.path === 'left' ? ' Mark both ends L.' : cut.path === 'right' ? ' Mark both ends R.' : ''
    add(
      'Air lines',
      `line-${cut.id}`,
      `${cut.fromLabel} to ${cut.toLabel}`,
      `Cut {cut} square with a tube cutter, push home past the first stop, tug.${mark} ${cut.ties} ties${cut.grommets ? `, ${cut.grommets} grommets` : ''}.`,
      {
        values: { cut: { value: cut.cut, quantity: 'run' } },
        minutes: 10,
        tools: ['Tube cutter'],
        cautions: ['Clear of exhaust, drive shaft, steering. Never scissors or side cutters.'],
        after: Object.fromEntries(
          joined
            .filter((id) => id.startsWith('torque'))
            .map((id) => [id, 'Springs stand finished before lines are cut to them.']),
        ),
      },
    )
  }
  if (facts.feed && compressor) {
    const afterLines = Object.fromEntries(lineSteps.map((id) => [id, 'Lines before battery.']))
    const earth =
      power.earth === 'battery'
        ? 'to the battery’s negative post'
        : power.earth === 'frame'
          ? 'to bright bare steel of the frame on a screw of its own'
          : 'to bright bare metal of the body on a screw of its own'
    add('Wiring', 'earth', 'Run the earth', `Black ${earth}. Ring crimped, heat-shrink until it seals.`, {
      minutes: 10,
      after: afterLines,
    })
    add(
      'Wiring',
      'feed',
      'Run the feed to the battery, fuse out',
      'Wire of {wire}, {length} one way, loomed and tied, holder near the battery. The fuse stays in your pocket.',
      {
        values: {
          wire: { value: facts.feed.area, quantity: 'wireArea' },
          length: { value: facts.feed.length, quantity: 'run' },
        },
        minutes: 30,
        cautions: ['Ignition off. Fuse out.'],
        after: { ...afterLines, earth: 'Earth before feed.' },
      },
    )
    add(
      'Wiring',
      'plugs',
      'Press every connector until it clicks',
      'Lock tabs home, drip loop between compressor and electronics.',
      { minutes: 5, after: { feed: 'There is nothing to press yet.' } },
    )
    add(
      'Wiring',
      'fuse',
      'Fuse in, last of all',
      facts.feed.fuse === null
        ? 'No fuse protects this wire yet: see Power before going on.'
        : 'Blade fuse of {fuse} into the holder; then key on.',
      {
        values: { fuse: { value: facts.feed.fuse ?? 0, quantity: 'current' } },
        minutes: 2,
        cautions: ['Look once more along every wire.'],
        after: {
          ...Object.fromEntries(
            lineSteps.map((id) => [id, 'Fuse last: a line still off would be blown open.']),
          ),
          earth: 'Fuse last, after the earth.',
          feed: 'Fuse last, after the feed.',
          plugs: 'Fuse last, after every plug.',
        },
      },
    )
  }
  const beforeFill: Record<string, string> = Object.fromEntries(
    [...lineSteps, ...(facts.feed ? ['fuse'] : [])].map((id) => [
      id,
      id === 'fuse'
        ? 'The control must be live for the first fill.'
        : 'A line still off blows open at the first fill.',
    ]),
  )
  add(
    'First fill',
    'first-fill',
    'First fill, hands clear',
    `To {proof}, left first, then right. Listen at every joint.`,
    {
      values: { proof: { value: facts.spring?.proofPressure ?? 0, quantity: 'pressure' } },
      minutes: 10,
      cautions: [
        'Never a hand between spring and bracket during the first fill.',
        'Never inflate a spring off the vehicle.',
        'Air out before any bolt or fitting is opened.',
      ],
      after: beforeFill,
    },
  )
  add(
    'First fill',
    'clearances',
    'Look all round both springs at full size',
    '13 mm or more from frame, tyre, brake line and exhaust all round.',
    { minutes: 5, after: { 'first-fill': 'Only a full spring shows its size.' } },
  )
  add('First fill', 'soap', 'Soap every joint', 'Findings go to Prove. Any growing bubble is a leak.', {
    minutes: 15,
    after: { 'first-fill': 'There is no pressure yet.' },
  })
  if (facts.feed && facts.presetLabels.length)
    add('First fill', 'presets', 'Store the presets', facts.presetLabels.join(' · '), {
      minutes: 10,
      after: { 'first-fill': 'Prove it holds first.' },
    })
  add('Close', 'back', 'Put back what was freed', 'Modules, clips, breather, brackets, spare wheel last.', {
    minutes: 15,
    after: { clearances: 'Look round the springs while you still can.' },
  })
  add(
    'Close',
    'down',
    'Off the stands, bolts once more',
    'Every bolt at its torque with the truck on its wheels. Again after about 100 miles.',
    {
      torque: { fastener: 'Axle strap, evenly', value: TORQUE.strap },
      minutes: 15,
      after: { back: 'Nothing may hang loose when it comes down.' },
    },
  )
  add('Close', 'lamps', 'Check headlamp aim', 'Unladen and at the usual haul, at 7.6 m.', {
    minutes: 5,
    after: { down: 'On its wheels, on level ground.' },
  })
  return steps
}
