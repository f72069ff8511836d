<script setup lang="ts">
import { KIT_STEP_LABELS } from '#core/build/kitSheet'
import { TRUCK_KINDS } from '#core/catalog/trucks'
import { KIT_STEP_PLACES, type Kit, type KitStep } from '#core/document/types'

/** The steps of a kit's own sheet, in its order; every job with the kit takes them. */
const { kitId, kit } = defineProps<{ kitId: string; kit: Kit }>()
const shop = useShop()
function change(label: string, edit: (steps: KitStep[]) => void): void {
  shop.edit(label, ({ kits }) => void (kits[kitId] && edit(kits[kitId].steps)))
}
const OWN = { value: '', label: 'none: a step of its own' }
const places = [OWN, ...KIT_STEP_PLACES.map((value) => ({ value, label: KIT_STEP_LABELS[value] }))]
const trucks = [
  { value: '', label: 'any' },
  ...TRUCK_KINDS.map(({ id, label }) => ({ value: id as string, label })),
]
const add = () =>
  change('Step of the kit’s sheet', (steps) =>
    steps.push({ title: 'New step', text: '', instead: null, truck: null, minutes: null, picture: '' }),
  )
const set = (i: number, part: Partial<KitStep>) =>
  change('Step of the kit’s sheet', (steps) => void Object.assign(steps[i]!, part))
const move = (i: number, by: number) =>
  change('Order of the kit’s sheet', (steps) => void steps.splice(i + by, 0, ...steps.splice(i, 1)))
const remove = (i: number) => change('No such step on the sheet', (steps) => void steps.splice(i, 1))

const problem = ref('')
async function takeIn(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  const { readKitSteps } = await import('#core/build/kitSheetTable')
  const read = readKitSteps(await file.text())
  problem.value = 'problem' in read ? read.problem : ''
  if ('steps' in read)
    change('Steps of the kit’s sheet', (steps) => void steps.splice(0, steps.length, ...read.steps))
}
async function giveOut(): Promise<void> {
  const { kitStepTable } = await import('#core/build/kitSheetTable')
  await saveTable(`${kit.label} steps`, kitStepTable(kit.steps))
}
</script>

<template>
  <section :aria-label="`Steps of ${kit.label}`">
    <h3>Steps of its own sheet</h3>
    <p class="label mb-1">
      In the sheet’s order and words. Each stands for a usual step, or is one of its own after the one before
      it; what the sheet leaves out is filled with the usual steps, marked as such.
    </p>
    <ol class="space-y-2">
      <li
        v-for="(step, i) in kit.steps"
        :key="i"
        class="border-t border-line pt-2 grid gap-2 items-end md:grid-cols-[1.4fr_1fr_1fr_0.5fr_auto]"
      >
        <TextField
          :label="`Title of step ${i + 1}`"
          :value="step.title"
          :max="120"
          required
          @change="(title) => set(i, { title })"
        />
        <PickField
          :label="`Stands for: step ${i + 1}`"
          :value="step.instead ?? ''"
          :options="places"
          @change="(v) => set(i, { instead: (v || null) as KitStep['instead'] })"
        />
        <PickField
          :label="`Truck: step ${i + 1}`"
          :value="step.truck ?? ''"
          :options="trucks"
          @change="(v) => set(i, { truck: (v || null) as KitStep['truck'] })"
        />
        <NumField
          :label="`Minutes: step ${i + 1}`"
          quantity="count"
          :value="step.minutes"
          :min="0"
          :max="600"
          @change="(minutes) => set(i, { minutes })"
        />
        <p class="flex gap-2">
          <button
            type="button"
            class="button quiet touch"
            :disabled="i === 0"
            :aria-label="`Step ${i + 1} up`"
            @click="move(i, -1)"
          >
            ↑
          </button>
          <button
            type="button"
            class="underline text-sm touch"
            :aria-label="`Remove step ${i + 1}`"
            @click="remove(i)"
          >
            remove
          </button>
        </p>
        <TextField
          class="md:col-span-5"
          :label="`Text of step ${i + 1}`"
          :value="step.text"
          :max="600"
          long
          @change="(text) => set(i, { text })"
        />
      </li>
    </ol>
    <p v-if="problem" class="text-brick font-semibold" role="alert">{{ problem }}</p>
    <div class="flex flex-wrap gap-3 mt-2 items-center">
      <button type="button" class="button quiet touch" @click="add">Add a step</button>
      <label class="button quiet touch cursor-pointer"
        >Steps from CSV<input type="file" accept=".csv,text/csv" class="sr-only" @change="takeIn"
      /></label>
      <button v-if="kit.steps.length" type="button" class="button quiet touch" @click="giveOut">
        Steps as CSV
      </button>
    </div>
  </section>
</template>
