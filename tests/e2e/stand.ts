/** A built server with its own database cluster, so that two of them cannot see or stop each other's work. */
export interface Stand {
  address: string
  /** Name of its cluster. Null for a server that somebody started by hand; its database stays up. */
  cluster: string | null
}

const BY_HAND: Stand = { address: process.env.NP_ADDRESS ?? 'http://127.0.0.1:3000', cluster: null }

/** bin/test starts one for each Playwright worker and passes their addresses. */
export const stands: readonly Stand[] = process.env.NP_STANDS
  ? (JSON.parse(process.env.NP_STANDS) as Stand[])
  : [BY_HAND]

/**
 * The stand of this worker. Playwright numbers the workers that run at once; a restarted worker keeps its
 * number.
 */
export const stand: Stand = stands[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!
