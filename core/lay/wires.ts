import { airGoesTo, FUSE_BOX } from '../catalog/wiring'
import type { AirPlan, Point, Side, Truck, ComponentKind } from '../document/types'
import { BATTERY } from './places'
import { CAB } from './space/cab'

/** Wires the circuit needs besides the compressor's feed, and where they end: runs only; Power sizes them. */

/** Usual place of the fuse box: low beside the driver, under the dash (from memory). */
export const fuseBoxPlace = (truck: Truck, side: Side): Point => ({
  x: CAB.firewall(truck) - 0.12,
  y: side === 'left' ? 0.5 : -0.5,
  z: CAB.floor(truck) + 0.25,
})

export interface Wire {
  id: string
  /** What it carries, in a word or two. */
  carries: string
  from: string
  to: string
}

/** Every wire by what it joins. A part left for later has none yet. */
export function wiresOf(air: Pick<AirPlan, 'components' | 'lines'>): Wire[] {
  const { components } = air
  const present = Object.keys(components).filter((id) => components[id]!.state !== 'later')
  const of = (...kinds: ComponentKind[]) => present.filter((id) => kinds.includes(components[id]!.kind))
  const [supply] = of('compressor', 'belt')
  const [compressor, second] = of('compressor')
  const [block] = of('block')
  const [controller] = of('controller')
  const [shown] = of('dualGauge', 'gauge')
  const [cabSwitch] = of('cabSwitch')
  const tank = of('tank').length > 0
  const wires: Wire[] = []
  const wire = (carries: string, from: string | undefined, to: string | undefined) => {
    if (from && to && from !== to) wires.push({ id: `wire-${to}-${from}`, carries, from, to })
  }
  if (block) {
    // Without a tank, compressor and block share the kit's harness; with one the block has a feed of its own.
    if (compressor && !tank) wire('harness', compressor, block)
    else wire('feed', BATTERY, block)
    wire('wake', FUSE_BOX, block)
  }
  if (second) wire('feed', compressor, second)
  for (const id of of('pressureSwitch')) wire('control', cabSwitch ?? supply, id)
  if (cabSwitch) {
    wire('ignition feed', FUSE_BOX, cabSwitch)
    wire('control', cabSwitch, supply)
  }
  if (controller) {
    wire('ignition feed', FUSE_BOX, controller)
    wire('control', controller, block)
  }
  for (const id of of('heightSensor')) wire('sensor', controller, id)
  for (const id of of('sensor')) wire('sensor', controller ?? shown, id)
  for (const id of of('gauge', 'dualGauge')) wire('lamp', FUSE_BOX, id)
  // A valve before a block is opened by the block.
  for (const id of of('solenoid'))
    wire('switched feed', airGoesTo(air, id) === 'block' && block ? block : FUSE_BOX, id)
  return wires
}
