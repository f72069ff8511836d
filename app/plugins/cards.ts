/**
 * `v-cards` on a table: below `sm` each row is a card, each cell a line of it with its column's head
 * (main.css). The roles are written explicitly, because a cell drawn as a line would not be read as one.
 */
const ROLES: Record<string, string> = {
  TABLE: 'table',
  THEAD: 'rowgroup',
  TBODY: 'rowgroup',
  TR: 'row',
  TD: 'cell',
}

function name(table: HTMLTableElement): void {
  const heads = [...(table.tHead?.rows[0]?.cells ?? [])].map((cell) =>
    cell.querySelector('.sr-only') ? '' : (cell.textContent ?? '').trim(),
  )
  table.classList.add('cards')
  for (const part of [table, ...table.querySelectorAll<HTMLElement>('thead, tbody, tr, td')])
    part.setAttribute('role', ROLES[part.tagName]!)
  for (const head of table.querySelectorAll('th'))
    head.setAttribute('role', head.scope === 'row' ? 'rowheader' : 'columnheader')
  for (const row of table.tBodies[0]?.rows ?? [])
    [...row.cells].forEach((cell, i) => (cell.dataset.head = cell.tagName === 'TH' ? '' : (heads[i] ?? '')))
}

export default defineNuxtPlugin(({ vueApp }) => {
  vueApp.directive('cards', { mounted: name, updated: name })
})
