<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { TRUCK_KINDS } from '#core/catalog/trucks'
import type { JobSummary } from '#core/derive/summary'
import { MAX_FILE_BYTES, PlanFileError, readPlanFile } from '#core/document/file'
import { STAGES } from '#core/quantity/figure'

interface Row {
  id: string
  head: number
  summary: JobSummary
  updatedAt: string
}

const shop = useShop()
const router = useRouter()
const rows = ref<Row[]>([])
const total = ref(0)
const pageSize = ref(50)
const page = ref(0)
const search = ref('')
const problem = ref('')
const loaded = ref(false)
const making = ref(false)
const name = ref('')
const kind = ref(TRUCK_KINDS[0]!.id)
const makeProblem = ref('')
const fileInput = useTemplateRef('fileInput')
let asked = 0
let timer: ReturnType<typeof setTimeout> | undefined

async function load(): Promise<void> {
  const mine = ++asked
  try {
    const answer = await callApi<{ jobs: Row[]; total: number; pageSize: number }>(
      `/api/jobs?search=${encodeURIComponent(search.value)}&page=${page.value}`,
    )
    if (mine !== asked) return
    rows.value = answer.jobs
    total.value = answer.total
    pageSize.value = answer.pageSize
    problem.value = ''
    loaded.value = true
  } catch (error) {
    problem.value = (error as Error).message
    if (error instanceof RefusedError && error.passing) timer = setTimeout(() => void load(), 2000)
  }
}
onMounted(load)
onUnmounted(() => clearTimeout(timer))
watch(search, () => {
  page.value = 0
  clearTimeout(timer)
  timer = setTimeout(() => void load(), 200)
})
watch(page, load)
useHead({ title: 'Jobs · Nimble Piston' })

async function make(): Promise<void> {
  makeProblem.value = ''
  try {
    const { id } = await callApi<{ id: string }>('/api/jobs', {
      method: 'POST',
      body: { kind: kind.value, name: name.value },
    })
    await router.push(`/jobs/${id}/truck`)
  } catch (error) {
    makeProblem.value = (error as Error).message
  }
}

async function takeFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  try {
    if (file.size > MAX_FILE_BYTES)
      throw new PlanFileError(
        `The file is ${(file.size / 1e6).toFixed(1)} MB; a plan file is at most ${MAX_FILE_BYTES / 1e6} MB. Choose a file exported from a job.`,
      )
    const text = await file.text()
    readPlanFile(text)
    const { id } = await callApi<{ id: string }>('/api/jobs', {
      method: 'POST',
      body: { file: text },
    })
    await router.push(`/jobs/${id}/truck`)
  } catch (error) {
    problem.value = `“${file.name}” was not opened, and nothing changed. ${(error as Error).message}`
  } finally {
    input.value = ''
  }
}
</script>

