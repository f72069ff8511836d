<script setup lang="ts">
import { Ruler, Trash2 } from '@lucide/vue'
import { ITEM_HOWS, type LoadItem } from '#core/document/types'
import { SIZES } from './itemWords'
import { useHaul } from './useHaul'

/** One item of the load. */
const { id, item } = defineProps<{ id: string; item: LoadItem }>()
const { job, screen, text, setItem, removeItem } = useHaul()
/** Whether its size is open. */
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
  <tbody
    :class="{ 'bg-chosen': screen.subject === `${job.haulId}:${id}` }"
    :data-subject="`${job.haulId}:${id}`"
  >
    <tr>
      <td class="pr-2 py-0.5">
        <TextField
          hide-label
          :label="`Name of ${item.label}`"
          :value="item.label"
          :max="80"
          @change="(v) => setItem(id, 'Name an item', (i) => void (i.label = v))"
        />
      </td>
      <td class="pr-2 w-[7.2rem]">
        <PickField
          hide-label
          :label="`What ${item.label} is`"
          :value="kindOf(item)"
          :options="KINDS"
          @change="(v) => setKind(v)"
        />
      </td>
      <td class="pr-2 w-28">
        <NumField
          hide-label
          :label="`Mass of ${item.label}`"
          :value="item.mass"
          quantity="mass"
          :min="-100000"
          :max="100000"
          @change="(v) => setItem(id, `Mass of ${item.label}`, (i) => void (i.mass = v))"
        />
      </td>
      <td class="pr-2 w-32">
        <NumField
          hide-label
          :label="`${item.label} ahead of the rear axle`"
          :value="item.x"
          quantity="length"
          :min="-20"
          :max="20"
          @change="(v) => setItem(id, `Move ${item.label}`, (i) => void (i.x = v))"
        />
      </td>
      <td class="pr-2 w-28">
        <NumField
          hide-label
          :label="`${item.label} left of centre`"
          :value="item.y"
          quantity="length"
          :min="-3"
          :max="3"
          @change="(v) => setItem(id, `Move ${item.label}`, (i) => void (i.y = v))"
        />
      </td>
      <td class="pr-2 w-[7.4rem]">
        <PickField
          hide-label
          :label="`Weight of ${item.label} is`"
          :value="item.how"
          :options="HOW"
          @change="
            (v) => setItem(id, `How ${item.label} is known`, (i) => void (i.how = v as LoadItem['how']))
          "
        />
      </td>
      <td class="whitespace-nowrap">
        <button
          type="button"
          class="touch p-1.5"
          :aria-label="`Size of ${item.label}, ${SIZES.map(([key]) => text(item[key], 'length')).join(' by ')}`"
          :aria-expanded="item.liquid !== null || opened"
          @click="opened = !opened"
        >
          <Ruler :size="16" aria-hidden="true" /></button
        ><button
          type="button"
          class="touch p-1.5"
          :aria-label="`Take away ${item.label}`"
          @click="removeItem(id)"
        >
          <Trash2 :size="16" aria-hidden="true" />
        </button>
      </td>
    </tr>
    <LoadItemSize v-if="item.liquid || opened" :id="id" :item="item" />
  </tbody>
</template>
