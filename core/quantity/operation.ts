/** Why a change that would leave a plan less than whole is not made, in words for the person who asked for it. */
export class OperationError extends Error {
  override name = 'OperationError'
}
