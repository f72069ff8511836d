<script setup lang="ts">
import { Download } from '@lucide/vue'
import { MOST_PLANS } from '#core/document/file'
import type { BeginFrom } from '~/jobs/NewJobDialog.vue'
import { takePlanFiles } from '~/jobs/takePlanFiles'
import { useJobList, type JobRow } from '~/jobs/useJobList'

const shop = useShop()
const router = useRouter()
const list = useJobList()
const { rows, total, pageSize, page, loaded, asked, query, ask } = list
const making = ref(false)
const from = ref<BeginFrom | null>(null)
const fileInput = useTemplateRef('fileInput')
const refused = ref<string[]>([])
const problems = computed(() => [...(list.problem.value ? [list.problem.value] : []), ...refused.value])
useHead({ title: 'Jobs · Nimble Piston' })

function begin(another: BeginFrom | null): void {
  from.value = another
  making.value = true
}
async function archive({ id }: JobRow, archived: boolean): Promise<void> {
  refused.value = []
  try {
    await callApi(`/api/jobs/${id}/archived`, { method: 'PUT', body: { archived } })
  } catch (error) {
    refused.value = [(error as Error).message]
  }
  await list.load()
}
async function takeFiles(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const { ids, problems: wrong } = await takePlanFiles([...(input.files ?? [])])
  input.value = ''
  refused.value = wrong
  if (ids.length === 1 && wrong.length === 0) await router.push(`/jobs/${ids[0]}/truck`)
  else await list.load()
}
/** Explains an empty list. */
const emptyText = computed(() => {
  if (asked.value.search) return `No job matches “${asked.value.search}”. Try part of a name or number.`
  if (asked.value.archived) return 'No job is put away.'
  if (asked.value.stopped || asked.value.at || asked.value.who) return 'No job is like that just now.'
  return 'No jobs yet. Begin one from the kind of truck that stands outside.'
})
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
      <div class="flex flex-wrap items-center gap-3 mb-3">
        <h1 class="text-2xl mr-auto">Jobs</h1>
        <label class="sr-only" for="search">Search jobs</label>
        <input
          id="search"
          type="search"
          class="field !w-64"
          placeholder="Name, number, customer, truck"
          :value="asked.search ?? ''"
          @input="ask({ search: ($event.target as HTMLInputElement).value })"
        />
        <a class="button quiet" :href="`/api/jobs/plans?${query}`" download
          ><Download :size="16" aria-hidden="true" />{{
            total > MOST_PLANS ? `The first ${MOST_PLANS} as a file` : 'These as a file'
          }}</a
        >
        <button type="button" class="button quiet" @click="fileInput?.click()">Open plan files</button>
        <input
          ref="fileInput"
          type="file"
          accept=".json,application/json"
          multiple
          class="hidden"
          aria-label="Plan file"
          @change="takeFiles"
        />
        <button type="button" class="button" @click="begin(null)">New job</button>
      </div>
      <JobFilters :asked="asked" @ask="ask" />
      <div v-if="problems.length" class="sheet border-brick border-l-4 p-3 mb-3" role="alert">
        <p v-for="text in problems" :key="text">{{ text }}</p>
      </div>
      <ul v-if="rows.length" class="space-y-2" aria-label="Jobs">
        <JobListRow
          v-for="row in rows"
          :key="row.id"
          :row="row"
          :archived="asked.archived === 'true'"
          @begin="(as) => begin({ id: row.id, name: row.summary.name, as })"
          @archive="(away) => archive(row, away)"
        />
      </ul>
      <p v-else-if="loaded" class="sheet p-5">{{ emptyText }}</p>
      <nav v-if="total > pageSize" class="flex items-center gap-3 mt-4" aria-label="Pages">
        <button
          type="button"
          class="button quiet"
          :disabled="page === 0"
          @click="ask({ page: page > 1 ? String(page - 1) : undefined })"
        >
          Before
        </button>
        <span class="label"
          >{{ page * pageSize + 1 }}–{{ Math.min((page + 1) * pageSize, total) }} of {{ total }}</span
        >
        <button
          type="button"
          class="button quiet"
          :disabled="(page + 1) * pageSize >= total"
          @click="ask({ page: String(page + 1) })"
        >
          After
        </button>
      </nav>
    </main>
    <NewJobDialog :open="making" :from="from" @close="making = false" />
  </div>
</template>
