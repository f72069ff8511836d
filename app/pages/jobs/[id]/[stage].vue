<script setup lang="ts">
import { PanelRightClose, PanelRightOpen } from '@lucide/vue'
import { STAGES, type StageName } from '#core/quantity/figure'
import { defineAsyncComponent, type Component } from 'vue'
import { putDraftsBack } from '~/keeping/drafts'
import { stepDrawer } from '~/shell/drawers'
import type { FoundAction } from '~/shell/foundActions'
import { useShortcuts } from '~/shell/shortcuts'

/** The shell around one stage of one job. Each stage is loaded when it is first shown. */
const STAGE_VIEWS: Record<StageName, Component> = {
  truck: defineAsyncComponent(() => import('~/stages/truck/TruckStage.vue')),
  load: defineAsyncComponent(() => import('~/stages/load/LoadStage.vue')),
  air: defineAsyncComponent(() => import('~/stages/air/AirStage.vue')),
  lay: defineAsyncComponent(() => import('~/stages/lay/LayStage.vue')),
  power: defineAsyncComponent(() => import('~/stages/power/PowerStage.vue')),
  tune: defineAsyncComponent(() => import('~/stages/tune/TuneStage.vue')),
  build: defineAsyncComponent(() => import('~/stages/build/BuildStage.vue')),
  prove: defineAsyncComponent(() => import('~/stages/prove/ProveStage.vue')),
  handover: defineAsyncComponent(() => import('~/stages/handover/HandoverStage.vue')),
}

const FindDialog = laterComponent(() => import('~/shell/FindBox.vue'))
const UnitsChoice = laterComponent(() => import('~/shell/UnitsDialog.vue'))
const WordsList = laterComponent(() => import('~/shell/WordsDialog.vue'))
const RevisionsList = laterComponent(() => import('~/shell/RevisionsDialog.vue'))
const ClashAsked = laterComponent(() => import('~/shell/ClashDialog.vue'))
const PhotoLarge = laterComponent(() => import('~/photos/PhotoDialog.vue'))
const ReplaceAsked = laterComponent(() => import('~/shell/ReplaceDialog.vue'))

definePageMeta({ key: (route) => String(route.params.id) })
const route = useRoute()
const router = useRouter()
const job = useJob()
const shop = useShop()
const photos = usePhotos()
const screen = useScreen()
const problem = ref('')
const stage = computed<StageName>(() => (isStage(route.params.stage) ? route.params.stage : 'truck'))
const finding = ref(false)
const choosingUnits = ref(false)
const listingWords = ref(false)
/** The term that was asked for. */
const soughtTerm = ref<string | null>(null)
function listWords(term: string | null = null): void {
  soughtTerm.value = term
  listingWords.value = true
}
const listingRevisions = ref(false)
const notes = useTemplateRef('notes')
const clashing = computed(() => job.clash ?? shop.clash)
/** Messages shown above everything else. */
const said = useStillWhilePressed(computed(() => job.away || job.message || photos.problem || shop.problem))
/** Number of notes in the column while it is folded. */
const noted = computed(() => notes.value?.count ?? 0)

async function open(): Promise<void> {
  try {
    await job.open(String(route.params.id))
    problem.value = ''
    void photos.open(job.id)
  } catch (error) {
    problem.value = (error as Error).message
    if (error instanceof RefusedError && error.passing) setTimeout(() => void open(), 2000)
  }
}
onMounted(open)
/** When the job is loaded, text that was being typed in this stage and not left is restored. */
watch([() => job.plan !== null, stage], async ([there]) => {
  const word = there ? await putDraftsBack() : null
  if (word) job.message = word
})
useAnswers()
watch(stage, () => {
  if (screen.leading?.stage === stage.value) return
  if (!job.derived?.stages[stage.value].notes.some((n) => n.subject === screen.subject)) screen.subject = null
})
useHead({
  style: [{ key: 'paper', innerHTML: computed(() => `@page { size: ${screen.paper}; }`) }],
  title: computed(() =>
    job.plan ? `${job.plan.job.name} · ${STAGE_TITLES[stage.value].name}` : 'Nimble Piston',
  ),
})

/** Actions that Find offers. */
const ACTIONS: Record<FoundAction, () => void> = {
  print: () => void printSheet(),
  pack: () => window.location.assign(`/api/jobs/${job.id}/pack?paper=${screen.paper}`),
  plan: () => window.location.assign(`/api/jobs/${job.id}/plan`),
  revisions: () => (listingRevisions.value = true),
  undo: () => job.undo(),
  redo: () => job.redo(),
  units: () => (choosingUnits.value = true),
  theme: () => (screen.theme = screen.theme === 'bay' ? 'day' : 'bay'),
  fold: () => (screen.folded = !screen.folded),
  words: () => listWords(),
  jobs: () => void router.push('/'),
  sums: () => void router.push('/sums'),
  parts: () => void router.push('/parts'),
}

