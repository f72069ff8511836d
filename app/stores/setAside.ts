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
  async function retry(id: string, text?: string): Promise<void> {
    const row = rows.value.find((r) => r.id === id)
    if (!row) return
    const [patch] = row.edit.patches
    const value = typeof patch?.value === 'number' ? Number(text) : text
    const mended = text === undefined || !patch ? undefined : [{ ...patch, value }]
    await (await keeperOfRow(row)).retry(id, mended)
  }
  async function throwAway(id: string): Promise<void> {
    const row = rows.value.find((r) => r.id === id)
    if (row) await (await keeperOfRow(row)).throwAway(id)
  }
  return { rows, soleValue, retry, throwAway }
})
