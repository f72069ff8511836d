<script setup lang="ts">
import { FASTENING_IDS, FASTENINGS } from '#core/catalog/fastenings'
import { BLOCKS } from '#core/catalog/blocks'
import { COMPRESSORS } from '#core/catalog/compressors'
import { KINDS } from '#core/catalog/kinds'
import { SPRINGS } from '#core/catalog/springs'
import { TUBES } from '#core/catalog/tubes'
import { type Fastener, type Kit, COMPONENT_KINDS, type ComponentKind } from '#core/document/types'
import { LIFT_WAYS } from '#core/quantity/ways'
import { classOptions } from '~/stages/air/classOptions'

/** The contents of one kit, from its own list and sheet. */
const { kitId, kit } = defineProps<{ kitId: string; kit: Kit }>()
const emit = defineEmits<{ gone: [] }>()
const shop = useShop()
function change(label: string, edit: (k: Kit) => void): void {
  shop.edit(label, ({ kits }) => void (kits[kitId] && edit(kits[kitId])))
}
function remove(): void {
  emit('gone')
  shop.edit(`Take ${kit.label} away`, ({ kits }) => void Reflect.deleteProperty(kits, kitId))
}

const NONE = { value: '', label: 'none in it' }
const CLASSES = [
  { field: 'springClass', label: 'Springs', kind: 'spring', list: SPRINGS },
  { field: 'compressorClass', label: 'Compressor', kind: 'compressor', list: COMPRESSORS },
  { field: 'blockClass', label: 'Valve block', kind: 'block', list: BLOCKS },
  { field: 'tubeClass', label: 'Tube', kind: 'tube', list: TUBES },
] as const
const optionsOf = ({ field, kind, list }: (typeof CLASSES)[number]) => [
  NONE,
  ...classOptions(list, shop.parts, kind, kit[field]),
]

const counted = computed(() =>
  COMPONENT_KINDS.filter((kind) => kit.parts[kind] !== undefined).map((kind) => ({
    kind,
    count: kit.parts[kind]!,
  })),
)
const others = computed(() =>
  COMPONENT_KINDS.filter((kind) => kind !== 'plug' && kit.parts[kind] === undefined),
)
const more = ref<ComponentKind>('spring')
watch(others, (list) => !list.includes(more.value) && (more.value = list[0] ?? 'spring'), { immediate: true })
const setCount = (kind: ComponentKind, count: number) =>
  change(`${KINDS[kind].label} in the kit`, (k) => {
    if (count > 0) k.parts[kind] = Math.round(count)
    else Reflect.deleteProperty(k.parts, kind)
  })

const setLift = (known: boolean) =>
  change('Lift the kit is made for', (k) => void (k.lift = known ? { least: 0, most: 0 } : null))

const fasteners = FASTENING_IDS.flatMap((id) => {
  const { label, usual } = FASTENINGS[id]
  return usual ? [{ id, label, usual }] : []
})
const setFastener = (
  id: string,
  usual: Pick<Fastener, 'torque' | 'thread' | 'grade'>,
  write: (f: Fastener) => void,
) => change('Torque of the kit', (k) => write((k.fasteners[id] ??= { ...usual, from: 'sheet', unit: '' })))
const forget = (id: string) =>
  change('No torque of the kit', (k) => void Reflect.deleteProperty(k.fasteners, id))
</script>

