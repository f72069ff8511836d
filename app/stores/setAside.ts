import { defineStore } from 'pinia'
import type { Patch } from '#core/quantity/patch'
import { asideRows, keeperOfRow } from '~/keeping/keeping'

/** Edits of every job that could not be saved: they wait here until a person decides. */
export const useSetAside = defineStore('setAside', () => {
  const rows = asideRows
  /** The value that an edit sets, if it sets just one: it can be corrected here. */
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
