/** Says why a change was not made because it would leave the plan incomplete. */
export class OperationError extends Error {
  override name = 'OperationError'
}

/**
 * The id asked for, or that id with the first free number behind it.
 * @example freeId({ tee: 1 }, 'tee') // 'tee-2'
 */
export function freeId(taken: Record<string, unknown>, wish: string): string {
  if (!(wish in taken)) return wish
  let n = 2
  while (`${wish}-${n}` in taken) n++
  return `${wish}-${n}`
}
