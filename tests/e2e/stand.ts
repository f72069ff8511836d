/** A built server with a database cluster of its own, so that what runs beside it neither sees nor stops it. */
export interface Stand {
  address: string
  /** Name of its cluster; null for a server that is served by hand, whose database stays up. */
  cluster: string | null
}

const BY_HAND: Stand = { address: process.env.NP_ADDRESS ?? 'http://127.0.0.1:3000', cluster: null }

/** bin/test starts one for each of Playwright's workers and says where they are. */
export const stands: readonly Stand[] = process.env.NP_STANDS
  ? (JSON.parse(process.env.NP_STANDS) as Stand[])
  : [BY_HAND]

/** The one of this worker: Playwright numbers those that run at once, and a worker begun anew takes the old number. */
export const stand: Stand = stands[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]!
