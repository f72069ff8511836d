import { execFileSync } from 'node:child_process'
import { createServer } from 'node:net'
import { join } from 'node:path'
import pg from 'pg'
import { setUp } from '../../server/db/setup'

const root = join(__dirname, '..', '..')

/** Makes a new database with the demo in it, in the cluster that bin/test started. */
export async function demoDatabase(name: string): Promise<string> {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('These tests need a database: run bin/test, which starts one.')
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(`drop database if exists ${client.escapeIdentifier(name)}`)
  await client.query(`create database ${client.escapeIdentifier(name)}`)
  await client.end()
  const own = url.replace(/\/[^/]*$/, `/${name}`)
  await setUp(own, join(root, 'server/db/migrations'))
  return own
}

/** Starts, stops or drops a cluster; returns its address when started. */
export function cluster(command: 'start' | 'stop' | 'drop', name: string): string {
  return execFileSync(process.execPath, [join(root, 'tests/support/cluster.mjs'), command, name], {
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'inherit'],
  }).trim()
}

/** A free port on loopback. */
export function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}