<template>
  <div class="mt-3 border-t border-line pt-3 space-y-3" role="group" :aria-label="`Kit ${kit.label}`">
    <div class="flex flex-wrap gap-3 items-end">
      <TextField
        label="Name of the kit"
        class="grow min-w-56"
        required
        :max="80"
        :value="kit.label"
        @change="(v) => change('Name of the kit', (k) => void (k.label = v))"
      />
      <TextField
        label="Its number"
        class="w-40"
        :max="80"
        :value="kit.number"
        @change="(v) => change('Number of the kit', (k) => void (k.number = v))"
      />
      <TextField
        label="Its make"
        class="w-40"
        :max="80"
        :value="kit.make"
        @change="(v) => change('Make of the kit', (k) => void (k.make = v))"
      />
      <NumField
        label="Its price"
        class="w-28"
        :value="kit.price"
        quantity="plain"
        :min="0"
        :max="1e7"
        @change="(v) => change('Price of the kit', (k) => void (k.price = v))"
      />
    </div>
    <div class="grid gap-3 sm:grid-cols-2">
      <PickField
        v-for="c in CLASSES"
        :key="c.field"
        :label="c.label"
        :value="kit[c.field] ?? ''"
        :options="optionsOf(c)"
        @change="(v) => change(`${c.label} of the kit`, (k) => void (k[c.field] = v || null))"
      />
      <NumField
        label="Tube in it"
        :value="kit.tubeLength"
        quantity="run"
        :min="0"
        :max="1000"
        @change="(v) => change('Tube in the kit', (k) => void (k.tubeLength = v || null))"
      />
      <NumField
        label="Harness from the battery"
        :value="kit.harness"
        quantity="run"
        :min="0"
        :max="100"
        @change="(v) => change('Harness in the kit', (k) => void (k.harness = v || null))"
      />
    </div>
    <div class="flex flex-wrap gap-3 items-end">
      <label class="touch flex items-center gap-2 pb-1.5"
        ><input
          type="checkbox"
          class="accent-petrol size-4"
          :checked="kit.lift !== null"
          @change="setLift(($event.target as HTMLInputElement).checked)"
        />Its sheet says for how much lift it is made</label
      >
      <template v-if="kit.lift">
        <SideField
          label="Lift, at least"
          :value="kit.lift.least"
          :ways="LIFT_WAYS"
          quantity="length"
          :min="-0.5"
          :max="1"
          @change="(v) => change('Least lift of the kit', (k) => void (k.lift!.least = v))"
        />
        <SideField
          label="Lift, at most"
          :value="kit.lift.most"
          :ways="LIFT_WAYS"
          quantity="length"
          :min="-0.5"
          :max="1"
          @change="(v) => change('Most lift of the kit', (k) => void (k.lift!.most = v))"
        />
      </template>
    </div>
    <h3 class="text-sm">Parts in it</h3>
    <div class="grid grid-cols-[repeat(auto-fill,minmax(10rem,1fr))] gap-3 items-end">
      <NumField
        v-for="p in counted"
        :key="p.kind"
        :label="KINDS[p.kind].label"
        :value="p.count"
        quantity="count"
        :min="0"
        :max="50"
        @change="(v) => setCount(p.kind, v)"
      />
      <div class="flex gap-2 items-end">
        <PickField
          label="One more kind"
          class="grow min-w-32"
          :value="more"
          :options="others.map((k) => ({ value: k, label: KINDS[k].label }))"
          @change="(v) => void (more = v as ComponentKind)"
        />
        <button type="button" class="button quiet" @click="setCount(more, 1)">Add</button>
      </div>
    </div>
    <h3 class="text-sm">Torques off its sheet</h3>
    <p class="label">
      Once a torque is typed, thread and class or grade stand beside it as is usual: set them right off the
      sheet too.
    </p>
    <table class="w-full text-sm">
      <tbody>
        <tr v-for="f in fasteners" :key="f.id" class="border-t border-line">
          <th scope="row" class="text-left font-normal py-1 pr-2">{{ f.label }}</th>
          <td class="pr-2">
            <NumField
              :label="`Torque of: ${f.label}`"
              hide-label
              class="w-32"
              :value="kit.fasteners[f.id]?.torque ?? null"
              quantity="torque"
              :min="0.1"
              :max="2000"
              @change="
                (v, unit) =>
                  setFastener(f.id, f.usual, (of) => {
                    of.torque = v
                    of.unit = unit
                  })
              "
            />
          </td>
          <td class="pr-2">
            <TextField
              v-if="kit.fasteners[f.id]"
              :label="`Thread of: ${f.label}`"
              hide-label
              class="w-28"
              :max="20"
              :value="kit.fasteners[f.id]!.thread"
              @change="(v) => setFastener(f.id, f.usual, (of) => void (of.thread = v))"
            />
          </td>
          <td class="pr-2">
            <TextField
              v-if="kit.fasteners[f.id]"
              :label="`Class or grade of: ${f.label}`"
              hide-label
              class="w-16"
              :max="8"
              :value="kit.fasteners[f.id]!.grade"
              @change="(v) => setFastener(f.id, f.usual, (of) => void (of.grade = v))"
            />
          </td>
          <td>
            <button
              v-if="kit.fasteners[f.id]"
              type="button"
              class="underline text-sm"
              :aria-label="`Forget: ${f.label}`"
              @click="forget(f.id)"
            >
              not on it
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <KitSheet :kit-id="kitId" :kit="kit" />
    <button type="button" class="button quiet" @click="remove">Take this kit away</button>
  </div>
</template>
