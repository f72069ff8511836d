import type { Plan } from '#core/document/types'
import { planProblem } from '~/keeping/checks'
import { keeperOf } from '~/keeping/keeping'
import type { Keeper } from '~/keeping/keeper'
import { hearChanges, type LiveChange } from '~/keeping/live'

/** Opens jobs on their keepers, and hears what other people do with the open one. */
export function useKeeping() {
  const id = ref('')
  const keeper = shallowRef<Keeper<Plan> | null>(null)
  /** Other people who have this job open. */
  const present = shallowRef<string[]>([])
  const message = ref('')
  let stopHearing = () => {}
  let lastChange: LiveChange | null = null

  /**
   * Opens a job and hands in edits that an earlier visit could not save.
   * @param loadHistory reads the job's history anew
   * @returns its plan as the server has it; null if another job was opened meanwhile
   * @throws the server's refusal
   */
  async function openKeeper(jobId: string, loadHistory: () => Promise<void>): Promise<Plan | null> {
    stopHearing()
    id.value = jobId
    keeper.value = null
    message.value = ''
    present.value = []
    const opened = await keeperOf<Plan>(`job:${jobId}`, {
      who: () => useShop().who,
      problem: planProblem,
      onOthers: () => keeper.value === opened && othersSaved(loadHistory),
    })
    await opened.open()
    if (id.value !== jobId) return null
    keeper.value = opened
    stopHearing = hearChanges(opened.doc, {
      changed: (change) => void heard(opened, change),
      present: (names) => (present.value = names),
      deaf: (why) => (message.value = why),
    })
    return opened.held.value
  }

  async function heard(opened: Keeper<Plan>, change: LiveChange | null): Promise<void> {
    if (change && change.revision <= opened.revision.value) return
    lastChange = change
    await opened.refresh()
  }

  function othersSaved(loadHistory: () => Promise<void>): void {
    const by = useShop().people.find((p) => p.id === lastChange?.who)?.name
    message.value =
      by && lastChange
        ? `${by} changed this job just now: ${lastChange.label}.`
        : 'Others changed this job meanwhile; their edits are in.'
    void loadHistory()
  }
  return { id, keeper, present, message, openKeeper }
}
