<script setup lang="ts">
import { TRUCK_KINDS } from '#core/catalog/trucks'
import type { Archetype } from '#core/document/types'
import { DOORS, foundsOf, targetsOf } from '#core/jobs/doors'
import KindOutline from './KindOutline.vue'

/**
 * A new job: what kind of job it is in the customer's words, the nearest kind of truck, and what it carries; or
 * from another job of the shop.
 */
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
const doorId = ref(DOORS[0]!.id)
const door = computed(() => DOORS.find(({ id }) => id === doorId.value)!)
const choiceId = ref('')
/** The choice made behind the door, or its first. */
const choice = computed(
  () => door.value.choices.find(({ id }) => id === choiceId.value) ?? door.value.choices[0]!,
)
const founds = computed(() => foundsOf(choice.value))
const targets = computed(() => targetsOf(choice.value))
const found = ref<Archetype | ''>('')
const target = ref<Archetype | ''>('')
const among = (list: readonly { id: Archetype }[], id: Archetype | '') =>
  list.find((one) => one.id === id)?.id ?? list[0]?.id
/** What it usually carries on the bed, kg; null while nobody has said. */
const load = ref<number | null>(null)
const problem = ref('')
watch(
  () => open,
  () => {
    name.value = ''
    problem.value = ''
    load.value = null
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
      : {
          kind: kind.value,
          name: name.value,
          door: door.value.id,
          choice: choice.value.id,
          found: among(founds.value, found.value),
          target: among(targets.value, target.value),
          load: load.value ?? undefined,
        }
    const { id } = await callApi<{ id: string }>('/api/jobs', { method: 'POST', body })
    const { stage, drawer } = from ? { stage: 'truck', drawer: null } : choice.value.lands
    await router.push(`/jobs/${id}/${stage}${drawer ? `#${drawer}` : ''}`)
  } catch (error) {
    problem.value = (error as Error).message
  }
}
</script>

<template>
  <SheetDialog
    :open="open"
    :title="from ? TITLES[from.as] : 'New job'"
    :width="from ? 'max-w-lg' : 'max-w-4xl'"
    @close="emit('close')"
  >
    <p class="label mb-3">
      {{
        from
          ? WORDS[from.as].replace('{job}', from.name)
          : 'The job opens on a working example of the nearest kind of truck, and you correct what you measured.'
      }}
    </p>
    <form @submit.prevent="make">
      <label class="label" for="job-name">Name of the job</label>
      <input id="job-name" v-model="name" class="field mb-3" placeholder="Whose truck, or what it does" />
      <fieldset v-if="!from" class="grid grid-cols-2 sm:grid-cols-4 gap-2 mb-3">
        <legend class="label mb-1">What is it for?</legend>
        <label
          v-for="d in DOORS"
          :key="d.id"
          class="touch flex items-start gap-2 border border-line rounded px-2 py-1.5 has-checked:bg-chosen has-checked:border-petrol"
          ><input v-model="doorId" type="radio" name="door" :value="d.id" class="accent-petrol mt-1" /><span
            >{{ d.label }}<span class="label block leading-tight">{{ d.what }}</span></span
          ></label
        >
      </fieldset>
      <div
        v-if="!from && (door.choices.length > 1 || founds.length || targets.length > 1)"
        class="grid sm:grid-cols-3 gap-3 mb-3"
      >
        <PickField
          v-if="door.choices.length > 1"
          label="What exactly"
          :value="choice.id"
          :options="door.choices.map(({ id, label }) => ({ value: id, label }))"
          @change="(id: string) => (choiceId = id)"
        />
        <PickField
          v-if="founds.length"
          label="What is there"
          :value="among(founds, found)!"
          :options="founds.map(({ id, label }) => ({ value: id, label }))"
          @change="(id: string) => (found = id as Archetype)"
        />
        <PickField
          v-if="targets.length > 1"
          label="What it becomes"
          :value="among(targets, target)!"
          :options="targets.map(({ id, label }) => ({ value: id, label }))"
          @change="(id: string) => (target = id as Archetype)"
        />
      </div>
      <fieldset v-if="!from" class="grid grid-cols-2 sm:grid-cols-4 gap-2">
        <legend class="label mb-1">Kind of truck</legend>
        <label
          v-for="k in TRUCK_KINDS"
          :key="k.id"
          class="touch border border-line rounded px-2 py-1.5 has-checked:bg-chosen has-checked:border-petrol"
          ><KindOutline :kind="k" /><span class="flex items-start gap-2"
            ><input v-model="kind" type="radio" name="kind" :value="k.id" class="accent-petrol mt-1" />{{
              k.label
            }}</span
          ></label
        >
      </fieldset>
      <NumField
        v-if="!from"
        class="mt-3 max-w-xs"
        label="What it usually carries, if you know it"
        :value="load"
        quantity="mass"
        :min="0.1"
        :max="50000"
        may-be-empty
        @change="(mass) => (load = mass)"
        @clear="load = null"
      />
      <p v-if="problem" class="text-brick font-semibold mt-2" role="alert">{{ problem }}</p>
      <div class="flex gap-2 mt-4 sticky -bottom-5 bg-sheet py-2">
        <button type="submit" class="button">Begin</button
        ><button type="button" class="button quiet" @click="emit('close')">Not now</button>
        <NuxtLink v-if="!from" to="/sums" class="touch underline ml-auto flex items-center"
          >Only a figure: quick sums</NuxtLink
        >
      </div>
    </form>
  </SheetDialog>
</template>
