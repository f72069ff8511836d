<script setup lang="ts">
import {
  Combobox,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Dialog,
  DialogPanel,
  DialogTitle,
} from '@headlessui/vue'
import { GLOSSARY } from '#core/catalog/glossary'
import { STAGES, type StageName } from '#core/quantity/figure'
import { showText } from '#core/quantity/units'
import { SURVEY_GROUPS } from '#core/truck/surveyFields'
import { NAMED_FIELDS, STAGE_DRAWERS } from '~/stages/stageDrawers'
import { FOUND_ACTIONS, type FoundAction } from './foundActions'

/**
 * Finds anything of this job: stages, drawers, fields, figures, notes, hauls, items, parts, terms and actions.
 */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: []; act: [action: FoundAction]; word: [term: string] }>()
const job = useJob()
const shop = useShop()
const screen = useScreen()
const router = useRouter()
const text = ref('')
const MOST_RESULTS = 14
interface Hit {
  label: string
  where: string
  go(): void
}

function everything(): Hit[] {
  const derived = job.derived
  if (!derived || !job.plan) return []
  const to = (stage: string, hash = '') => router.push({ path: `/jobs/${job.id}/${stage}`, hash })
  const field = (stage: StageName, label: string): Hit => ({
    label,
    where: `Field at ${STAGE_TITLES[stage].name}`,
    go: () => {
      screen.leadToField(stage, label)
      void to(stage)
    },
  })
  return [
    ...STAGES.map((s) => ({
      label: STAGE_TITLES[s].name,
      where: `Stage ${stageNumber(s)}`,
      go: () => void to(s),
    })),
    ...FOUND_ACTIONS.map(({ id, label }) => ({ label, where: 'Do it', go: () => emit('act', id) })),
    ...SURVEY_GROUPS.flatMap(({ rows }) => rows.map(({ label }) => field('truck', label))),
    ...STAGES.flatMap((s) => (NAMED_FIELDS[s] ?? []).map((label) => field(s, label))),
    ...STAGES.flatMap((s) =>
      STAGE_DRAWERS[s].map((d) => ({
        label: d.title,
        where: `Drawer of ${STAGE_TITLES[s].name}`,
        go: () => void to(s, `#${d.id}`),
      })),
    ),
    ...derived.notes.map((n) => ({
      label: n.title,
      where: `Note, ${STAGE_TITLES[n.stage].name}`,
      go: () => {
        screen.lead(n.stage, n.subject)
        void to(n.stage)
      },
    })),
    ...job.hauls.map(([id, h]) => ({
      label: h.label,
      where: 'Haul',
      go: () => {
        job.chosenHaul = id
        void to('load')
      },
    })),
    ...job.hauls.flatMap(([id, h]) =>
      Object.entries(h.items).map(([item, i]) => ({
        label: i.label,
        where: `Item in ${h.label}`,
        go: () => {
          job.chosenHaul = id
          screen.lead('load', `${id}:${item}`)
          void to('load')
        },
      })),
    ),
    ...Object.entries(job.plan.air.components).map(([id, c]) => ({
      label: c.label,
      where: 'Part',
      go: () => {
        screen.lead('lay', id)
        void to('lay')
      },
    })),
    ...STAGES.flatMap((s) =>
      Object.entries(derived.stages[s].figures)
        .filter(([id]) => !id.includes('.') || id.startsWith(`${job.haulId}.`))
        .map(([, f]) => ({
          label: f.label,
          where: `${STAGE_TITLES[s].name}: ${showText(f.value, f.quantity, shop.units)}`,
          go: () => {
            screen.asked = f
          },
        })),
    ),
    ...GLOSSARY.map(({ term, means }) => ({
      label: term,
      where: `Word: ${means}`,
      go: () => emit('word', term),
    })),
  ]
}
/** The list as it was when the box was opened, so that incoming changes do not move it under the keys. */
const all = shallowRef<Hit[]>([])
watch(
  () => open,
  (now) => now && (all.value = everything()),
  { immediate: true },
)
/** A term is found by its name only; its explanation contains half of the other terms. */
const sought = ({ label, where }: Hit) =>
  (where.startsWith('Word') ? label : `${label} ${where}`).toLowerCase()
const hits = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  /** The exact name comes first, then names that begin with the text. */
  const far = ({ label }: Hit) => {
    const name = label.toLowerCase()
    return name === words.join(' ') ? 0 : name.startsWith(words[0] ?? '') ? 1 : 2
  }
  return all.value
    .filter((h) => words.every((w) => sought(h).includes(w)))
    .sort((a, b) => far(a) - far(b))
    .slice(0, MOST_RESULTS)
})
function pick(hit: Hit | null): void {
  if (!hit) return
  emit('close')
  text.value = ''
  hit.go()
}
</script>

<template>
  <Dialog :open="open" class="relative z-50" @close="emit('close')">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex justify-center items-start p-4 pt-[12vh]">
      <DialogPanel class="sheet w-full max-w-lg p-4">
        <DialogTitle class="text-lg mb-2">Find anything in this job</DialogTitle>
        <Combobox :model-value="null" @update:model-value="pick">
          <ComboboxInput
            class="field"
            placeholder="A field, figure, part, haul, note, or what to do"
            aria-label="What to find"
            @change="text = $event.target.value"
          />
          <ComboboxOptions static class="mt-2 max-h-[50vh] overflow-auto">
            <ComboboxOption v-for="(hit, i) in hits" :key="i" v-slot="{ active }" :value="hit" as="template">
              <li
                class="flex justify-between gap-3 px-2 py-1.5 rounded cursor-pointer"
                :class="{ 'bg-chosen': active }"
              >
                <span class="font-semibold">{{ hit.label }}</span><span class="label text-right">{{
                  hit.where
                }}</span>
              </li>
            </ComboboxOption>
            <li v-if="!hits.length" class="label px-2 py-1.5">
              Nothing of that name in this job. Try fewer letters.
            </li>
          </ComboboxOptions>
        </Combobox>
      </DialogPanel>
    </div>
  </Dialog>
</template>
