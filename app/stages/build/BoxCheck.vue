<script setup lang="ts">
import { boxOf, isShort, type BoxLine } from '#core/build/box'
import { BOX_STATES, type BoxFind } from '#core/document/types'

/** The box against its list: what is there, what is missing or damaged, and how many were counted. */
const job = useJob()
const shop = useShop()
const lines = computed(() => boxOf(job.plan!.air, job.derived!.stages.build.result.joints))
const found = (id: string) => job.plan!.build.box[id]
const checked = computed(() => lines.value.filter(({ id }) => found(id)).length)
const short = computed(() => lines.value.filter((line) => isShort(line, found(line.id))).length)
const states = [
  { value: '', label: 'not checked' },
  ...BOX_STATES.map((value) => ({ value: value as string, label: value })),
]
function set({ id, label }: BoxLine, change: Partial<BoxFind> | null): void {
  job.edit(`In the box: ${label.toLowerCase()}`, (draft) => {
    if (change === null) Reflect.deleteProperty(draft.build.box, id)
    else
      draft.build.box[id] = {
        state: 'present',
        count: null,
        ...draft.build.box[id],
        ...change,
        who: shop.person?.name ?? '',
        at: new Date().toISOString(),
      }
  })
}
const allThere = () =>
  job.edit('The box is complete', (draft) => {
    for (const { id, count } of lines.value)
      draft.build.box[id] ??= {
        state: 'present',
        count,
        who: shop.person?.name ?? '',
        at: new Date().toISOString(),
      }
  })
</script>

<template>
  <section class="sheet p-4" aria-label="Box check">
    <h2>Box against its list</h2>
    <p class="label mb-2">
      {{ checked }} of {{ lines.length }} checked<template v-if="short"
        >, <span class="text-brick font-semibold">{{ short }} short</span></template
      >. What is missing or damaged keeps its steps waiting.
    </p>
    <ul>
      <li
        v-for="line in lines"
        :key="line.id"
        class="border-t border-line py-1.5 grid gap-2 items-end grid-cols-2 md:grid-cols-[2fr_0.6fr_1fr]"
        :data-box="line.id"
      >
        <p class="col-span-2 md:col-span-1">
          <span class="figure">{{ line.count }}</span> × {{ line.label }}
        </p>
        <NumField
          :label="`Counted: ${line.label.toLowerCase()}`"
          hide-label
          quantity="count"
          may-be-empty
          :value="found(line.id)?.count ?? null"
          :min="0"
          :max="1000"
          @change="(count) => set(line, { count: Math.round(count) })"
          @clear="set(line, { count: null })"
        />
        <PickField
          :label="`Found: ${line.label.toLowerCase()}`"
          hide-label
          :value="found(line.id)?.state ?? ''"
          :options="states"
          @change="(v) => set(line, v === '' ? null : { state: v as BoxFind['state'] })"
        />
      </li>
    </ul>
    <p class="mt-2">
      <button type="button" class="no-print button quiet touch" @click="allThere">All else is there</button>
    </p>
  </section>
</template>
