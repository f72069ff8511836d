<script setup lang="ts">
import { WIRE_COLOURS } from '#core/catalog/wiring'
import { CONNECTOR_WAYS, WIRE_USES, type ConnectorWay, type WireUse } from '#core/document/types'
import { usePower } from './usePower'

/** Which way the plugs outside the cab face, and the wire colours of this job by use. */
const { power, result, set, shop } = usePower()
const WAY_WORDS: Record<ConnectorWay, string> = { down: 'down', level: 'to the side', up: 'up' }
const WAYS = [
  { value: '', label: 'not looked at yet' },
  ...CONNECTOR_WAYS.map((value) => ({ value, label: WAY_WORDS[value] })),
]
function setWay(part: string, way: string): void {
  set('Which way a plug faces', (p) => {
    if (way) p.connectors[part] = way as ConnectorWay
    else Reflect.deleteProperty(p.connectors, part)
  })
}

const USE_WORDS: Record<WireUse, string> = {
  feed: 'Colour of feeds',
  earth: 'Colour of earths',
  ignition: 'Live with the key on',
  control: 'Switched',
  lamp: 'Lamps',
  signal: 'Sensors',
}
function setColour(use: WireUse, colour: string): void {
  set('Colours of wires', (p) => {
    if (colour) p.colours[use] = colour
    else Reflect.deleteProperty(p.colours, use)
  })
}
const asText = (colours: Record<string, string>) => WIRE_USES.map((use) => colours[use] ?? '').join()
const isShops = computed(() => asText(power.value.colours) === asText(shop.colours))
const keepForShop = () =>
  shop.edit('Colours of wires', (settings) => void (settings.colours = { ...power.value.colours }))
const takeShops = () => set('Colours of the shop', (p) => void (p.colours = { ...shop.colours }))
</script>

<template>
  <section class="sheet p-4" aria-label="Plugs and colours">
    <FoldedPart v-if="result.plugs.length" title="Which way plugs face">
      <div class="grid gap-3 grid-cols-2 lg:grid-cols-3 xl:grid-cols-4">
        <PickField
          v-for="{ id, label, isSprayed } in result.plugs"
          :key="id"
          :label="`Plug at the ${label.toLowerCase()}${isSprayed ? ', in the wheel’s spray' : ''}`"
          :data-subject="`plug-${id}`"
          :value="power.connectors[id] ?? ''"
          :options="WAYS"
          @change="(v) => setWay(id, v)"
        />
      </div>
    </FoldedPart>
    <FoldedPart title="Colours of wires" class="mt-2">
      <div class="grid gap-3 grid-cols-2 md:grid-cols-3 xl:grid-cols-6">
        <TextField
          v-for="use in WIRE_USES"
          :key="use"
          :label="USE_WORDS[use]"
          :value="power.colours[use] ?? ''"
          :placeholder="WIRE_COLOURS[use]"
          :max="30"
          @change="(v) => setColour(use, v.trim().toLowerCase())"
        />
      </div>
      <p v-if="isShops" class="label mt-2">As the shop has them; every new job begins with these.</p>
      <div v-else class="flex flex-wrap gap-2 mt-2">
        <button type="button" class="button quiet text-sm" @click="keepForShop">
          Keep them as the shop’s own
        </button>
        <button type="button" class="button quiet text-sm" @click="takeShops">Take the shop’s</button>
      </div>
    </FoldedPart>
  </section>
</template>
