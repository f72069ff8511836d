import { defineStore } from 'pinia'
import { produce } from 'immer'
import { checkPlan } from '#core/document/schema'
import type { Answers } from '#core/air/run/answers'
import { createDeriver } from '#core/derive/derive'
import { applyEdit, foldHistory, makeEdit, type Edit } from '#core/document/edit'
import { diffDocuments, type Patch } from '#core/quantity/patch'
import { mergeDocuments, type Conflict } from '#core/document/merge'
import { ordered, type Plan } from '#core/document/types'
import type { Remedy } from '#core/quantity/figure'
import { RefusedError, callApi } from '~/composables/useApi'

type SaveState = 'saved' | 'unsaved' | 'saving' | 'waiting'
interface Queue {
  base: number
  edits: Edit[]
}
interface Clash {
  conflicts: Conflict[]
  revision: number
  plan: Plan
  mine: Plan
  began: Plan
}

const SAVE_AFTER = 500
const RETRY_AFTER = 2000

/** This tab's name, so that two tabs of one browser keep their unsaved edits apart. */
function tabId(): string {
  const kept = sessionStorage.getItem('np.tab') ?? crypto.randomUUID()
  sessionStorage.setItem('np.tab', kept)
  return kept
}

/**
 * One open job: its plan, the edits not yet saved, undo and redo. Unsaved edits also lie in the browser's own storage
 * until the server has them, so that closing the page loses nothing.
 */
