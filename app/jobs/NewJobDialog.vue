<script setup lang="ts">
import { TRUCK_KINDS } from '#core/catalog/trucks'

/** A new job: from the nearest kind of truck, or from another job of the shop. */
export interface BeginFrom {
  id: string
  name: string
  as: 'copy' | 'like'
}
const { open, from } = defineProps<{ open: boolean; from: BeginFrom | null }>()
const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const name = ref('')
const kind = ref(TRUCK_KINDS[0]!.id)
const problem = ref('')
watch(
  () => open,
  () => {
    name.value = ''
    problem.value = ''
  },
)
const TITLES = { copy: 'The same truck once more', like: 'A job like this one' }
const WORDS = {
  copy: 'Same truck, hauls and plan as “{job}”. Nothing is done or proved on it yet.',
  like: 'Kind of truck, circuit, lay and wiring as in “{job}”. The truck and what it carries begin as the kind’s example.',
}

async function make(): Promise<void> {
  problem.value = ''
  try {
    const body = from
      ? { from: from.id, as: from.as, name: name.value }
      : { kind: kind.value, name: name.value }
    const { id } = await callApi<{ id: string }>('/api/jobs', { method: 'POST', body })
    await router.push(`/jobs/${id}/truck`)
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <SheetDialog :open="open" :title="from ? TITLES[from.as] : 'New job'" @close="emit('close')">
    <p class="label mb-3">
      {{
        from
          ? WORDS[from.as].replace('{job}', from.name)
          : 'Pick the nearest kind. The job opens on a working example of it, and you correct what you measured.'
      }}
    </p>
    <form @submit.prevent="make">
      <label class="label" for="job-name">Name of the job</label>
      <input id="job-name" v-model="name" class="field mb-3" placeholder="Whose truck, or what it does" />
      <fieldset v-if="!from" class="grid sm:grid-cols-2 gap-2">
        <legend class="label mb-1">Kind of truck</legend>
        <label
          v-for="k in TRUCK_KINDS"
          :key="k.id"
          class="touch flex items-center gap-2 border border-line rounded px-3 py-2 has-checked:bg-chosen has-checked:border-petrol"
          ><input v-model="kind" type="radio" name="kind" :value="k.id" class="accent-petrol" />{{
            k.label
          }}</label
        >
      </fieldset>
      <p v-if="problem" class="text-brick font-semibold mt-2" role="alert">{{ problem }}</p>
      <div class="flex gap-2 mt-4">
        <button type="submit" class="button">Begin</button
        ><button type="button" class="button quiet" @click="emit('close')">Not now</button>
      </div>
    </form>
  </SheetDialog>
</template>
