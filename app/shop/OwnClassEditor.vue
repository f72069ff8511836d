<script setup lang="ts">
import { baseClassesOf } from '#core/air/parts/ownClasses'
import { catalogueClass, figuresOf, tableFigures } from '#core/air/parts/parts'
import { columnsOf } from '#core/air/parts/sheetTables'
import type { OwnClass } from '#core/document/types'

/** One of the shop's own classes: its figures and its table from a real part's sheet. */
const { partId, part } = defineProps<{ partId: string; part: OwnClass }>()
const emit = defineEmits<{ gone: [] }>()
const shop = useShop()
function change(label: string, edit: (c: OwnClass) => void): void {
  shop.edit(label, ({ parts }) => void (parts[partId] && edit(parts[partId])))
}
const forget = (figure: string) =>
  change('Back to the catalogue’s figure', (c) => void Reflect.deleteProperty(c.figures, figure))
function remove(): void {
  emit('gone')
  shop.edit(`Take ${part.label} away`, ({ parts }) => void Reflect.deleteProperty(parts, partId))
}
/** The figures that are typed. The table gives the others, except the height the spring is made for. */
const typed = computed(() => {
  const ruled = tableFigures(part)
  return figuresOf(part.kind).filter(({ id }) => id === 'designHeight' || !(id in ruled))
})
const like = computed(() => catalogueClass(part.kind, part.like)?.figures ?? {})
</script>

<template>
  <section class="sheet p-4" aria-label="Class chosen">
    <div class="flex flex-wrap gap-3 items-end">
      <TextField
        label="Label"
        class="grow min-w-56"
        required
        :value="part.label"
        @change="(v) => change('Label', (c) => void (c.label = v.slice(0, 80)))"
      />
      <PickField
        label="Begins from"
        class="grow min-w-56"
        :value="part.like"
        :options="
          baseClassesOf(part.kind).map((id) => ({
            value: id,
            label: catalogueClass(part.kind, id)?.label ?? id,
          }))
        "
        @change="(v) => change('Begins from', (c) => void (c.like = v))"
      />
      <TextField
        label="Part number"
        class="w-40"
        :value="part.number"
        @change="(v) => change('Part number', (c) => void (c.number = v.slice(0, 80)))"
      />
      <TextField
        label="Make"
        class="w-40"
        :value="part.make"
        @change="(v) => change('Make', (c) => void (c.make = v.slice(0, 80)))"
      />
      <NumField
        label="Price"
        class="w-28"
        :value="part.price"
        quantity="plain"
        :min="0"
        :max="1e7"
        @change="(v) => change('Price', (c) => void (c.price = v))"
      />
    </div>
    <div class="grid grid-cols-2 md:grid-cols-4 gap-3 mt-3">
      <div v-for="f in typed" :key="f.id">
        <FigureField
          :spec="f"
          :value="part.figures[f.id] ?? tableFigures(part)[f.id] ?? like[f.id] ?? null"
          @change="(v) => change(f.label, (c) => void (c.figures[f.id] = v))"
        />
        <p v-if="part.figures[f.id] !== undefined" class="label">
          <button type="button" class="underline" @click="forget(f.id)">
            catalogue: {{ figureText(f, like[f.id], shop.units) }}
          </button>
        </p>
      </div>
    </div>
    <TableField
      v-if="columnsOf(part.kind).length"
      class="mt-3"
      :part="part"
      @change="(table) => change('Table off the sheet', (c) => void (c.table = table))"
    />
    <button type="button" class="button quiet mt-3" @click="remove">Take this class away</button>
    <p class="label mt-2">
      Jobs keep the figures they were planned with; choose the class again in a job to take new ones.
    </p>
  </section>
</template>
