// Manages a test cluster by name: node tests/support/cluster.mjs start NAME | stop NAME | drop NAME |
// database NAME DB | old NAME (of the earlier version, without passwords). Prints its address.
import { readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createDatabase, startCluster } from '../../bin/lib/cluster.mjs'

const [, , command, name, database] = process.argv
if (command === 'start') console.log((await startCluster(name)).url)
else if (command === 'old') {
  const cluster = await startCluster(name)
  const hba = join(cluster.folder, 'pg/pg_hba.conf')
  writeFileSync(hba, readFileSync(hba, 'utf8').replace('scram-sha-256', 'trust'))
  const { default: pg } = await import('pg')
  const client = new pg.Client({ connectionString: cluster.url })
  await client.connect()
  await client.query('alter role nimble password null')
  await client.query('select pg_reload_conf()')
  await client.end()
  rmSync(join(cluster.folder, 'password'))
  console.log(cluster.url.replace(/:[^:@/]+@/, '@'))
} else if (command === 'database') console.log(await createDatabase((await startCluster(name)).url, database))
else {
  const cluster = await startCluster(name)
  await cluster.stop()
  if (command === 'drop') rmSync(cluster.folder, { recursive: true, force: true })
}
