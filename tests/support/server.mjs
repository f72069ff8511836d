// The built server for a test, with DATABASE_URL and its port from the caller.
import { bundleThread } from '../../bin/lib/bundle.mjs'

process.env.NP_THREAD = await bundleThread()
await import('../../.output/server/index.mjs')
