<script setup lang="ts">
import { Ruler } from '@lucide/vue'
import { ITEM_HOWS, type LoadItem } from '#core/document/types'
import { SIZES } from './itemWords'
import { AXLE_WAYS, CENTRE_WAYS } from '#core/quantity/ways'
import { useHaul } from './useHaul'

/** One item of the load. */
const { id, item } = defineProps<{ id: string; item: LoadItem }>()
const { job, screen, text, setItem, removeItem } = useHaul()
/** True if its size is open. */
const opened = ref(false)

const KINDS = [
  { value: 'bed', label: 'on the bed' },
  { value: 'liquid', label: 'tank of liquid' },
  { value: 'seat', label: 'person or seat' },
  { value: 'rack', label: 'roof rack' },
]
const HOW_WORDS: Record<LoadItem['how'], string> = {
  weighed: 'weighed',
  marked: 'as marked',
  guessed: 'a guess',
}
const HOW = ITEM_HOWS.map((value) => ({ value, label: HOW_WORDS[value] }))
const kindOf = (i: LoadItem) => (i.liquid ? 'liquid' : i.on)
function setKind(kind: string): void {
  setItem(id, `What ${item.label} is`, (i) => {
    i.on = kind === 'seat' || kind === 'rack' ? kind : 'bed'
    i.liquid = kind === 'liquid' ? (i.liquid ?? { density: 1000, fill: 1, baffled: false }) : null
  })
}
</script>

<template>
  <li
    class="grid grid-cols-2 @lg:grid-cols-[minmax(6rem,1fr)_8.5rem_8rem_4.4rem] gap-x-2 gap-y-1 border-t border-line pt-1.5"
    :class="{ 'bg-chosen': screen.subject === `${job.haulId}:${id}` }"
    :data-subject="`${job.haulId}:${id}`"
  >
    <TextField
      hide-label
      class="max-@lg:col-span-2"
      :label="`Name of ${item.label}`"
      :value="item.label"
      :max="80"
      @change="(v) => setItem(id, 'Name an item', (i) => void (i.label = v))"
    />
    <PickField
      hide-label
      :label="`What ${item.label} is`"
      :value="kindOf(item)"
      :options="KINDS"
      @change="(v) => setKind(v)"
    />
    <PickField
      hide-label
      :label="`Weight of ${item.label} is`"
      :value="item.how"
      :options="HOW"
      @change="(v) => setItem(id, `How ${item.label} is known`, (i) => void (i.how = v as LoadItem['how']))"
    />
    <div class="whitespace-nowrap text-right max-@lg:order-last max-@lg:col-span-2">
      <button
        type="button"
        class="touch p-1.5"
        :aria-label="`Size of ${item.label}, ${SIZES.map(([key]) => text(item[key], 'length')).join(' by ')}`"
        :aria-expanded="item.liquid !== null || opened"
        @click="opened = !opened"
      >
        <Ruler :size="16" aria-hidden="true" /></button
      ><TakeAway :label="`Take away ${item.label}`" @click="removeItem(id)" />
    </div>
    <div class="col-span-full grid @lg:grid-cols-[8rem_1fr_1fr] gap-x-2 gap-y-1">
      <NumField
        hide-label
        :label="`Mass of ${item.label}`"
        :value="item.mass"
        quantity="mass"
        :min="-100000"
        :max="100000"
        @change="(v) => setItem(id, `Mass of ${item.label}`, (i) => void (i.mass = v))"
      />
      <SideField
        hide-label
        :label="`${item.label} from the rear axle`"
        :value="item.x"
        quantity="length"
        :ways="AXLE_WAYS"
        :min="-20"
        :max="20"
        @change="(v) => setItem(id, `Move ${item.label}`, (i) => void (i.x = v))"
      />
      <SideField
        hide-label
        :label="`${item.label} from the centre line`"
        :value="item.y"
        quantity="length"
        :ways="CENTRE_WAYS"
        :min="-3"
        :max="3"
        @change="(v) => setItem(id, `Move ${item.label}`, (i) => void (i.y = v))"
      />
    </div>
    <LoadItemSize v-if="item.liquid || opened" :id="id" :item="item" class="col-span-full" />
  </li>
</template>
