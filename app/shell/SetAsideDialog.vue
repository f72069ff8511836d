<script setup lang="ts">
import { Download } from '@lucide/vue'
import { fitText } from '#core/document/json'
import { quantityAt } from '#core/document/places'
import { parseQuantity } from '#core/quantity/parse'
import { showText, unitFor } from '#core/quantity/units'
import type { KeptRow } from '~/keeping/shelf'

/** What could not be saved, with the reason: correct it, try again, save it as a file, or discard it. */
const emit = defineEmits<{ close: [] }>()
const aside = useSetAside()
const shop = useShop()
const mended = ref<Record<string, string>>({})
const words = (row: KeptRow) => `“${row.edit.label}”`
function file(row: KeptRow): void {
  saveFile(`edit-${row.id.slice(0, 8)}.json`, `${JSON.stringify(row.edit, null, 2)}\n`, 'application/json')
}
const wrong = ref<Record<string, string>>({})
const quantityOf = (row: KeptRow) => quantityAt(row.edit.patches[0]?.path.map(String) ?? [])
/** The value as its field shows it: a number in the shop's unit. */
function valueOf(row: KeptRow): string {
  const sole = aside.soleValue(row.edit.patches)
  const shown = typeof sole === 'number' ? showText(sole, quantityOf(row), shop.units) : (sole ?? '')
  return mended.value[row.id] ?? shown
}
async function again(row: KeptRow): Promise<void> {
  const sole = aside.soleValue(row.edit.patches)
  wrong.value = {}
  if (sole === null || mended.value[row.id] === undefined) return aside.retry(row.id)
  if (typeof sole === 'string') return aside.retry(row.id, fitText(valueOf(row)))
  const quantity = quantityOf(row)
  const read = parseQuantity(valueOf(row), quantity, unitFor(quantity, shop.units))
  if (read.ok) await aside.retry(row.id, read.value)
  else wrong.value = { [row.id]: read.message }
}
</script>

<template>
  <SheetDialog open title="What could not be saved" width="max-w-2xl" @close="emit('close')">
    <p class="label mb-2">It stays in this browser until it is saved or you throw it away.</p>
    <ul>
      <li v-for="row in aside.rows" :key="row.id" class="border-t border-line py-3 space-y-2">
        <p class="font-semibold">{{ words(row) }}</p>
        <p>{{ row.refused }}</p>
        <NuxtLink
          v-if="row.doc.startsWith('job:')"
          :to="`/jobs/${row.doc.slice(4)}/load`"
          class="underline"
          @click="emit('close')"
          >Open its job</NuxtLink
        >
        <label v-if="aside.soleValue(row.edit.patches) !== null" class="block">
          <span class="label">Value to save</span>
          <input
            class="field"
            :value="valueOf(row)"
            @input="mended[row.id] = ($event.target as HTMLInputElement).value"
          />
          <span v-if="wrong[row.id]" class="text-sm text-brick font-semibold" role="alert">{{
            wrong[row.id]
          }}</span>
        </label>
        <p class="flex flex-wrap gap-2">
          <button type="button" class="button" @click="again(row)">Try again</button>
          <button type="button" class="button quiet" @click="file(row)">
            <Download :size="16" aria-hidden="true" />Take it as a file
          </button>
          <button type="button" class="button quiet" @click="aside.throwAway(row.id)">
            Throw {{ words(row) }} away
          </button>
        </p>
      </li>
    </ul>
    <button type="button" class="button quiet mt-2" @click="emit('close')">Close</button>
  </SheetDialog>
</template>