useShortcuts({
  stage: (key) => void router.push(`/jobs/${job.id}/${STAGES[Number(key) - 1]}`),
  nextNote: () => notes.value?.step(1),
  lastNote: () => notes.value?.step(-1),
  nextDrawer: () => stepDrawer(1),
  lastDrawer: () => stepDrawer(-1),
  remedy: () => notes.value?.remedy(),
  units: () => (choosingUnits.value = true),
  find: () => (finding.value = true),
  undo: () => job.undo(),
  redo: () => job.redo(),
  list: () => listWords(),
})
</script>

<template>
  <div class="min-h-screen lg:h-screen print:h-auto! flex flex-col print:block">
    <AppHeader
      class="no-print"
      @find="finding = true"
      @units="choosingUnits = true"
      @revisions="listingRevisions = true"
      @words="listWords()"
    />
    <SetAside />
    <LooseTexts />
    <p v-if="said" class="no-print bg-glow text-black px-4 py-1.5 font-semibold" role="alert">
      {{ said }}
    </p>
    <div v-if="problem" class="p-6" role="alert">
      <p class="sheet p-5 max-w-xl">
        {{ problem }} <NuxtLink to="/" class="underline">Go to the job list</NuxtLink>
      </p>
    </div>
    <p v-else-if="!job.plan" class="p-6 label">Opening the job …</p>
    <div
      v-else
      class="grow min-h-0 print:block grid grid-cols-1 md:max-lg:grid-cols-[minmax(0,1fr)_250px] md:max-lg:grid-rows-[auto_1fr] lg:grid-cols-[188px_minmax(0,1fr)] xl:grid-rows-1"
      :class="
        screen.folded ? 'xl:grid-cols-[188px_minmax(0,1fr)_44px]' : 'xl:grid-cols-[188px_minmax(0,1fr)_304px]'
      "
    >
      <div
        class="no-print bg-sheet md:max-lg:col-span-2 min-w-0 lg:border-r border-line lg:overflow-y-auto lg:py-5 lg:row-span-2 xl:row-span-1"
      >
        <TheLine :current="stage" />
      </div>
      <main
        class="relative min-w-0 lg:overflow-y-auto print:overflow-visible! print:p-0 p-4"
        :data-stage="stage"
      >
        <!-- The driver's sheet has a head of its own. -->
        <PrintHead v-if="stage !== 'handover'" :stage="stage" />
        <component :is="STAGE_VIEWS[stage]" />
      </main>
      <aside
        class="relative no-print bg-sheet md:max-lg:border-l xl:border-l border-t xl:border-t-0 border-line xl:overflow-y-auto"
      >
        <button
          type="button"
          class="hidden xl:flex items-center gap-2 w-full justify-center label py-2 touch"
          :aria-expanded="!screen.folded"
          :aria-label="screen.folded ? `Show the bench notes: ${noted}` : 'Fold the bench notes away'"
          @click="screen.folded = !screen.folded"
        >
          <PanelRightOpen v-if="screen.folded" :size="18" aria-hidden="true" />
          <PanelRightClose v-else :size="18" aria-hidden="true" />
          <span v-if="!screen.folded" aria-hidden="true">Fold away</span>
        </button>
        <p v-if="screen.folded" class="hidden xl:block figure text-center" aria-hidden="true">{{ noted }}</p>
        <div :class="{ 'xl:hidden': screen.folded }">
          <BenchNotes ref="notes" :stage="stage" />
          <OutlookLists v-if="job.derived" :stage="stage" />
        </div>
      </aside>
    </div>
    <GaugeStrip v-if="job.plan" class="no-print" />
    <FindDialog
      v-if="finding"
      open
      @close="finding = false"
      @act="(action) => ACTIONS[action]()"
      @word="listWords"
    />
    <UnitsChoice v-if="choosingUnits" open @close="choosingUnits = false" />
    <WordsList
      v-if="listingWords"
      open
      :stage="stage"
      :sought-term="soughtTerm"
      @close="listingWords = false"
    />
    <RevisionsList v-if="listingRevisions" open @close="listingRevisions = false" />
    <PhotoLarge v-if="photos.looking" />
    <ReplaceAsked v-if="screen.replacing" />
    <ClashAsked
      v-if="clashing"
      :places="clashing.places"
      :document="job.clash ? job.clash.proposal : shop.clash?.proposal"
      :edits="job.clash ? job.waiting : shop.waiting"
      @settle="(choices) => (job.clash ? job.settle(choices) : shop.settle(choices))"
    />
  </div>
</template>

<style scoped>
/* In one column, whatever follows a stage waits until the stage is loaded. */
@media screen and (max-width: 767px) {
  main:not(:has([data-bench])),
  main:has([data-drawer]:not(.shut):empty) {
    min-height: 100vh;
  }
}
</style>
