<script setup lang="ts">
import { changedFigures, changedPlaces } from '#core/whatIf/compare'
import { createDeriver } from '#core/derive/derive'
import type { Edit } from '#core/document/edit'
import { readPlanFile } from '#core/document/file'
import { nameOfPlace, valueText } from '#core/document/places'
import type { Plan } from '#core/document/types'
import { diffDocuments } from '#core/quantity/patch'

/** Every save of the job: what was done in it, how it differs from the current plan, and a way back to it. */
const { open } = defineProps<{ open: boolean }>()
const emit = defineEmits<{ close: [] }>()
interface Revision {
  number: number
  author: string
  at: string
  edits: Edit[]
}
const job = useJob()
const shop = useShop()
const revisions = ref<Revision[]>([])
const chosen = ref<number | null>(null)
const then = shallowRef<Plan | null>(null)
const problem = ref('')
const derive = createDeriver()
/** Greatest number of lines listed; the rest is counted. */
const MOST_ROWS = 40

onMounted(async () => {
  try {
    await job.save()
    revisions.value = (await callApi<Revision[]>(`/api/jobs/${job.id}/history`)).reverse()
  } catch (error) {
    problem.value = (error as Error).message
  }
})
async function look(number: number): Promise<void> {
  chosen.value = number
  then.value = null
  problem.value = ''
  try {
    const plan = await callApi<Plan>(`/api/jobs/${job.id}/plan?revision=${number}`)
    if (chosen.value === number) then.value = readPlanFile(JSON.stringify(plan))
  } catch (error) {
    problem.value = (error as Error).message
  }
}
const places = computed(() =>
  then.value
    ? changedPlaces(then.value, job.plan!).map(({ path, before, now }) => ({
        name: nameOfPlace(before === undefined ? job.plan : then.value, path, job.history),
        before: valueText(before, path, shop.units),
        now: valueText(now, path, shop.units),
      }))
    : [],
)
/** Both plans without the answers of runs, because those take a while and are not kept for older revisions. */
const figures = computed(() =>
  then.value ? changedFigures(derive(then.value), createDeriver()(job.plan!), shop.units) : [],
)
function restore(): void {
  const back = then.value
  if (!back) return
  job.applyRemedy({
    label: `Back to revision ${chosen.value}`,
    patches: diffDocuments(job.plan, back),
  })
  emit('close')
}
const said = ({ number, edits }: Revision) =>
  number === 1 ? 'The job was begun' : edits.map((e) => e.label).join(' · ')
</script>

<template>
  <SheetDialog
    :open="open"
    :title="`Revisions of ${job.plan?.job.name}`"
    width="max-w-4xl"
    @close="emit('close')"
  >
    <p class="label mb-3">
      Every save is kept. Press one to see what differs from now; going back to it can be undone.
    </p>
    <p v-if="problem" class="text-brick font-semibold mb-2" role="alert">{{ problem }}</p>
    <div class="grid gap-4 md:grid-cols-[18rem_1fr]">
      <ol class="space-y-1 md:max-h-[60vh] overflow-auto" tabindex="0" aria-label="Revisions">
        <li v-for="r in revisions" :key="r.number">
          <button
            type="button"
            class="touch w-full text-left rounded px-2.5 py-1.5 border border-transparent"
            :class="r.number === chosen ? 'bg-chosen border-petrol' : 'hover:bg-chosen/60'"
            :aria-pressed="r.number === chosen"
            @click="look(r.number)"
          >
            <span class="font-head font-semibold">Revision {{ r.number }}</span>
            <span class="label pl-1.5">{{ r.author }}, {{ shortTime(r.at) }}</span>
            <span class="block text-sm text-soft line-clamp-2">{{ said(r) }}</span>
          </button>
        </li>
        <li v-if="(revisions.at(-1)?.number ?? 1) > 1" class="label px-2.5">
          Older ones are kept too; the newest {{ revisions.length }} are listed.
        </li>
      </ol>
      <div v-if="chosen === null" class="label">Nothing chosen yet.</div>
      <div v-else-if="!then" class="label" role="status">Fetching it …</div>
      <div v-else>
        <p v-if="places.length === 0">It is the same as now.</p>
        <template v-else>
          <button type="button" class="button mb-3" @click="restore">Go back to revision {{ chosen }}</button>
          <table class="w-full text-sm mb-3" aria-label="What was typed otherwise">
            <thead>
              <tr class="label text-left">
                <th class="font-normal" scope="col">Typed</th>
                <th class="font-normal text-right" scope="col">Then</th>
                <th class="font-normal text-right" scope="col">Now</th>
              </tr>
            </thead>
            <tbody>
              <tr
                v-for="(p, i) in places.slice(0, MOST_ROWS)"
                :key="i"
                class="border-t border-line align-top"
              >
                <th scope="row" class="text-left font-normal py-0.5">{{ p.name }}</th>
                <td class="text-right figure pl-3 break-words">{{ p.before }}</td>
                <td class="text-right figure pl-3 break-words">{{ p.now }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="places.length > MOST_ROWS" class="label mb-3">and {{ places.length - MOST_ROWS }} more</p>
          <table v-if="figures.length" class="w-full text-sm" aria-label="What it comes to otherwise">
            <thead>
              <tr class="label text-left">
                <th class="font-normal" scope="col">Comes to</th>
                <th class="font-normal text-right" scope="col">Then</th>
                <th class="font-normal text-right" scope="col">Now</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(f, i) in figures.slice(0, MOST_ROWS)" :key="i" class="border-t border-line">
                <th scope="row" class="text-left font-normal py-0.5">
                  {{ STAGE_TITLES[f.stage].name }}: {{ f.label }}
                </th>
                <td class="text-right figure whitespace-nowrap pl-3">{{ f.before }}</td>
                <td class="text-right figure whitespace-nowrap pl-3">{{ f.now }}</td>
              </tr>
            </tbody>
          </table>
          <p v-if="figures.length > MOST_ROWS" class="label">and {{ figures.length - MOST_ROWS }} more</p>
        </template>
      </div>
    </div>
    <button type="button" class="button quiet mt-4" @click="emit('close')">Close</button>
  </SheetDialog>
</template>
