<script setup lang="ts">
import { FASTENINGS, type FasteningId } from '#core/catalog/fastenings'
import { fastenersOf } from '#core/build/fasteners'
import { GRADES } from '#core/build/torque'
import type { Fastener } from '#core/document/types'
import { showText } from '#core/quantity/units'

/**
 * Torques from the kit's own sheet, by kind of fastener. The usual value is offered beside it and does not
 * count until it is accepted.
 */
const THREADS = ['M6', 'M8', 'M10', 'M12', '1/4-20', '5/16-18', '3/8-16', '3/8-24', '7/16-14', '1/2-13']
const job = useJob()
const shop = useShop()
const screen = useScreen()
const build = computed(() => job.plan!.build)
const rows = computed(() => fastenersOf(job.derived!.stages.build.result.joints))
const options = (known: readonly string[], value: string) =>
  (known.includes(value) ? known : [...known, value]).map((v) => ({ value: v, label: v }))
/** Rows are kinds with a torque, so each has usual values. */
const usualOf = (id: FasteningId) => FASTENINGS[id].usual!
/** Thread and class shown in a row: its own, or the usual ones until it has any. */
const shown = (id: FasteningId): Pick<Fastener, 'thread' | 'grade'> =>
  build.value.fasteners[id] ?? chosen.value[id] ?? usualOf(id)
/** Thread and class chosen before a torque is entered. */
const chosen = ref<Partial<Record<FasteningId, Pick<Fastener, 'thread' | 'grade'>>>>({})
function set(id: FasteningId, change: Partial<Omit<Fastener, 'from'>>): void {
  const { label } = FASTENINGS[id]
  const known = build.value.fasteners[id]
  if (!known && change.torque === undefined) {
    chosen.value[id] = { ...shown(id), ...change }
    return
  }
  job.edit(`Torque, ${label.toLowerCase()}`, (draft) => {
    draft.build.fasteners[id] = { torque: 0, unit: '', ...shown(id), ...known, ...change, from: 'sheet' }
  })
}
</script>

<template>
  <section class="sheet p-4" aria-label="Torques off the kit’s sheet">
    <h2>Torques off the kit’s sheet</h2>
    <p class="label mb-2">
      Size, class and torque as the kit’s own sheet gives them. The usual value is for another kit until you
      say so.
    </p>
    <ul>
      <li
        v-for="id in rows"
        :key="id"
        class="border-t border-line py-2 grid gap-2 items-end grid-cols-2 md:grid-cols-[1.6fr_1fr_1fr_1fr_1.2fr]"
        :class="{ 'bg-chosen': screen.subject === `fastener-${id}` }"
        :data-fastener="id"
        :data-subject="`fastener-${id}`"
      >
        <p class="font-semibold col-span-2 md:col-span-1">{{ FASTENINGS[id].label }}</p>
        <div>
          <span class="label" aria-hidden="true">Thread</span>
          <PickField
            hide-label
            :label="`Thread, ${FASTENINGS[id].label.toLowerCase()}`"
            :value="shown(id).thread"
            :options="options(THREADS, shown(id).thread)"
            @change="(thread) => set(id, { thread })"
          />
        </div>
        <div>
          <span class="label" aria-hidden="true">Class or grade</span>
          <PickField
            hide-label
            :label="`Class or grade, ${FASTENINGS[id].label.toLowerCase()}`"
            :value="shown(id).grade"
            :options="options(GRADES, shown(id).grade)"
            @change="(grade) => set(id, { grade })"
          />
        </div>
        <div>
          <span class="label" aria-hidden="true">Torque</span>
          <NumField
            hide-label
            :label="`Torque, ${FASTENINGS[id].label.toLowerCase()}`"
            quantity="torque"
            :value="build.fasteners[id]?.torque ?? null"
            :min="0.1"
            :max="2000"
            @change="(torque, unit) => set(id, { torque, unit })"
          />
        </div>
        <p class="label pb-1">
          {{
            build.fasteners[id]?.from === 'sheet'
              ? 'Off the sheet.'
              : build.fasteners[id]
                ? 'Usual, taken over.'
                : 'Not typed yet.'
          }}
          Usual: {{ showText(usualOf(id).torque, 'torque', shop.units) }} at {{ usualOf(id).thread }}
          {{ usualOf(id).grade }}
        </p>
      </li>
    </ul>
  </section>
</template>
