<script setup lang="ts">
import { BRACKET_HOLDS, IN_THE_WAY, LOWER_HOLDS, RAIL_SECTIONS, type Truck } from '#core/document/types'
import { showText } from '#core/quantity/units'
import { useTruck } from './useTruck'

/**
 * How the upper bracket is held on its rail, what is in its way there, and the bolts for the rail's section.
 */
const { job, truck, set } = useTruck()
const shop = useShop()
const bolts = computed(() => job.derived!.stages.truck.result.bolts)
const text = (value: number) => showText(value, 'length', shop.units)

const HOLDS: Record<Truck['bracket']['hold'], string> = {
  clamp: 'clamps, as its kit has it',
  'u-bolts': 'U-bolts round the rail',
  drilled: 'bolts through the rail',
  'speed-nuts': 'nuts clipped into the maker’s own holes',
  'stop-bolts': 'the bump stop’s own bolts',
  flange: 'bolts through the bottom flange',
}
const LOWERS: Record<Truck['bracket']['lower'], string> = {
  strap: 'a strap round the axle, and U-bolts',
  'u-bolts': 'U-bolts',
  clamps: 'clamps front and rear',
}
const WAYS: Record<Truck['bracket']['inWay'], string> = {
  nothing: 'nothing',
  'bed-hitch': 'a bed hitch’s bracket',
  'rail-shape': 'the shape of the rail',
}
const SECTIONS: Record<Truck['frame']['section'], string> = { open: 'open inside', boxed: 'boxed' }
const options = <T extends string>(ids: readonly T[], words: Record<T, string>) =>
  ids.map((value) => ({ value, label: words[value] }))

/** A usual notch: as deep as a lowered axle needs, and long enough for the bracket in it. */
const USUAL_NOTCH = { length: 0.3, depth: 0.05 }
const cut = (value: string) =>
  set('Notch in the rails', (t) => {
    t.frame.notch = value === 'cut' ? { ...USUAL_NOTCH } : null
  })
const measure = (label: string, key: 'length' | 'depth', value: number) =>
  set(label, (t) => void (t.frame.notch![key] = value))
</script>

<template>
  <section class="sheet p-4" aria-label="Upper bracket" data-subject="bracket">
    <h2 class="mb-1">Upper bracket</h2>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(11.5rem,1fr))] gap-3">
      <PickField
        label="In its way"
        :value="truck.bracket.inWay"
        :options="options(IN_THE_WAY, WAYS)"
        @change="
          (v) => set('What is in its way', (t) => void (t.bracket.inWay = v as Truck['bracket']['inWay']))
        "
      />
      <PickField
        label="Held by"
        :value="truck.bracket.hold"
        :options="options(BRACKET_HOLDS, HOLDS)"
        @change="(v) => set('How it is held', (t) => void (t.bracket.hold = v as Truck['bracket']['hold']))"
      />
      <PickField
        label="Brace to the rail"
        :value="truck.bracket.brace ? 'yes' : 'no'"
        :options="[
          { value: 'no', label: 'none' },
          { value: 'yes', label: 'one each side' },
        ]"
        @change="(v) => set('Brace of the upper bracket', (t) => void (t.bracket.brace = v === 'yes'))"
      />
      <PickField
        label="Lower bracket held by"
        :value="truck.bracket.lower"
        :options="options(LOWER_HOLDS, LOWERS)"
        @change="
          (v) =>
            set(
              'How the lower bracket is held',
              (t) => void (t.bracket.lower = v as Truck['bracket']['lower']),
            )
        "
      />
      <PickField
        label="Rails"
        :value="truck.frame.section"
        :options="options(RAIL_SECTIONS, SECTIONS)"
        @change="
          (v) => set('Section of the rails', (t) => void (t.frame.section = v as Truck['frame']['section']))
        "
      />
      <PickField
        label="Over the axle"
        :value="truck.frame.notch ? 'cut' : 'whole'"
        :options="[
          { value: 'whole', label: 'whole' },
          { value: 'cut', label: 'notched from below' },
        ]"
        @change="cut"
      />
      <template v-if="truck.frame.notch">
        <NumField
          label="Notch, along the rail"
          :value="truck.frame.notch.length"
          quantity="length"
          :min="0.02"
          :max="3"
          @change="(v) => measure('Length of the notch', 'length', v)"
        />
        <NumField
          label="Notch, deep"
          :value="truck.frame.notch.depth"
          quantity="length"
          :min="0.005"
          :max="0.5"
          @change="(v) => measure('Depth of the notch', 'depth', v)"
        />
      </template>
    </div>
    <p v-if="bolts" class="mt-2 text-sm" data-bolts>
      {{ bolts.thread }} bolts<template v-if="bolts.inside !== null"
        >, {{ text(bolts.inside) }} wide inside</template
      >:
      <template v-if="bolts.length !== null"
        ><span class="figure">{{ text(bolts.length) }}</span> long, the standard length over a grip of
        {{ text(bolts.grip) }}.</template
      ><template v-else
        >longer than any standard bolt over a grip of {{ text(bolts.grip) }}: threaded rod.</template
      >
      The bracket’s own sheet rules.
    </p>
    <p v-if="truck.frame.notch" class="mt-2 text-sm label">
      Gaps are measured to the upper edge of the notch, as it stands.
    </p>
  </section>
</template>
