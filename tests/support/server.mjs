// The built server for a test. The caller sets DATABASE_URL and the port.
import { bundleThread } from '../../bin/lib/bundle.mjs'

process.env.NP_THREAD = await bundleThread()
await import('../../.output/server/index.mjs')
