<script setup lang="ts">
import { ARCHETYPES } from '#core/air/circuit/startingCircuits'
import { circuitAsFound, isAllNew } from '#core/air/circuit/states'
import { STATE_WORDS } from '#core/catalog/partStates'
import { kindOfJob } from '#core/jobs/kindOf'
import { beginJob, jobKind, JOB_KINDS } from '#core/jobs/jobKinds'
import type { Archetype, Component } from '#core/document/types'

/** The kind of job, what exists, what becomes of it, and in which order it comes off. */
/** True while it is visible: heavy work waits until then. */
const { shown } = defineProps<{ shown: boolean }>()
const emit = defineEmits<{ choose: [id: string] }>()
const job = useJob()
const askFirst = useAskFirst()
const air = computed(() => job.plan!.air)
/** The kind of job that the circuit is now; another may be begun. */
const now = computed(() => kindOfJob(air.value))
const begin = reactive({ kind: now.value?.id ?? 'whole', found: '', target: '' })
const kind = computed(() => jobKind(begin.kind))
const named = (ids: readonly Archetype[]) =>
  ARCHETYPES.filter((a) => ids.includes(a.id)).map((a) => ({ value: a.id, label: a.label }))
/** The choice made, or the first one. */
const chosenOf = (ids: readonly Archetype[], value: string) =>
  ids.find((id) => id === value) ?? ids.find((id) => id === air.value.archetype) ?? ids[0] ?? null
const found = computed(() => chosenOf(kind.value.founds, begin.found))
const target = computed(() => chosenOf(kind.value.targets, begin.target))
const start = () =>
  askFirst(
    beginJob(air.value, kind.value.id, found.value, target.value ?? found.value ?? air.value.archetype),
  )

const isRetrofit = computed(() => !isAllNew(air.value))
const asFound = computed(() => ({ ...air.value, ...circuitAsFound(air.value) }))
const hasFound = computed(() => Object.keys(asFound.value.components).length > 0)
interface Row {
  id: string
  part: Component
  gone: boolean
}
const rows = computed<Row[]>(() => [
  ...Object.entries(air.value.gone.components).map(([id, part]) => ({ id, part, gone: true })),
  ...Object.entries(air.value.components).map(([id, part]) => ({ id, part, gone: false })),
])
const staying = computed(() => rows.value.filter(({ part, gone }) => !gone && part.state === 'kept').length)
const said = ({ part }: Row) =>
  [
    part.used ? 'from another truck' : '',
    part.found.condition === 'unseen' ? '' : part.found.condition,
    part.found.condition === 'failed' && part.found.failedBy !== 'unknown' ? part.found.failedBy : '',
    part.found.year ? `fitted ${part.found.year}` : '',
    part.found.dated ? `plate ${part.found.dated}` : '',
  ]
    .filter(Boolean)
    .join(', ')
const off = computed(() =>
  job.derived!.stages.build.result.steps.filter((s) => s.group === 'Take off' || s.id.startsWith('cut-in-')),
)
</script>

<template>
  <div class="grid gap-3 grid-cols-[minmax(0,1fr)]">
    <section class="sheet p-4 no-print" aria-label="Kind of job">
      <h2 class="mb-1">Kind of job</h2>
      <p class="mb-2">
        This job: <strong>{{ now?.label ?? 'a mixture of its own' }}</strong>{{
          isRetrofit ? `. ${staying} of ${rows.length} parts stay.` : '.'
        }}
      </p>
      <div class="grid sm:grid-cols-2 xl:grid-cols-3 gap-3 items-end">
        <PickField
          label="Begin a job as"
          :value="begin.kind"
          :options="JOB_KINDS.map((k) => ({ value: k.id, label: k.label }))"
          @change="(v) => void (begin.kind = v)"
        />
        <PickField
          v-if="kind.founds.length"
          label="What is there"
          :value="found ?? ''"
          :options="named(kind.founds)"
          @change="(v) => void (begin.found = v)"
        />
        <PickField
          v-if="kind.targets.length"
          label="What it becomes"
          :value="target ?? ''"
          :options="named(kind.targets)"
          @change="(v) => void (begin.target = v)"
        />
      </div>
      <p class="text-sm text-soft mt-2">{{ kind.what }}</p>
      <button type="button" class="button mt-2" @click="start">Begin it so</button>
    </section>
    <section v-if="isRetrofit" class="sheet p-4" aria-label="What becomes of each part">
      <h2 class="mb-1">What becomes of each part</h2>
      <table v-cards class="w-full text-sm">
        <thead>
          <tr class="text-left label">
            <th scope="col" class="font-normal">Part</th>
            <th scope="col" class="font-normal">What becomes of it</th>
            <th scope="col" class="font-normal">As found</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="`${row.id}${row.gone}`" class="border-t border-line">
            <th scope="row" class="font-normal text-left py-1">
              <button v-if="!row.gone" type="button" class="underline touch" @click="emit('choose', row.id)">
                {{ row.part.label }}
              </button>
              <template v-else>{{ row.part.label }}</template>
            </th>
            <td class="whitespace-nowrap">
              <StateSign :state="row.part.state" /> {{ STATE_WORDS[row.part.state] }}
            </td>
            <td class="text-soft">{{ said(row) }}</td>
          </tr>
        </tbody>
      </table>
    </section>
    <p v-else class="sheet p-4 label">
      Everything in this plan is new. Where something is there already, begin the job as what it is, or press
      a part on the circuit and say what becomes of it.
    </p>
    <section v-if="shown && isRetrofit && hasFound" class="sheet p-4" aria-label="As found">
      <h2 class="mb-1">As found</h2>
      <CircuitPicture :air="asFound" :chosen="null" still @choose="(id) => emit('choose', id)" />
      <p class="label mt-1">The picture of this stage shows it as it will be.</p>
      <StateLegend :air="air" class="mt-1" />
    </section>
    <section v-if="off.length" class="sheet p-4" aria-label="Off and cut in this order">
      <h2 class="mb-1">Off and cut in this order</h2>
      <ol class="text-sm list-decimal pl-6">
        <li v-for="step in off" :key="step.id">{{ step.title }}</li>
      </ol>
      <p class="label mt-1">Let down first; lines before the parts they hang on.</p>
    </section>
  </div>
</template>
