<script setup lang="ts">
import { noteText } from '#core/papers/report'
import type { Note, StageName } from '#core/quantity/figure'
import type { StageState } from '#core/quantity/stage'
import { useTriedRemedies } from './useTriedRemedies'

/** The notes of this stage, after the Stops of the whole job. */
const { stage } = defineProps<{ stage: StageName }>()
const job = useJob()
const shop = useShop()
const screen = useScreen()
const router = useRouter()
const askFirst = useAskFirst()

const notes = computed(() => {
  const all = job.derived?.notes ?? []
  const mine = all.filter((n) => n.stage === stage && onHaul(n))
  const elsewhere = all.filter((n) => n.rank === 'stop' && (n.stage !== stage || !onHaul(n)))
  return { mine, elsewhere }
})
/** A note of Load or Tune belongs to a haul and is shown while that haul is the current one. */
function onHaul(note: Note): boolean {
  return note.stage !== 'load' || note.subject.startsWith(`${job.haulId}:`)
}
/** Name of the haul that a note of Load is about. */
const haulOf = (note: Note) =>
  note.stage === 'load' ? job.plan?.hauls[note.subject.split(':')[0]!]?.label : undefined
const { tried, now } = useTriedRemedies(() => notes.value.mine)
function press(note: Note): void {
  const fresh = now(note)
  if (fresh && fresh.helps !== false) askFirst(fresh.remedy)
}
const counts = computed(() =>
  (['stop', 'fix', 'know'] as const)
    .map((rank) => ({ rank, n: notes.value.mine.filter((x) => x.rank === rank).length }))
    .filter((c) => c.n > 0),
)
/** What it means that a stage has no notes. It does not mean that the stage is done. */
const QUIET: Record<StageState, string> = {
  none: 'nothing done here yet',
  begun: 'no notes; not finished here',
  clear: 'all clear here',
  stop: 'no notes on this haul',
}
const WORDS = { stop: 'Stop', fix: 'Fix', know: 'Know' }

function point(note: Note): void {
  if (note.stage === 'load') job.chosenHaul = note.subject.split(':')[0]!
  if (note.stage !== stage) void router.push(`/jobs/${job.id}/${note.stage}`)
  screen.lead(note.stage, note.subject)
}

const root = useTemplateRef('root')
/** Moves the focus to the next or previous note. */
function step(by: number): void {
  const heads = [...(root.value?.querySelectorAll<HTMLButtonElement>('.note-head') ?? [])]
  if (!heads.length) return
  const at = heads.indexOf(document.activeElement as HTMLButtonElement)
  heads[(at + by + heads.length) % heads.length]!.focus()
}
/** Applies the remedy of the focused note, or of the first that has one. */
function remedy(): void {
  const focused = document.activeElement?.closest('.note')
  const button = (focused ?? root.value)?.querySelector<HTMLButtonElement>('.remedy')
  button?.click()
}
const count = computed(() => notes.value.mine.length)
defineExpose({ step, remedy, count })
</script>

<template>
  <section ref="root" aria-label="Bench notes" class="p-3.5">
    <h2 class="text-xs tracking-wide uppercase text-soft mb-2.5">
      Bench notes<template v-for="c in counts" :key="c.rank"> · {{ c.n }} {{ WORDS[c.rank] }}</template
      ><template v-if="!counts.length"> · {{ QUIET[job.derived?.stages[stage].state ?? 'none'] }}</template>
    </h2>
    <ul class="space-y-2.5">
      <li
        v-for="note in notes.mine"
        :key="note.rule + note.subject"
        class="note bg-card border-l-4 rounded-r px-3 py-2.5"
        :class="[
          { stop: 'border-brick', fix: 'border-ochre', know: 'border-blue' }[note.rank],
          screen.subject === note.subject ? 'ring-2 ring-blue' : '',
        ]"
      >
        <button
          type="button"
          class="note-head text-left block w-full font-head font-semibold leading-snug"
          @click="point(note)"
        >
          <span class="tag mr-1.5" :class="`tag-${note.rank}`">{{ WORDS[note.rank] }}</span>{{ note.title }}
        </button>
        <p class="text-sm text-soft mt-1 leading-snug">
          {{ noteText(note, shop.units) }} <span class="italic">{{ note.source }}.</span>
        </p>
        <!-- In its place while it is tried: what stands under it does not move away from a press. -->
        <template v-if="note.remedy && tried(note)?.helps !== false">
          <button
            type="button"
            class="button remedy mt-2 text-sm"
            :disabled="!tried(note)"
            @click="press(note)"
          >
            {{ (tried(note)?.remedy ?? note.remedy).label }}
          </button>
          <p v-if="tried(note)?.brings.length" class="text-sm mt-1 leading-snug">
            It brings:
            {{
              tried(note)!
                .brings.map((n) => `${WORDS[n.rank]}, ${n.title}`)
                .join('; ')
            }}.
          </p>
        </template>
      </li>
    </ul>
    <template v-if="notes.elsewhere.length">
      <h2 class="text-xs tracking-wide uppercase text-soft mt-5 mb-2">Stops elsewhere</h2>
      <ul class="space-y-1.5">
        <li
          v-for="note in notes.elsewhere"
          :key="note.stage + note.rule + note.subject"
          class="note bg-card border-l-4 border-brick rounded-r px-3 py-1.5"
        >
          <button
            type="button"
            class="note-head text-left block w-full text-sm font-semibold"
            @click="point(note)"
          >
            <span class="tag tag-stop mr-1.5">Stop</span>{{ STAGE_TITLES[note.stage].name
            }}<template v-if="haulOf(note)">, {{ haulOf(note) }}</template
            >: {{ note.title }}
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>
