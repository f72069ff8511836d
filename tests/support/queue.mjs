// The queue's process for a test, with DATABASE_URL from the caller.
import { pathToFileURL } from 'node:url'
import { bundleQueue } from '../../bin/lib/bundle.mjs'

await import(pathToFileURL(await bundleQueue()).href)