export const useJob = defineStore('job', () => {
  const id = ref('')
  const revision = ref(0)
  const plan = shallowRef<Plan | null>(null)
  const savedPlan = shallowRef<Plan | null>(null)
  /** The plan before the newest edits: where ghost pointers stand. */
  const ghostPlan = shallowRef<Plan | null>(null)
  const history = shallowRef<Edit[]>([])
  const queue = shallowRef<Edit[]>([])
  const saveState = ref<SaveState>('saved')
  const message = ref('')
  /** Why saving waits, while the server or its database cannot be reached. */
  const away = ref('')
  const clash = shallowRef<Clash | null>(null)
  const chosenHaul = ref('')
  let dragFrom: Plan | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let sending = false

  const derive = createDeriver()
  const deriveGhost = createDeriver()
  /** What runs of the circuit say; null until they are through. */
  const answers = shallowRef<Answers | null>(null)
  const derived = computed(() => (plan.value ? derive(plan.value, answers.value) : null))
  const derivedGhost = computed(() => (ghostPlan.value ? deriveGhost(ghostPlan.value) : null))
  const hauls = computed(() => (plan.value ? ordered(plan.value.hauls) : []))
  /** The haul shown: the one chosen here, else the one heaviest on the rear axle. */
  const haulId = computed(() => {
    if (plan.value?.hauls[chosenHaul.value]) return chosenHaul.value
    const solved = derived.value?.stages.load.result.hauls ?? {}
    return (
      hauls.value
        .map(([key]) => key)
        .sort((a, b) => (solved[b]?.rearAxle ?? 0) - (solved[a]?.rearAxle ?? 0))[0] ?? ''
    )
  })
  const stacks = computed(() => foldHistory(history.value))

  const storageKey = () => `np.queue.${id.value}.${tabId()}`
  function keep(): void {
    if (queue.value.length === 0) localStorage.removeItem(storageKey())
    else
      localStorage.setItem(
        storageKey(),
        JSON.stringify({ base: revision.value, edits: queue.value } satisfies Queue),
      )
  }

  /** Opens a job and hands in whatever an earlier visit could not save. Throws what the server refused. */
  async function open(jobId: string): Promise<void> {
    clearTimeout(timer)
    id.value = jobId
    plan.value = null
    history.value = []
    queue.value = []
    message.value = ''
    away.value = ''
    clash.value = null
    chosenHaul.value = localStorage.getItem(`np.haul.${jobId}`) ?? ''
    const job = await callApi<{ revision: number; plan: Plan }>(`/api/jobs/${jobId}`)
    if (id.value !== jobId) return
    adopt(job.revision, job.plan)
    await handInOrphans()
    void loadHistory()
  }

  function adopt(number: number, next: Plan): void {
    revision.value = number
    savedPlan.value = next
    ghostPlan.value = next
    plan.value = next
    saveState.value = 'saved'
  }

  async function loadHistory(): Promise<void> {
    const jobId = id.value
    const rows = await callApi<{ edits: Edit[] }[]>(`/api/jobs/${jobId}/history`).catch(() => null)
    if (rows && id.value === jobId) {
      const known = rows.flatMap((r) => r.edits)
      const ids = new Set(known.map((e) => e.id))
      history.value = [...known, ...queue.value.filter((e) => !ids.has(e.id))]
    }
  }

  async function handInOrphans(): Promise<void> {
    const prefix = `np.queue.${id.value}.`
    for (const key of Object.keys(localStorage).filter((k) => k.startsWith(prefix))) {
      let kept: Queue
      try {
        kept = JSON.parse(localStorage.getItem(key)!) as Queue
      } catch {
        localStorage.removeItem(key)
        continue
      }
      try {
        await send(kept.base, kept.edits)
        ghostPlan.value = plan.value
        plan.value = savedPlan.value
        localStorage.removeItem(key)
      } catch (error) {
        if (error instanceof RefusedError && error.passing) {
          // Not reachable after all: take the edits up again as this tab's own.
          rebase(kept)
          localStorage.removeItem(key)
          keep()
        } else if (!clash.value) {
          message.value = `Edits from an earlier visit could not be saved: ${(error as Error).message}`
          localStorage.removeItem(key)
        }
      }
    }
  }

  function rebase(kept: Queue): void {
    try {
      plan.value = kept.edits.reduce((p, e) => applyEdit(p, e.patches), plan.value!)
      queue.value = [...queue.value, ...kept.edits]
      history.value = [...history.value, ...kept.edits]
      saveState.value = 'waiting'
      later(RETRY_AFTER)
    } catch (error) {
      message.value = (error as Error).message
    }
  }

  /** Takes an edit in; one that would not fit the plan's format is refused here, before anything is queued. */
  function record(next: Plan, made: Edit, before: Plan): void {
    const { problems } = checkPlan(next)
    if (problems) {
      message.value = `“${made.label}” does not fit: ${problems[0]!.message}.`
      plan.value = before
      return
    }
    if (queue.value.length === 0) ghostPlan.value = before
    plan.value = next
    queue.value = [...queue.value, made]
    history.value = [...history.value, made]
    saveState.value = sending ? 'saving' : 'unsaved'
    keep()
    later(SAVE_AFTER)
  }

  /** One edit: `label` says it in the history, `change` works on a draft. */
  function edit(label: string, change: (draft: Plan) => void): void {
    if (!plan.value) return
    message.value = ''
    const made = makeEdit(plan.value, crypto.randomUUID(), label, change)
    if (made) record(made.plan, made.edit, plan.value)
  }

  /** A drag shows every step and becomes one edit when let go. */
  function drag(change: (draft: Plan) => void): void {
    if (!plan.value) return
    dragFrom ??= plan.value
    plan.value = produce(dragFrom, (draft) => void change(draft as Plan))
  }
  function drop(label: string): void {
    if (!dragFrom || !plan.value) return
    const from = dragFrom
    const to = plan.value
    dragFrom = null
    const patches = diffDocuments(from, to)
    if (patches.length > 0)
      record(
        to,
        { id: crypto.randomUUID(), label, kind: 'do', patches, inverse: diffDocuments(to, from) },
        from,
      )
  }

  function apply(label: string, patches: Patch[], kind: Edit['kind'], inverse: Patch[]): void {
    if (!plan.value) return
    message.value = ''
    try {
      const next = applyEdit(plan.value, patches)
      record(next, { id: crypto.randomUUID(), label, kind, patches, inverse }, plan.value)
    } catch (error) {
      message.value = `${label}: ${(error as Error).message}`
    }
  }

  function undo(): void {
    const last = stacks.value.undo.at(-1)
    if (last) apply(last.label, last.inverse, 'undo', last.patches)
  }
  function redo(): void {
    const last = stacks.value.redo.at(-1)
    if (last) apply(last.label, last.patches, 'redo', last.inverse)
  }

  function applyRemedy(remedy: Remedy): void {
    if (!plan.value) return
    const before = plan.value
    try {
      const next = applyEdit(before, remedy.patches)
      record(
        next,
        {
          id: crypto.randomUUID(),
          label: remedy.label,
          kind: 'do',
          patches: remedy.patches,
          inverse: diffDocuments(next, before),
        },
        before,
      )
    } catch (error) {
      message.value = (error as Error).message
    }
  }

  function later(wait: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), wait)
  }

  async function send(base: number, edits: Edit[]): Promise<void> {
    try {
      const saved = await callApi<{ revision: number; plan: Plan; merged: boolean }>(
        `/api/jobs/${id.value}/revisions`,
        { method: 'POST', body: { base, edits }, author: useShop().who },
      )
      const sent = new Set(edits.map((e) => e.id))
      queue.value = queue.value.filter((e) => !sent.has(e.id))
      revision.value = saved.revision
      savedPlan.value = saved.plan
      if (saved.merged) {
        plan.value = queue.value.reduce((p, e) => applyEdit(p, e.patches), saved.plan)
        message.value = 'Others changed this job meanwhile; their edits are in.'
        void loadHistory()
      }
    } catch (error) {
      if (error instanceof RefusedError && error.body.code === 'conflict') {
        const { conflicts, revision: number, plan: theirs } = error.body
        const began = savedPlan.value!
        clash.value = {
          conflicts: conflicts!,
          revision: number!,
          plan: theirs!,
          mine: edits.reduce((p, e) => applyEdit(p, e.patches), began),
          began,
        }
      }
      throw error
    }
  }

  async function save(): Promise<void> {
    if (sending || queue.value.length === 0 || clash.value) return
    sending = true
    saveState.value = 'saving'
    try {
      await send(revision.value, queue.value)
      away.value = ''
      saveState.value = queue.value.length ? 'unsaved' : 'saved'
      if (queue.value.length) later(SAVE_AFTER)
    } catch (error) {
      saveState.value = 'waiting'
      if (error instanceof RefusedError && error.passing) {
        away.value = error.message
        later(RETRY_AFTER)
      } else if (!clash.value) {
        message.value = `Not saved: ${(error as Error).message}`
      }
    } finally {
      sending = false
      keep()
    }
  }

  /** Ends a clash: for every place, mine or theirs. The result is one edit on top of theirs. */
  function resolveClash(choices: ('mine' | 'theirs')[]): void {
    const at = clash.value
    if (!at) return
    let merged = mergeDocuments(at.began, plan.value ?? at.mine, at.plan).merged
    at.conflicts.forEach((conflict, i) => {
      const value = choices[i] === 'mine' ? conflict.mine : conflict.theirs
      merged = applyEdit(merged, [
        value === undefined
          ? { op: 'remove', path: conflict.path }
          : { op: 'add', path: conflict.path, value },
      ])
    })
    clash.value = null
    const patches = diffDocuments(at.plan, merged)
    queue.value = []
    history.value = []
    adopt(at.revision, at.plan)
    if (patches.length > 0)
      record(
        merged,
        {
          id: crypto.randomUUID(),
          label: 'Settle what two changed',
          kind: 'do',
          patches,
          inverse: diffDocuments(merged, at.plan),
        },
        at.plan,
      )
    keep()
    void loadHistory()
  }

  watch(chosenHaul, (value) => value && localStorage.setItem(`np.haul.${id.value}`, value))

  return {
    id,
    revision,
    plan,
    history,
    queue,
    saveState,
    message,
    away,
    clash,
    chosenHaul,
    answers,
    derived,
    derivedGhost,
    hauls,
    haulId,
    stacks,
    open,
    edit,
    drag,
    drop,
    undo,
    redo,
    applyRemedy,
    save,
    resolveClash,
  }
})
