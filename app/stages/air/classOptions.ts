import type { OwnClass } from '#core/document/types'

/**
 * The classes offered for a part: those of the catalogue, the shop's own, and the stored one even if it is
 * unknown here.
 */
export function classOptions(
  catalogue: readonly { id: string; label: string }[],
  own: Readonly<Record<string, OwnClass>>,
  kind: OwnClass['kind'] | 'tube',
  chosen: string | null,
): { value: string; label: string }[] {
  const ofShop = Object.entries(own)
    .filter(([, part]) => part.kind === kind)
    .map(([id, part]) => ({ value: id, label: `${part.label} (the shop’s own)` }))
  const known = [...catalogue.map(({ id, label }) => ({ value: id, label })), ...ofShop]
  if (chosen === null || known.some((option) => option.value === chosen)) return known
  return [...known, { value: chosen, label: `${chosen} (not in the catalogue)` }]
}
