<script setup lang="ts">
import { OFTEN_FREED, type Freed } from '#core/build/freed'
import { showText } from '#core/quantity/units'
import { FATES, type Fate, type FreedThing } from '#core/document/types'

/** The register "Off and back": what comes off, in which bag its bolts are, and what becomes of it. */
const job = useJob()
const shop = useShop()
const result = computed(() => job.derived!.stages.build.result)
const WORDS: Record<Fate, string> = { back: 'goes back', off: 'stays off', moved: 'goes to another place' }
const fates = FATES.map((value) => ({ value, label: WORDS[value] }))

/** How far an entry is: on the truck, off, or back. */
function stateOf({ id, fate }: Freed): string {
  const { ticks, steps } = result.value
  if (!ticks[`free-${id}`]) return 'still on the truck'
  const back = steps.find(({ putsBack }) => putsBack.includes(id))
  if (back && ticks[back.id]) return fate === 'moved' ? 'at its new place' : 'back'
  return fate === 'off' ? 'off, and stays off' : 'off'
}
function set(entry: Freed, label: string, change: Partial<FreedThing>): void {
  const { id, care: _care, entered: _entered, ...thing } = entry
  job.edit(`${label}: ${entry.label.toLowerCase()}`, (draft) => {
    draft.build.freed[id] = { ...thing, ...change }
  })
}
/** What does not come back needs a reason, and only a person has one: until it is typed, a note asks for it. */
const setFate = (entry: Freed, fate: Fate) =>
  set(entry, 'What becomes of it', { fate, reason: fate === 'back' ? '' : entry.reason })

const adding = ref('')
function add(label: string, usual: Partial<FreedThing> = {}): void {
  const name = label.trim()
  if (name === '') return
  const order = Math.max(100, ...result.value.freed.map((entry) => entry.order)) + 1
  job.edit(`Also took off: ${name.toLowerCase()}`, (draft) => {
    draft.build.freed[`own-${order}`] = {
      label: name,
      where: '',
      order,
      bolts: 0,
      head: '',
      bag: '',
      fate: 'back',
      reason: '',
      torque: null,
      locker: false,
      ...usual,
    }
  })
  adding.value = ''
}
const remove = ({ id, label }: Freed) =>
  job.edit(`Not taken off: ${label.toLowerCase()}`, (draft) => Reflect.deleteProperty(draft.build.freed, id))
/** What goes back, or to another place, with its bolts in a bag. */
const bagged = computed(() => result.value.freed.filter(({ fate }) => fate !== 'off'))
const offered = computed(() =>
  OFTEN_FREED.filter(({ label }) => !result.value.freed.some((entry) => entry.label === label)),
)
</script>

<template>
  <section class="sheet p-4" aria-label="Off and back">
    <h2>Off and back</h2>
    <p class="label mb-2">
      What is unbolted, unclipped or moved out of the way. Each has its step off and its step back, in the
      reverse order; nothing closes while one hangs.
    </p>
    <ul>
      <li
        v-for="entry in result.freed"
        :key="entry.id"
        class="border-t border-line py-2 grid gap-2 items-end grid-cols-2 md:grid-cols-[1.5fr_1.2fr_0.5fr_0.8fr_0.6fr_1fr]"
        :data-freed="entry.id"
      >
        <div class="col-span-2 md:col-span-1">
          <p class="font-semibold">{{ entry.label }}</p>
          <p class="label">
            {{ stateOf(entry)
            }}<template v-if="entry.entered">
              ·
              <button type="button" class="underline touch no-print" @click="remove(entry)">
                {{ entry.id.startsWith('own-') ? 'take this entry away' : 'as proposed again' }}
              </button></template
            >
          </p>
        </div>
        <div>
          <span class="label" aria-hidden="true">Where</span>
          <TextField
            hide-label
            :label="`Where: ${entry.label.toLowerCase()}`"
            :value="entry.where"
            :max="120"
            @change="(where) => set(entry, 'Where it is', { where })"
          />
        </div>
        <div>
          <span class="label" aria-hidden="true">Bolts</span>
          <NumField
            hide-label
            :label="`Bolts: ${entry.label.toLowerCase()}`"
            quantity="count"
            :value="entry.bolts"
            :min="0"
            :max="100"
            @change="(bolts) => set(entry, 'Its bolts', { bolts: Math.round(bolts) })"
          />
        </div>
        <div>
          <span class="label" aria-hidden="true">Head</span>
          <TextField
            hide-label
            :label="`Head: ${entry.label.toLowerCase()}`"
            :value="entry.head"
            :max="40"
            @change="(head) => set(entry, 'Head of its bolts', { head })"
          />
        </div>
        <div>
          <span class="label" aria-hidden="true">Bag</span>
          <TextField
            hide-label
            :label="`Bag: ${entry.label.toLowerCase()}`"
            :value="entry.bag"
            :max="20"
            @change="(bag) => set(entry, 'Bag of its bolts', { bag })"
          />
        </div>
        <div>
          <span class="label" aria-hidden="true">Then</span>
          <PickField
            hide-label
            :label="`What becomes of it: ${entry.label.toLowerCase()}`"
            :value="entry.fate"
            :options="fates"
            @change="(fate) => setFate(entry, fate as Fate)"
          />
        </div>
        <TextField
          v-if="entry.fate !== 'back'"
          class="col-span-2 md:col-span-6"
          :label="`${entry.fate === 'off' ? 'Why it stays off' : 'Where it goes'}: ${entry.label.toLowerCase()}`"
          :value="entry.reason"
          :max="300"
          @change="(reason) => set(entry, 'Why', { reason })"
        />
      </li>
    </ul>
    <form class="no-print flex flex-wrap gap-2 items-end mt-3" @submit.prevent="add(adding)">
      <label class="grow max-w-sm"
        ><span class="label">Also took off</span
        ><input v-model="adding" type="text" class="field" maxlength="80" data-by-button
      /></label>
      <button type="submit" class="button touch" data-by-button>Write it down</button>
    </form>
    <p v-if="offered.length" class="no-print mt-2 flex flex-wrap gap-2">
      <button
        v-for="usual in offered"
        :key="usual.label"
        type="button"
        class="button quiet touch"
        @click="add(usual.label, usual)"
      >
        {{ usual.label }}
      </button>
    </p>
    <p class="no-print label mt-2">
      Printed with this stage: a label for every bag, on a page of their own.
      <button type="button" class="underline touch" @click="printSheet">Print</button>
    </p>
    <ul
      v-if="bagged.length"
      class="hidden print:grid grid-cols-2 gap-2 break-before-page"
      aria-label="Bag labels"
      data-bag-labels
    >
      <li
        v-for="entry in bagged"
        :key="entry.id"
        class="border-2 border-ink p-2 break-inside-avoid min-h-28 flex gap-3"
      >
        <span class="text-4xl figure">{{ entry.bag }}</span>
        <span>
          <span class="font-semibold">{{ entry.label }}</span><br />{{ entry.where }}<br />
          {{ entry.bolts || '__' }} bolts {{ entry.head || 'head ______' }}
          {{ entry.torque === null ? '' : `· ${showText(entry.torque, 'torque', shop.units)}`
          }}{{ entry.locker ? ' · thread locker' : '' }}<br />
          {{ job.plan!.job.name }} {{ job.plan!.job.number }}
        </span>
      </li>
    </ul>
  </section>
</template>
