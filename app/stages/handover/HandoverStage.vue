<script setup lang="ts">
import { Download } from '@lucide/vue'
import { sheetBlocks } from '#core/handover/sheetText'
import type { HandoverPlan } from '#core/document/types'
import type { StillOpen } from '#core/handover/rules'
import { withLive } from '../stageDrawers'

const job = useJob()
const shop = useShop()
const screen = useScreen()
const sheet = computed(() => job.derived!.stages.handover.result)
const set = (label: string, change: (handover: HandoverPlan) => void) =>
  job.edit(label, (draft) => change(draft.handover))
const blocks = computed(() => sheetBlocks(sheet.value, shop.units))
const query = computed(() => new URLSearchParams({ paper: screen.paper }).toString())

const router = useRouter()
/** Goes to the place where an open thing is done. */
function lead({ stage, subject }: StillOpen): void {
  screen.lead(stage, subject)
  if (stage === 'load' && subject) job.chosenHaul = subject.split(':')[0]!
  void router.push(`/jobs/${job.id}/${stage}`)
}
/** Accepts a Fix at handover, by name and with a reason. */
function accept(key: string, text: string, reason: string): void {
  set(`Accept: ${text}`.slice(0, 200), (h) => {
    h.accepted[key] = { who: shop.person?.name ?? '', at: new Date().toISOString(), reason }
  })
}

const VIEWS = [{ id: 'sheet', title: 'Driver’s sheet', tall: true }]
const drawers = computed(() =>
  withLive('handover', {
    open: job.answers ? String(sheet.value.open.length) : '…',
    driver: sheet.value.handover.driver,
    paper: screen.paper,
  }),
)
</script>

<template>
  <DrawerBench stage="handover" :drawers="drawers" :views="VIEWS">
    <template #view-sheet>
      <article
        class="relative sheet p-6 max-w-[780px] print:border-0 print:p-0 print:max-w-none print:bg-white print:text-black"
        aria-label="Driver’s sheet"
      >
        <p
          v-if="blocks.across"
          class="hidden print:flex absolute inset-0 overflow-hidden items-center justify-center text-7xl font-head font-semibold uppercase -rotate-30 text-brick opacity-30"
        >
          {{ blocks.across }}
        </p>
        <header class="flex justify-between gap-4 border-b-2 border-ink pb-2 mb-3">
          <div>
            <h2 class="text-2xl leading-tight">{{ blocks.title }}</h2>
            <p>{{ blocks.under }}</p>
          </div>
          <div class="text-right">
            <p class="font-head font-semibold">{{ shop.name }}</p>
            <p class="label print:text-black">Air spring sheet for the driver</p>
          </div>
        </header>
        <div class="grid grid-cols-2 gap-4 mb-3">
          <p class="border-2 border-ink rounded p-3">
            <span class="block">Never under</span><span class="figure text-3xl">{{ blocks.least }}</span>
          </p>
          <p class="border-2 border-ink rounded p-3">
            <span class="block">Never over</span><span class="figure text-3xl">{{ blocks.most }}</span>
          </p>
        </div>
        <table class="w-full mb-3">
          <caption class="text-left font-head font-semibold text-lg">
            Pressure for each haul, read cold
          </caption>
          <thead>
            <tr class="border-b border-ink">
              <th v-for="(head, i) in blocks.head" :key="head" :class="i ? 'text-right' : 'text-left'">
                {{ head }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, r) in blocks.rows" :key="r" class="border-b border-line">
              <td
                v-for="(cell, i) in row"
                :key="i"
                class="py-1.5"
                :class="i ? 'figure text-right text-lg' : ''"
              >
                {{ cell }}
              </td>
            </tr>
          </tbody>
        </table>
        <template v-if="blocks.weather.rows.length">
          <WeatherChart :rows="sheet.rows" :most="sheet.maximum ?? 1" />
          <table class="w-full mb-3 text-sm">
            <caption class="text-left font-head font-semibold">
              {{
                blocks.weather.title
              }}
            </caption>
            <thead>
              <tr class="border-b border-ink">
                <th
                  v-for="(head, i) in blocks.weather.head"
                  :key="head"
                  :class="i ? 'text-right' : 'text-left'"
                >
                  {{ head }}
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, r) in blocks.weather.rows" :key="r" class="border-b border-line">
                <td v-for="(cell, i) in row" :key="i" class="py-1" :class="i ? 'figure text-right' : ''">
                  {{ cell }}
                </td>
              </tr>
            </tbody>
          </table>
        </template>
        <p class="mb-3">{{ blocks.rating }}</p>
        <h3 class="text-lg">Filling by hand</h3>
        <ol class="list-decimal pl-5 mb-3">
          <li v-for="line in blocks.handFill" :key="line">{{ line }}</li>
        </ol>
        <h3 class="text-lg">Take care</h3>
        <ul class="list-disc pl-5 mb-3">
          <li v-for="line in blocks.cautions" :key="line">{{ line }}</li>
        </ul>
        <p v-if="blocks.remarks" class="mb-3 whitespace-pre-line">{{ blocks.remarks }}</p>
        <p class="border-t border-line pt-2">{{ blocks.foot }}</p>
      </article>
    </template>
    <template #open>
      <ul v-if="sheet.open.length || !job.answers" class="no-print sheet p-4">
        <li v-for="o in sheet.open" :key="o.text + o.subject" class="py-0.5">
          <button type="button" class="font-semibold text-left underline" @click="lead(o)">
            {{ o.text }}
          </button>
          <ReasonForm
            v-if="o.acceptAs"
            label="Why it goes out as it is"
            action="Accept it"
            @reason="(reason) => accept(o.acceptAs!, o.text, reason)"
          />
        </li>
        <li v-if="!job.answers" class="text-soft">
          The circuit is being run; what the runs find comes a moment later.
        </li>
      </ul>
      <p v-else class="no-print sheet p-4">Nothing is open: what the plan asks for is done or accepted.</p>
    </template>
    <template #driver>
      <div class="no-print sheet p-4 grid gap-3 sm:grid-cols-3">
        <TextField
          label="Driver"
          :value="sheet.handover.driver"
          @change="(v) => set('Driver', (h) => void (h.driver = v))"
        />
        <TextField
          label="Who to ask"
          :value="sheet.handover.contact"
          :max="200"
          @change="(v) => set('Who to ask', (h) => void (h.contact = v))"
        />
        <TextField
          label="Next check"
          :value="sheet.handover.nextCheck"
          :max="40"
          @change="(v) => set('Next check', (h) => void (h.nextCheck = v))"
        />
        <TextField
          label="Remarks for this truck"
          class="sm:col-span-3"
          long
          :max="2000"
          :value="sheet.handover.remarks"
          @change="(v) => set('Remarks', (h) => void (h.remarks = v))"
        />
      </div>
    </template>
    <template #paper>
      <PaperButtons>
        <a class="button quiet" :href="`/api/jobs/${job.id}/sheet?${query}`" download
          ><Download :size="16" aria-hidden="true" />PDF</a
        >
        <a class="button quiet" :href="`/api/jobs/${job.id}/pack?${query}`" download
          ><Download :size="16" aria-hidden="true" />Whole job pack</a
        >
        <a class="button quiet" :href="`/api/jobs/${job.id}/plan`" download>Plan file</a>
        <span v-if="job.saveState !== 'saved'" class="label">PDF and plan file carry what is saved.</span>
      </PaperButtons>
    </template>
  </DrawerBench>
</template>
