<script setup lang="ts">
import { X } from '@lucide/vue'
import type { StageName } from '#core/quantity/figure'
import { focusIn, nextFrame, reveal, type Drawer, type View } from './drawers'

/**
 * The layout of a stage: its pictures stay in view, and under them (beside them on a wide screen) are its
 * drawers, one open at a time. A drawer is in the slot named by its id, a picture in `view-` and its id. Each
 * slot receives whether it is `open` and whether it ever was (`seen`). A drawer is not rendered before it is
 * first opened, so it costs nothing when the page loads or the plan changes. All are rendered for printing and
 * for searching.
 */
const {
  stage,
  drawers,
  views,
  first = '',
} = defineProps<{ stage: StageName; drawers: readonly Drawer[]; views: readonly View[]; first?: string }>()
const route = useRoute()
const router = useRouter()
const screen = useScreen()
const root = useTemplateRef('root')

const known = (id: string) => drawers.some((d) => d.id === id)
/** What the address asks for. On a phone nothing is open until the address names it. */
const asked = computed(() => {
  const id = decodeURIComponent(route.hash.slice(1))
  return known(id) ? id : null
})
const opened = computed(() => asked.value ?? (known(first) ? first : drawers[0]?.id))
const seen = reactive(new Set<string>())
watch(opened, (id) => id && seen.add(id), { immediate: true })

/** True if all drawers are rendered, also those that nobody has opened. */
const whole = ref(false)
async function makeWhole(): Promise<void> {
  whole.value = true
  await nextTick()
  await allFetched()
  await nextFrame()
}
onMounted(() => addEventListener('beforeprint', makeWhole))
onBeforeUnmount(() => removeEventListener('beforeprint', makeWhole))
const title = computed(() => drawers.find((d) => d.id === opened.value)?.title ?? '')
const view = ref('')
const viewed = computed(() => (views.some((v) => v.id === view.value) ? view.value : views[0]?.id))
const viewsSeen = reactive(new Set<string>())
watch(viewed, (id) => id && viewsSeen.add(id), { immediate: true })
/** On a wide screen all pictures are shown, one below the other. */
const roomy = useMedia('(min-width: 1500px)')

const open = (id: string | null) => router.push({ hash: id === null ? '' : `#${id}` })
/** Opens a drawer without a step in the browser's history, because nobody pressed for it. */
const openQuietly = (id: string) => router.replace({ hash: `#${id}` })
const drawerOf = (element: Element | null) => element?.closest<HTMLElement>('[data-drawer]')?.dataset.drawer

/** Where a subject is edited here, or where a field of that name is. */
const placeOf = (subject: string | null) =>
  subject === null
    ? null
    : (root.value?.querySelector(`[data-drawer] [data-subject~="${CSS.escape(subject)}"]`) ?? null)
const fieldOf = (name: string) =>
  [...(root.value?.querySelectorAll('[data-drawer] label') ?? [])].find(
    (label) => label.textContent?.trim() === name,
  )?.parentElement ?? null
const phone = () => matchMedia('(max-width: 767px) and (pointer: coarse)').matches

/** Opens the drawer of what is pointed at. A note or Find also puts the focus in its field. */
async function follow(): Promise<void> {
  await nextTick()
  const { subject, leading } = screen
  const led = leading?.stage === stage
  const find = () => (led && leading.field ? fieldOf(leading.field) : placeOf(subject))
  if (led) screen.leading = null
  else if (subject === null || phone()) return
  // Whoever is led here comes to the same place, whatever was opened before.
  if (led || !find()) await makeWhole()
  const place = find()
  const drawer = drawerOf(place)
  if (!place || !drawer) return
  if (drawer !== opened.value || (led && phone())) await openQuietly(drawer)
  if (!led) return
  await reveal(place)
  place.scrollIntoView({ block: 'nearest' })
  await focusIn(place)
}
watch(() => [screen.subject, screen.leading], follow)
onMounted(follow)

/** Highlights the edited field's thing on the picture, and the row of the field. */
function light(event: FocusEvent): void {
  const field = event.target as HTMLInputElement
  screen.lit = field.labels?.[0]?.textContent?.trim() ?? null
  const subject = field.closest<HTMLElement>('[data-subject]')?.dataset.subject?.split(' ')[0]
  if (subject) screen.subject = subject
}

/** Returns to the picture, on a phone. */
function shut(): void {
  void open(null)
  root.value?.querySelector<HTMLElement>(`[data-opens="${opened.value}"]`)?.focus()
}
watch(asked, async (id) => {
  if (id === null || !phone()) return
  await nextTick()
  root.value?.querySelector<HTMLElement>('.sheet-head button')?.focus({ preventScroll: true })
  root.value?.querySelector('.views')?.scrollIntoView({ block: 'start' })
})
</script>