<template>
  <div class="min-h-screen flex flex-col">
    <header class="bg-frame text-onframe flex flex-wrap items-center gap-3 px-4 py-2 min-h-[52px]">
      <span class="font-head font-semibold text-lg">Nimble Piston</span>
      <span class="text-onframe-soft">{{ shop.name }}</span>
      <span class="grow" />
      <label class="flex items-center gap-2 text-sm"
        >You are
        <select
          :value="shop.who"
          class="bg-transparent border border-white/40 rounded px-2 py-1 [&>option]:text-black"
          @change="shop.choose(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="p in shop.people" :key="p.id" :value="p.id">{{ p.name }}</option>
        </select>
      </label>
      <NuxtLink to="/parts" class="border border-white/40 rounded px-2.5 py-1 text-sm font-semibold"
        >Own parts</NuxtLink
      >
      <NuxtLink to="/sums" class="border border-white/40 rounded px-2.5 py-1 text-sm font-semibold"
        >Quick sums</NuxtLink
      >
    </header>
    <SetAside />
    <main class="max-w-6xl w-full mx-auto p-4 grow">
      <div class="flex flex-wrap items-center gap-3 mb-4">
        <h1 class="text-2xl mr-auto">Jobs</h1>
        <label class="sr-only" for="search">Search jobs</label>
        <input
          id="search"
          v-model="search"
          type="search"
          class="field !w-64"
          placeholder="Name, number, customer, truck"
        />
        <button type="button" class="button quiet" @click="fileInput?.click()">Open a plan file</button>
        <input
          ref="fileInput"
          type="file"
          accept=".json,application/json"
          class="hidden"
          aria-label="Plan file"
          @change="takeFile"
        />
        <button type="button" class="button" @click="making = true">New job</button>
      </div>
      <p v-if="problem" class="sheet border-brick border-l-4 p-3 mb-3" role="alert">{{ problem }}</p>
      <ul v-if="rows.length" class="space-y-2">
        <li v-for="row in rows" :key="row.id">
          <NuxtLink
            :to="`/jobs/${row.id}/load`"
            class="sheet grid grid-cols-[minmax(0,1fr)] md:grid-cols-[minmax(0,2fr)_minmax(0,2fr)_230px_130px] gap-x-4 gap-y-1 items-center px-4 py-2.5 hover:border-petrol"
          >
            <span class="min-w-0"
              ><span class="font-head font-semibold text-lg block truncate">{{ row.summary.name }}</span
              ><span class="label block truncate">{{
                [row.summary.number && `Job ${row.summary.number}`, row.summary.customer]
                  .filter(Boolean)
                  .join(' · ') || 'No customer yet'
              }}</span></span
            >
            <span class="min-w-0"
              ><span class="block truncate">{{ row.summary.truck }}</span
              ><span class="label block truncate">{{ row.summary.archetype }}</span></span
            >
            <span class="flex gap-1"
              ><StateMark
                v-for="s in STAGES"
                :key="s"
                :state="row.summary.states[s]"
                :title="STAGE_TITLES[s].name"
            /></span>
            <span class="flex gap-1.5 text-sm"
              ><span v-if="row.summary.notes.stop" class="tag tag-stop"
                >{{ row.summary.notes.stop }} Stop</span
              ><span v-if="row.summary.notes.fix" class="tag tag-fix">{{ row.summary.notes.fix }} Fix</span
              ><span v-if="!row.summary.notes.stop && !row.summary.notes.fix" class="label">{{
                Object.values(row.summary.states).every((s) => s === 'clear') ? 'clear' : 'no notes'
              }}</span></span
            >
          </NuxtLink>
        </li>
      </ul>
      <p v-else-if="loaded" class="sheet p-5">
        {{
          search
            ? `No job matches “${search}”. Try part of a name or number.`
            : 'No jobs yet. Begin one from the kind of truck that stands outside.'
        }}
      </p>
      <nav v-if="total > pageSize" class="flex items-center gap-3 mt-4" aria-label="Pages">
        <button type="button" class="button quiet" :disabled="page === 0" @click="page--">Newer</button>
        <span class="label"
          >{{ page * pageSize + 1 }}–{{ Math.min((page + 1) * pageSize, total) }} of {{ total }}</span
        >
        <button type="button" class="button quiet" :disabled="(page + 1) * pageSize >= total" @click="page++">
          Older
        </button>
      </nav>
    </main>
    <Dialog :open="making" class="relative z-50" @close="making = false">
      <div class="fixed inset-0 bg-black/40" aria-hidden="true" />
      <div class="fixed inset-0 flex items-center justify-center p-4">
        <DialogPanel class="sheet w-full max-w-lg p-5">
          <DialogTitle class="text-xl mb-1">New job</DialogTitle>
          <p class="label mb-3">
            Pick the nearest kind. The job opens on a working example of it, and you correct what you
            measured.
          </p>
          <form @submit.prevent="make">
            <label class="label" for="job-name">Name of the job</label>
            <input
              id="job-name"
              v-model="name"
              class="field mb-3"
              maxlength="120"
              placeholder="Whose truck, or what it does"
            />
            <fieldset class="grid sm:grid-cols-2 gap-2">
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
            <p v-if="makeProblem" class="text-brick font-semibold mt-2" role="alert">{{ makeProblem }}</p>
            <div class="flex gap-2 mt-4">
              <button type="submit" class="button">Begin</button
              ><button type="button" class="button quiet" @click="making = false">Not now</button>
            </div>
          </form>
        </DialogPanel>
      </div>
    </Dialog>
  </div>
</template>
