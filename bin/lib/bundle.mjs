// Bundles one TypeScript entry of the project for Node.js, and only again when a source is newer than the
// bundle.
import { mkdirSync, readdirSync, renameSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..')
/** Folder of databases and logs. */
export const dataFolder = process.env.NP_DATA ?? join(root, '.data')

function newest(folder) {
  let time = 0
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) time = Math.max(time, newest(path))
    else if (entry.name.endsWith('.ts')) time = Math.max(time, statSync(path).mtimeMs)
  }
  return time
}

let madeSoFar = 0

/** Path of the bundle of `entry` (relative to the project), made again if any of `sources` is newer. */
export async function bundle(entry, name, sources, external = []) {
  const outfile = join(root, '.build', `${name}.mjs`)
  const built = statSync(outfile, { throwIfNoEntry: false })?.mtimeMs ?? 0
  if (
    built >
    Math.max(
      ...['package.json', 'bin/lib/bundle.mjs'].map((f) => statSync(join(root, f)).mtimeMs),
      ...sources.map((s) => newest(join(root, s))),
    )
  )
    return outfile
  // Moved into place as a whole, because another process may be reading it or making it too.
  const made = `${outfile}.${process.pid}-${++madeSoFar}`
  await bundleOf(root, entry, made, external)
  renameSync(made, outfile)
  return outfile
}

/** Bundles an entry of a checkout of the project at any revision. */
export async function bundleOf(checkout, entry, outfile, external = []) {
  const { build } = await import('esbuild')
  mkdirSync(dirname(outfile), { recursive: true })
  await build({
    entryPoints: [join(checkout, entry)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external,
    logLevel: 'error',
    absWorkingDir: checkout,
    banner: {
      js: 'import { createRequire as npRequire } from "node:module"; const require = npRequire(import.meta.url);',
    },
  })
}

/** The bundle that migrates a database. */
export const bundleSetUp = () =>
  bundle('server/db/setup.ts', 'setup', ['core', 'server'], ['pg', 'pg-boss', 'drizzle-orm', 'sharp'])

/** The bundle of the simulated devices. */
export const bundleDevices = () => bundle('bin/lib/devices.ts', 'devices', ['core', 'bin/lib'], ['ws'])

/** The bundle of the process that works through the queue. */
export const bundleQueue = () =>
  bundle(
    'server/jobs/queueProcess.ts',
    'queue',
    ['core', 'server'],
    ['pg', 'pg-boss', 'drizzle-orm', 'sharp'],
  )

/** The bundle of the server's threads. */
export const bundleThread = () =>
  bundle('server/threads/thread.ts', 'thread', ['core', 'server'], ['pg', 'drizzle-orm', 'pdfkit', 'elkjs'])
