<script setup lang="ts">
import type { ComponentKind } from '#core/document/types'
import { Download, Upload } from '@lucide/vue'
import { KINDS } from '#core/catalog/kinds'
import { putDraftsBack } from '~/keeping/drafts'
import { baseClassesOf, ownClassesCsv, ownClassesJson, readOwnClasses } from '#core/air/parts/ownClasses'

/**
 * The shop's own classes of parts: a generic class with the figures of a real part's sheet, number, make and
 * price.
 */
const shop = useShop()
useHead({ title: 'The shop’s own parts and kits' })
const chosen = ref<string | null>(null)
const problems = ref<string[]>([])
const said = ref('')
onMounted(async () => {
  const word = await putDraftsBack()
  if (word) said.value = word
})
const kinds = Object.keys(KINDS) as ComponentKind[]
const usable = kinds.filter((k) => baseClassesOf(k).length > 0)
const kind = ref<ComponentKind>('tank')
const list = computed(() =>
  Object.entries(shop.parts).sort(
    (a, b) => a[1].kind.localeCompare(b[1].kind) || a[1].label.localeCompare(b[1].label),
  ),
)
const part = computed(() => (chosen.value ? (shop.parts[chosen.value] ?? null) : null))
function add(): void {
  const like = baseClassesOf(kind.value)[0]!
  const id = `own-${crypto.randomUUID().slice(0, 8)}`
  const label = `${KINDS[kind.value].label}, own`
  shop.edit(`Add ${label}`, ({ parts }) => {
    parts[id] = { kind: kind.value, label, like, figures: {}, table: [], number: '', make: '', price: null }
  })
  chosen.value = id
}
async function load(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  said.value = ''
  const read = readOwnClasses(await file.text())
  problems.value = read.problems ?? []
  if (!read.classes) return
  const { classes } = read
  shop.edit(`Take in ${file.name}`, ({ parts }) => void Object.assign(parts, classes))
  said.value = `${Object.keys(read.classes).length} taken in.`
}
</script>

<template>
  <div class="min-h-screen flex flex-col">
    <header class="bg-frame text-onframe flex flex-wrap items-center gap-3 px-4 py-2 min-h-[52px]">
      <NuxtLink to="/" class="font-head font-semibold text-lg">Nimble Piston</NuxtLink
      ><span class="text-onframe-soft">Own parts and kits</span>
    </header>
    <SetAside />
    <LooseTexts />
    <ClashDialog
      :places="shop.clash?.places ?? null"
      :document="shop.clash?.proposal"
      :edits="shop.waiting"
      @settle="shop.settle"
    />
    <main class="max-w-5xl w-full mx-auto p-4 space-y-3">
      <div class="flex flex-wrap items-baseline gap-3">
        <h1 class="text-2xl">The shop’s own parts and kits</h1>
        <p class="text-soft">Figures off real parts’ sheets, offered wherever that kind of part is chosen.</p>
      </div>
      <div class="sheet p-4 flex flex-wrap gap-3 items-end">
        <PickField
          label="Kind"
          class="w-56"
          :value="kind"
          :options="usable.map((k) => ({ value: k, label: KINDS[k].label }))"
          @change="(v) => void (kind = v as ComponentKind)"
        />
        <button type="button" class="button" @click="add">Add a class</button>
        <span class="grow" />
        <label class="button quiet cursor-pointer"
          ><Upload :size="16" aria-hidden="true" />Take in JSON or CSV<input
            type="file"
            accept=".json,.csv,application/json,text/csv"
            class="sr-only"
            @change="load"
        /></label>
        <button
          type="button"
          class="button quiet"
          :disabled="!list.length"
          @click="saveFile('parts.json', ownClassesJson(shop.parts), 'application/json')"
        >
          <Download :size="16" aria-hidden="true" />JSON
        </button>
        <button
          type="button"
          class="button quiet"
          :disabled="!list.length"
          @click="saveFile('parts.csv', ownClassesCsv(shop.parts), 'text/csv')"
        >
          <Download :size="16" aria-hidden="true" />CSV
        </button>
      </div>
      <p v-if="said" class="font-semibold" aria-live="polite">{{ said }}</p>
      <div v-if="problems.length" class="sheet p-4 text-brick" role="alert">
        <p class="font-semibold">Nothing was taken in:</p>
        <ul class="list-disc ml-5 text-sm">
          <li v-for="p in problems.slice(0, 20)" :key="p">{{ p }}</li>
        </ul>
      </div>
      <p v-if="shop.problem" class="text-brick font-semibold" role="alert">{{ shop.problem }}</p>
      <div class="sheet p-4">
        <p v-if="!list.length" class="label">
          None yet. The catalogue ships generic classes only; numbers, makes and prices are yours to type
          here, or on a part in a job.
        </p>
        <table v-else class="w-full text-sm">
          <thead>
            <tr class="text-left border-b border-line">
              <th class="py-1">Class</th>
              <th>Kind</th>
              <th>Number</th>
              <th>Make</th>
              <th class="text-right">Price</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="[id, p] in list"
              :key="id"
              class="border-b border-line"
              :class="{ 'bg-chosen': chosen === id }"
            >
              <th scope="row" class="text-left font-normal py-1">
                <button type="button" class="underline text-left" @click="chosen = chosen === id ? null : id">
                  {{ p.label }}
                </button>
              </th>
              <td>{{ KINDS[p.kind].label }}</td>
              <td class="font-mono text-xs">{{ p.number }}</td>
              <td>{{ p.make }}</td>
              <td class="figure text-right">{{ p.price ?? '' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <OwnClassEditor
        v-if="chosen && part"
        :key="chosen"
        :part-id="chosen"
        :part="part"
        @gone="chosen = null"
      />
      <ShopKits />
    </main>
  </div>
</template>
