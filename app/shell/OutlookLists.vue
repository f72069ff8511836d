<script setup lang="ts">
import { guessesOf, nearestLimits, nextStep, type NextStep } from '#core/jobs/outlook'
import type { Edit } from '#core/document/edit'
import { STAGES, type StageName } from '#core/quantity/figure'
import { showText } from '#core/quantity/units'

/**
 * Shown under the notes and never empty: the next step, guesses, figures near their limit, and recent changes.
 */
const { stage } = defineProps<{ stage: StageName }>()
const job = useJob()
const shop = useShop()
const screen = useScreen()

/** Link to the stage where a thing is shown and highlighted. */
const at = (to: StageName) => `/jobs/${job.id}/${to}`
const light = (to: StageName, subject: string | null) => screen.lead(to, subject)
const next = computed(() => nextStep(job.plan!, job.derived!))
const doneAt = ({ stage: to, drawer }: Pick<NextStep, 'stage' | 'drawer'>) => ({
  path: at(to),
  hash: drawer ? `#${drawer}` : '',
})
const guesses = computed(() => guessesOf(job.plan!, job.derived!, job.haulId).slice(0, 4))
const near = computed(() => nearestLimits(job.derived!))
/** Name of a figure, with its haul if it has one. */
const nearName = (id: string, label: string) => {
  const haul = job.plan!.hauls[id.split('.')[0]!]
  return haul && !label.startsWith(haul.label) ? `${haul.label}: ${label}` : label
}
const percent = (share: number) => `${Math.round(share * 100)} %`

const LATELY = 4
const lately = computed(() =>
  job.history
    .slice(-LATELY)
    .reverse()
    .map((edit) => ({ edit, by: saidBy(edit), seen: seenAt(edit) })),
)
/** Who made an edit and when, or that it was made on this page. */
function saidBy({ id }: Edit): string {
  const made = job.made.get(id)
  if (made) return `${made.who}, ${shortTime(made.at)}`
  return job.waiting.some((e) => e.id === id) ? 'not saved yet' : `${shop.person?.name ?? 'here'}, just now`
}
const WORD: Record<Edit['kind'], string> = { do: '', undo: 'Undone: ', redo: 'Redone: ' }
/** The stage that shows the part of the plan which an edit changed. */
const PARTS: Partial<Record<string, StageName>> = { hauls: 'load', job: 'truck' }
function seenAt({ patches }: Edit): { stage: StageName; subject: string | null } {
  const [part, ...rest] = patches[0]?.path.map(String) ?? []
  const seen = PARTS[part ?? ''] ?? STAGES.find((s) => s === part) ?? stage
  const subject = seen === 'load' ? rest[0] : rest[1]
  return { stage: seen, subject: subject ?? null }
}
/** Undoes the last edit, or restores what an earlier one changed. */
function undo(edit: Edit): void {
  if (job.stacks.undo.at(-1)?.id === edit.id) job.undo()
  else job.takeBack(edit)
}
</script>

<template>
  <section aria-label="Outlook" class="px-3.5 pb-4 space-y-4 text-sm">
    <div>
      <h2 class="text-xs tracking-wide uppercase text-soft mb-1">Next</h2>
      <NuxtLink
        :to="doneAt(next)"
        class="block min-h-6 py-1 font-semibold underline touch"
        data-next
        @click="light(next.stage, next.subject)"
        >{{ next.text }}</NuxtLink
      >
      <p v-if="next.meanwhile" class="mt-1">
        <span class="label">It may wait. Meanwhile:</span>
        <NuxtLink
          :to="doneAt(next.meanwhile)"
          class="block min-h-6 py-1 underline touch"
          @click="light(next.meanwhile.stage, next.meanwhile.subject)"
          >{{ next.meanwhile.text }}</NuxtLink
        >
      </p>
    </div>
    <div>
      <h2 class="text-xs tracking-wide uppercase text-soft mb-1">Still a guess</h2>
      <p v-if="guesses.length === 0" class="text-soft">
        Nothing whose measuring would narrow this haul’s pressures by half a psi.
      </p>
      <ul v-else class="space-y-1">
        <li v-for="guess in guesses" :key="guess.id">
          <NuxtLink
            :to="at(guess.stage)"
            class="flex w-full justify-between gap-2 text-left touch min-h-6 py-0.5"
            @click="light(guess.stage, guess.subject)"
          >
            <span class="underline first-letter:uppercase">{{ guess.label }}</span><span
              class="figure shrink-0"
              >{{ showText(guess.cost, 'pressure', shop.units) }}</span
            >
          </NuxtLink>
        </li>
      </ul>
      <p v-if="guesses.length" class="label mt-1">What measuring each would take off the range.</p>
    </div>
    <div>
      <h2 class="text-xs tracking-wide uppercase text-soft mb-1">Nearest to a limit</h2>
      <p v-if="near.length === 0" class="text-soft">No figure has a limit yet.</p>
      <ul class="space-y-1">
        <li v-for="limit in near" :key="`${limit.stage}.${limit.id}`">
          <NuxtLink
            :to="at(limit.stage)"
            class="flex w-full justify-between gap-2 text-left touch min-h-6 py-0.5"
            @click="light(limit.stage, null)"
          >
            <span class="underline">{{ nearName(limit.id, limit.figure.label) }}</span><span
              class="shrink-0 text-right"
              ><span class="figure">{{
                showText(limit.figure.value, limit.figure.quantity, shop.units)
              }}</span
              ><br /><span class="label">{{ percent(limit.inHand) }} in hand</span></span
            >
          </NuxtLink>
        </li>
      </ul>
    </div>
    <div>
      <h2 class="text-xs tracking-wide uppercase text-soft mb-1">Changed lately</h2>
      <p v-if="lately.length === 0" class="text-soft">Nothing since the job was made.</p>
      <ul class="space-y-1">
        <li v-for="{ edit, by, seen } in lately" :key="edit.id" class="flex justify-between gap-2">
          <NuxtLink :to="at(seen.stage)" class="touch min-w-0" @click="light(seen.stage, seen.subject)">
            <span :id="`lately-${edit.id}`" class="underline break-words"
              >{{ WORD[edit.kind] }}{{ edit.label }}</span
            ><br /><span class="label">{{ by }}</span>
          </NuxtLink>
          <button
            v-if="edit.kind === 'do'"
            type="button"
            class="underline shrink-0 touch self-start min-h-6"
            :aria-describedby="`lately-${edit.id}`"
            @click="undo(edit)"
          >
            Take back
          </button>
        </li>
      </ul>
    </div>
  </section>
</template>
