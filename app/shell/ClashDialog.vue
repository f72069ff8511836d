<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'

/** Two people changed the same part: both are shown, one is chosen, nothing is lost. */
const job = useJob()
const choices = ref<('mine' | 'theirs')[]>([])
watch(
  () => job.clash,
  (clash) => (choices.value = clash?.conflicts.map(() => 'mine') ?? []),
  { immediate: true },
)
const words = (value: unknown) =>
  value === undefined ? 'taken away' : typeof value === 'object' ? JSON.stringify(value) : String(value)
/** "hauls › totes › items › t1 › x" with the names people gave. */
function place(path: string[]): string {
  let at: unknown = job.clash?.plan
  return path
    .map((key) => {
      at = (at as Record<string, unknown> | undefined)?.[key]
      const label = (at as { label?: unknown } | undefined)?.label
      return typeof label === 'string' && label ? label : key
    })
    .join(' › ')
}
</script>

<template>
  <Dialog :open="job.clash !== null" class="relative z-50" @close="() => {}">
    <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel v-if="job.clash" class="sheet w-full max-w-2xl max-h-[85vh] overflow-auto p-5">
        <DialogTitle class="text-lg">Someone else changed the same part</DialogTitle>
        <p class="label mb-3">
          Nothing is lost: everything else is merged already. Choose for each place which stands. Figures are
          in SI units.
        </p>
        <fieldset
          v-for="(conflict, i) in job.clash.conflicts"
          :key="conflict.path.join('.')"
          class="border-t border-line py-3"
        >
          <legend class="font-semibold">{{ place(conflict.path) }}</legend>
          <p class="label">
            It was <span class="figure">{{ words(conflict.base) }}</span>
          </p>
          <div class="grid sm:grid-cols-2 gap-2 mt-1">
            <label
              v-for="side in ['mine', 'theirs'] as const"
              :key="side"
              class="touch border border-line rounded px-3 py-2 has-checked:bg-chosen has-checked:border-petrol flex gap-2"
            >
              <input
                v-model="choices[i]"
                type="radio"
                :name="`clash-${i}`"
                :value="side"
                class="accent-petrol"
              />
              <span class="min-w-0 break-words"
                ><span class="font-semibold">{{ side === 'mine' ? 'Mine' : 'Theirs' }}</span
                >{{ ' ' }}<span class="figure">{{ words(conflict[side]) }}</span></span
              >
            </label>
          </div>
        </fieldset>
        <button type="button" class="button mt-3" @click="job.resolveClash(choices)">Settle it</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
