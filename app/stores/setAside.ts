import { defineStore } from 'pinia'
import type { Patch } from '#core/quantity/patch'
import { asideRows, keeperOfRow } from '~/keeping/keeping'

/** Edits that could not be saved, of every job: they wait here until a person says what becomes of them. */
export const useSetAside = defineStore('setAside', () => {
  const rows = asideRows
  /** The one value an edit sets, when it sets just one: it can be mended here. */
  function soleValue(patches: Patch[]): string | number | null {
    const value = patches.length === 1 ? patches[0]!.value : undefined
    return typeof value === 'string' || typeof value === 'number' ? value : null
  }
  async function retry(id: string, value?: string | number): Promise<void> {
    const row = rows.value.find((r) => r.id === id)
    const [patch] = row?.edit.patches ?? []
    if (!row || !patch) return
    await (await keeperOfRow(row)).retry(id, value === undefined ? undefined : [{ ...patch, value }])
  }
  async function throwAway(id: string): Promise<void> {
    const row = rows.value.find((r) => r.id === id)
    if (row) await (await keeperOfRow(row)).throwAway(id)
  }
  return { rows, soleValue, retry, throwAway }
})
