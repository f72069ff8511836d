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
import { STAGES } from '#core/quantity/figure'
import { showText } from '#core/quantity/units'

/** Find anything: stages, figures, notes, hauls, items and parts of this job. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
const job = useJob()
const shop = useShop()
const screen = useScreen()
const router = useRouter()
const text = ref('')
interface Hit {
  label: string
  where: string
  go(): void
}

function everything(): Hit[] {
  const derived = job.derived
  if (!derived || !job.plan) return []
  const to = (stage: string) => router.push(`/jobs/${job.id}/${stage}`)
  return [
    ...STAGES.map((s) => ({
      label: STAGE_TITLES[s].name,
      where: `Stage ${stageNumber(s)}`,
      go: () => void to(s),
    })),
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
  ]
}
/** As it stood when the box was opened: nothing that comes in meanwhile moves the list under the keys. */
const all = shallowRef<Hit[]>([])
watch(
  () => open,
  (now) => now && (all.value = everything()),
  { immediate: true },
)
const hits = computed(() => {
  const words = text.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value
    .filter((h) => words.every((w) => `${h.label} ${h.where}`.toLowerCase().includes(w)))
    .slice(0, 14)
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
            placeholder="A stage, part, haul, figure or note"
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
