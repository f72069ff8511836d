import { computed, shallowReactive } from 'vue'
import type { HandInAnswer } from '#core/document/exchange'
import { callApi, RefusedError, sayWho } from '~/composables/useApi'
import { schemasSoon } from './checks'
import { HandInError, Keeper, type KeeperOptions, type KeepingServer } from './keeper'
import { mayTake, ownStream } from './editStream'
import { takeOverOldQueues } from './oldQueues'
import { openShelf, type KeptRow } from './shelf'

interface Known {
  keeper: Keeper<unknown>
  options: KeeperOptions<unknown>
}

/** The keepers of this page, one for each document. They go on handing in after another job is opened. */
const known = shallowReactive(new Map<string, Known>())
export const shelf = openShelf()

/** Where a document is read and handed in: `job:ID` or `shop:ID`. */
const addressOf = (doc: string) => (doc.startsWith('job:') ? `/api/jobs/${doc.slice(4)}` : '/api/shop')

/** Calls the server; if it does not know who is here (the cookie was deleted), says so and calls once more. */
async function called<T>(who: () => string, call: () => Promise<T>): Promise<T> {
  try {
    return await call().catch(async (error) => {
      const strange = error instanceof RefusedError && ['who-are-you', 'not-yours'].includes(error.body.code)
      if (!strange) throw error
      await sayWho(who())
      return call()
    })
  } catch (error) {
    if (error instanceof RefusedError) throw new HandInError(error.message, error.passing)
    throw error
  }
}

function serverOf<T>(doc: string, who: () => string): KeepingServer<T> {
  const address = addressOf(doc)
  return {
    read: (since) => callApi(`${address}?since=${since}`),
    handIn: (edits) =>
      called(who, () => callApi<HandInAnswer<T>>(`${address}/edits`, { method: 'POST', body: { edits } })),
  }
}

type Own<T> = Pick<KeeperOptions<T>, 'who'> & Partial<Pick<KeeperOptions<T>, 'problem' | 'onOthers'>>

/** The keeper of a document; the same one as long as this page is open. */
export async function keeperOf<T>(doc: string, own: Own<T>): Promise<Keeper<T>> {
  const stream = await ownStream()
  const there = known.get(doc)
  if (there) {
    Object.assign(there.options, own)
    return there.keeper as Keeper<T>
  }
  const options: KeeperOptions<T> = { doc, stream, shelf, server: serverOf<T>(doc, own.who), mayTake, ...own }
  const keeper = new Keeper<T>(options)
  schemasSoon()
  known.set(doc, { keeper: keeper as Keeper<unknown>, options: options as KeeperOptions<unknown> })
  return keeper
}

/**
 * Hands in edits of any job that earlier visits left in this browser, and asks the browser to keep its data.
 */
export async function handInLeftOvers(who: () => string): Promise<void> {
  void navigator.storage?.persist?.().catch(() => false)
  addEventListener('online', () => [...known.values()].forEach(({ keeper }) => void keeper.handIn()))
  await takeOverOldQueues(shelf, who())
  const rows = await shelf.rows().catch(() => [])
  for (const doc of new Set(rows.map((r) => r.doc))) await (await keeperOf(doc, { who })).takeFromShelf()
}

/** Edits of all documents that the server refused. */
export const asideRows = computed(() => [...known.values()].flatMap(({ keeper }) => keeper.aside.value))

/** The keeper of an edit. */
export const keeperOfRow = async ({ doc, edit }: KeptRow): Promise<Keeper<unknown>> =>
  known.get(doc)?.keeper ?? keeperOf(doc, { who: () => edit.who })

/** True if leaving the page now would lose something. */
export const mayLose = () =>
  [...known.values()].some(({ keeper }) => keeper.unsafe.value && keeper.pending.value.length > 0)
