import { AWG_SIZES } from '../catalog/electrical'
import { demoPlan } from '../demo/demoShop'
import { applyEdit } from '../document/edit'
import { createDeriver } from '../derive/derive'
import { feedWays } from './feedWays'

const plan = demoPlan('estuary-flatbed')

test('thicker wire and a bus bar leave the motor more volts for more copper; a frame earth saves copper', () => {
  const ways = Object.fromEntries(feedWays(plan).map((way) => [way.label, way]))
  const now = ways['As it is']!
  const thicker = ways['One size thicker']!
  const bar = ways['A heavy feed to a bus bar at the back']!
  expect(thicker.volts).toBeGreaterThan(now.volts)
  expect(bar.volts).toBeGreaterThan(now.volts)
  expect(thicker.copper).toBeGreaterThan(now.copper)
  expect(ways['Earth at the steel frame']!.copper).toBeLessThan(now.copper)
  // A relay's coil has a wire and an earth more: four ends.
  expect(ways['A relay beside the compressor']!.joints).toBe(now.joints + 4)
})

test('each is what the plan becomes with it, and nothing without a compressor', () => {
  for (const { remedy, volts } of feedWays(plan)) {
    const { figures } = createDeriver()(remedy ? applyEdit(plan, remedy.patches) : plan).stages.power
    expect(volts).toBe(figures.motorVolts!.value)
  }
  expect(feedWays(demoPlan('star-wagon'))).toEqual([])
  const thickest = structuredClone(plan)
  thickest.power.wireArea = AWG_SIZES.at(-1)!.area
  expect(feedWays(thickest).map(({ label }) => label)).not.toContain('One size thicker')
})