<template>
  <div ref="root" class="bench" :data-bench="whole ? 'whole' : 'first'">
    <div class="no-print flex items-center gap-3 bench-head flex-wrap">
      <h1 class="text-2xl">{{ STAGE_TITLES[stage].name }}</h1>
      <p class="text-soft mr-auto max-sm:hidden">{{ STAGE_TITLES[stage].what }}</p>
      <div v-if="views.length > 1" class="view-choice flex gap-1" role="group" aria-label="View">
        <button
          v-for="v in views"
          :key="v.id"
          type="button"
          class="touch rounded px-2 py-0.5 text-sm"
          :class="v.id === viewed ? 'bg-chosen font-semibold text-petrol' : 'text-soft underline'"
          :aria-pressed="v.id === viewed"
          @click="view = v.id"
        >
          {{ v.title }}
        </button>
      </div>
    </div>
    <div class="views space-y-3">
      <div
        v-for="v in views"
        :key="v.id"
        class="view"
        :class="{ away: v.id !== viewed, tall: v.tall }"
        :data-view="v.id"
        :tabindex="v.tall ? 0 : undefined"
      >
        <slot :name="`view-${v.id}`" :open="v.id === viewed" :seen="roomy || whole || viewsSeen.has(v.id)" />
      </div>
    </div>
    <DrawerTabs v-if="drawers.length" :stage="stage" :drawers="drawers" :opened="opened" :asked="asked" />
    <div
      class="panels"
      tabindex="0"
      :class="{ asked: asked !== null }"
      @focusin="light"
      @focusout="screen.lit = null"
    >
      <div class="sheet-head hidden no-print">
        <p class="font-head font-semibold text-lg grow">{{ title }}</p>
        <button type="button" class="touch px-3" aria-label="Back to the picture" @click="shut">
          <X :size="20" aria-hidden="true" />
        </button>
      </div>
      <div
        v-for="d in drawers"
        :key="d.id"
        class="drawer"
        :class="{ shut: d.id !== opened }"
        :data-drawer="d.id"
        @reveal="d.id !== opened && openQuietly(d.id)"
        @keydown.esc="phone() && shut()"
      >
        <slot v-if="whole || seen.has(d.id)" :name="d.id" :open="d.id === opened" :seen="seen.has(d.id)" />
      </div>
    </div>
  </div>
</template>

<style scoped>
@reference "../assets/main.css";
.bench-head {
  margin-bottom: 0.6rem;
}
.drawer.shut {
  display: none;
}
.drawer > :deep(.sheet) {
  border-radius: 0;
  border-top: 0;
}
.drawer > :deep(.sheet:last-child) {
  border-radius: 0 0 6px 6px;
}
.drawer > :deep(.sheet + .sheet) {
  border-top: 1px solid var(--line);
}

@media screen and (max-width: 1499px) {
  .view.away {
    display: none;
  }
}

/* The picture and the drawers fit the window; long content scrolls inside its drawer. */
@media screen and (min-width: 1024px) {
  .bench {
    --picture-height: calc((100vh - 150px) * 0.44);
    display: grid;
    height: 100%;
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto auto auto minmax(13rem, 1fr);
  }
  .view.tall {
    max-height: calc((100vh - 150px) * 0.56);
    overflow-y: auto;
  }
  .panels {
    overflow-y: auto;
    min-height: 0;
  }
}
@media screen and (min-width: 1500px) {
  .bench {
    --picture-height: 200vh;
    grid-template-columns: minmax(0, 1.45fr) minmax(28rem, 1fr);
    grid-template-rows: auto auto minmax(0, 1fr);
    column-gap: 1rem;
  }
  .bench-head {
    grid-column: 1 / -1;
  }
  .views {
    grid-row: 2 / 4;
    overflow-y: auto;
  }
  .view.tall {
    max-height: none;
  }
  .view-choice {
    display: none;
  }
}

/* On a phone or tablet the drawer comes up from below and leaves the picture visible. */
@media screen and (max-width: 767px) and (pointer: coarse) {
  .panels {
    display: none;
  }
  .panels.asked {
    display: block;
    position: fixed;
    inset: auto 0 0;
    z-index: 30;
    max-height: 66vh;
    overflow-y: auto;
    background: var(--sheet);
    border-top: 3px solid var(--petrol);
    box-shadow: 0 -6px 24px rgb(0 0 0 / 30%);
  }
  .sheet-head {
    display: flex;
    align-items: center;
    position: sticky;
    top: 0;
    z-index: 5;
    padding: 0.25rem 0.25rem 0.25rem 1rem;
    background: var(--sheet);
    border-bottom: 1px solid var(--line);
  }
}

@media print {
  .drawer.shut {
    display: block;
  }
  .drawer > :deep(.sheet) {
    border-top: 1px solid var(--line);
  }
}
</style>
