import type { Work } from './work'

/** A worker of its own for one kind of work; `wrap<Work[…]>` of comlink speaks with it. */
export const newWorker = (name: keyof Work) =>
  new Worker(new URL('./work.ts', import.meta.url), { type: 'module', name })
