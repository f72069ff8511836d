import type { Table } from '#core/quantity/csv'

/** Saves a list as CSV; the writer is loaded when it is first needed. */
export async function saveTable(name: string, { head, rows }: Table): Promise<void> {
  const { csvText } = await import('#core/quantity/csv')
  saveFile(`${name}.csv`, csvText(head, rows), 'text/csv')
}
