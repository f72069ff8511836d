/** Why a change that would leave a plan less than whole is not made, in words for the person who asked for it. */
export class OperationError extends Error {
  override name = 'OperationError'
}

/**
 * The id wished for, or the same with the first number that is free.
 * @example freeId({ tee: 1 }, 'tee') // 'tee-2'
 */
export function freeId(taken: Record<string, unknown>, wish: string): string {
  if (!(wish in taken)) return wish
  let n = 2
  while (`${wish}-${n}` in taken) n++
  return `${wish}-${n}`
}
