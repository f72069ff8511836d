<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { ordered, type Haul } from '#core/document/types'
import { focusIn } from '~/shell/drawers'
import { COUPLING_WAYS } from '#core/quantity/ways'

/** The trailer: its hitch, the load on the hitch, and where that figure comes from. */
const { haul, haulId } = defineProps<{ haul: Haul; haulId: string }>()
const job = useJob()
const figure = (id: string) => job.derived!.stages.load.figures[`${haulId}.${id}`]
const set = (label: string, change: (haul: Haul) => void) =>
  job.edit(label, (draft) => change(draft.hauls[haulId]!))
const items = computed(() => ordered(haul.trailer.items))
const towed = computed(() => job.derived!.stages.load.result.hauls[haulId]?.towed)
function add(): void {
  const id = `i${crypto.randomUUID().slice(0, 8)}`
  set('Add to the trailer', (h) => {
    h.trailer.items[id] = {
      label: `Load ${items.value.length + 1}`,
      mass: 200,
      behind: h.trailer.axle - 0.2,
      order: Math.max(0, ...items.value.map(([, i]) => i.order)) + 1,
    }
  })
  void focusIn(`[data-row="${id}"]`)
}
function remove(id: string): void {
  set(`Take ${haul.trailer.items[id]!.label} off the trailer`, (h) =>
    Reflect.deleteProperty(h.trailer.items, id),
  )
}
/** A trailer's plan starts from what was typed before. */
function from(value: string): void {
  set('Where the ball load comes from', (h) => {
    h.ballFrom = value as Haul['ballFrom']
    if (value === 'trailer' && h.trailer.empty === 0 && h.trailerMass > 0) {
      h.trailer.empty = h.trailerMass
      h.trailer.emptyAt = Math.round(h.trailer.axle * (1 - h.ballLoad / h.trailerMass) * 1000) / 1000
    }
  })
}
</script>

<template>
  <section class="sheet p-4" aria-label="Trailer" :data-subject="`${haulId}:ball`">
    <h2 class="mb-2">Trailer</h2>
    <div class="flex flex-wrap items-end gap-3">
      <PickField
        label="Pulled by"
        class="w-44"
        :value="haul.coupling"
        :options="[
          { value: 'ball', label: 'the ball' },
          { value: 'bed', label: 'gooseneck or fifth wheel' },
        ]"
        @change="(v) => set('Pulled by', (h) => void (h.coupling = v as Haul['coupling']))"
      />
      <PickField
        label="Load on it"
        class="w-48"
        :value="haul.ballFrom"
        :options="[
          { value: 'typed', label: 'from papers' },
          { value: 'weighed', label: 'weighed' },
          { value: 'trailer', label: 'from the trailer’s plan' },
        ]"
        @change="from"
      />
      <template v-if="haul.ballFrom !== 'trailer'">
        <NumField
          label="Ball load"
          :value="haul.ballLoad"
          quantity="mass"
          :min="0"
          :max="50000"
          class="w-32"
          @change="(v) => set('Ball load', (h) => void (h.ballLoad = v))"
        />
        <NumField
          label="Trailer, whole"
          :value="haul.trailerMass"
          quantity="mass"
          :min="0"
          :max="200000"
          class="w-32"
          @change="(v) => set('Trailer weight', (h) => void (h.trailerMass = v))"
        />
      </template>
      <p v-else class="pb-1">
        Ball load <Fig :figure="figure('ballLoad')" /> of
        <FigText :value="towed?.whole ?? null" quantity="mass" />
      </p>
    </div>
    <div v-if="haul.ballFrom === 'trailer'" class="mt-3">
      <div class="flex flex-wrap items-end gap-3">
        <NumField
          label="Coupling to axle (middle of several)"
          :value="haul.trailer.axle"
          quantity="run"
          :min="0.5"
          :max="40"
          class="w-56"
          @change="(v) => set('Trailer axle', (h) => void (h.trailer.axle = v))"
        />
        <NumField
          label="Trailer, empty"
          :value="haul.trailer.empty"
          quantity="mass"
          :min="0"
          :max="200000"
          class="w-32"
          @change="(v) => set('Trailer, empty', (h) => void (h.trailer.empty = v))"
        />
        <SideField
          label="Its middle, from the coupling"
          :value="haul.trailer.emptyAt"
          quantity="run"
          :ways="COUPLING_WAYS"
          :min="-40"
          :max="40"
          class="w-72"
          @change="(v) => set('Middle of the empty trailer', (h) => void (h.trailer.emptyAt = v))"
        />
      </div>
      <div
        v-for="[id, item] in items"
        :key="id"
        :data-row="id"
        class="grid grid-cols-2 sm:grid-cols-[1.4fr_1fr_1.6fr_auto] gap-3 items-end mt-2"
      >
        <TextField
          label="Aboard the trailer"
          :value="item.label"
          :max="80"
          @change="(v) => set('Name a trailer load', (h) => void (h.trailer.items[id]!.label = v))"
        />
        <NumField
          :label="`Mass of ${item.label}`"
          :value="item.mass"
          quantity="mass"
          :min="0"
          :max="100000"
          @change="(v) => set(`Mass of ${item.label}`, (h) => void (h.trailer.items[id]!.mass = v))"
        />
        <SideField
          :label="`${item.label} from the coupling`"
          :value="item.behind"
          quantity="run"
          :ways="COUPLING_WAYS"
          :min="-40"
          :max="40"
          @change="(v) => set(`Move ${item.label}`, (h) => void (h.trailer.items[id]!.behind = v))"
        />
        <TakeAway :label="`Take ${item.label} off the trailer`" @click="remove(id)" />
      </div>
      <button type="button" class="button quiet mt-2" @click="add">
        <Plus :size="16" aria-hidden="true" />Something aboard it
      </button>
    </div>
    <div v-if="haul.coupling === 'ball'" class="mt-3 flex flex-wrap items-end gap-3">
      <label class="touch flex items-center gap-2 pb-1.5"
        ><input
          type="checkbox"
          class="accent-petrol size-4"
          :checked="haul.bars !== null"
          @change="
            set(
              'Weight-distributing hitch',
              (h) =>
                void (h.bars = ($event.target as HTMLInputElement).checked
                  ? { force: 2000, length: 0.75 }
                  : null),
            )
          "
        />Weight-distributing hitch</label
      >
      <template v-if="haul.bars">
        <NumField
          label="Lift at the end of each bar"
          :value="haul.bars.force"
          quantity="force"
          :min="0"
          :max="50000"
          class="w-44"
          @change="(v) => set('Lift of the spring bars', (h) => void (h.bars!.force = v))"
        />
        <NumField
          label="Length of a bar"
          :value="haul.bars.length"
          quantity="length"
          :min="0.1"
          :max="3"
          class="w-32"
          @change="(v) => set('Length of the spring bars', (h) => void (h.bars!.length = v))"
        />
        <NumField
          v-if="haul.ballFrom !== 'trailer'"
          label="Coupling to trailer axle"
          :value="haul.trailer.axle"
          quantity="run"
          :min="0.5"
          :max="40"
          class="w-44"
          @change="(v) => set('Trailer axle', (h) => void (h.trailer.axle = v))"
        />
        <p v-if="figure('barsFront')" class="label pb-1.5">
          puts <Fig :figure="figure('barsFront')" plus /> on the front axle,
          <Fig :figure="figure('barsTrailer')" plus /> on the trailer’s
        </p>
      </template>
    </div>
  </section>
</template>
