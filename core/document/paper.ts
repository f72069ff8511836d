/** Papers a sheet is printed on. */
export const PAPERS = ['A4', 'Letter'] as const
export type Paper = (typeof PAPERS)[number]
