// Starts or stops a test cluster by name: node tests/support/cluster.mjs start NAME | stop NAME | drop NAME | database NAME DB. Prints its address.
import { rmSync } from 'node:fs'
import { createDatabase, startCluster } from '../../bin/lib/cluster.mjs'

const [, , command, name, database] = process.argv
if (command === 'start') console.log((await startCluster(name)).url)
else if (command === 'database') console.log(await createDatabase((await startCluster(name)).url, database))
else {
  const cluster = await startCluster(name)
  await cluster.stop()
  if (command === 'drop') rmSync(cluster.folder, { recursive: true, force: true })
}
