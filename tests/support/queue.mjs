// The queue's process for a test. The caller sets DATABASE_URL.
import { pathToFileURL } from 'node:url'
import { bundleQueue } from '../../bin/lib/bundle.mjs'

await import(pathToFileURL(await bundleQueue()).href)
