import { createHmac } from 'node:crypto'
import { eq } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import PgBoss from 'pg-boss'
import { LEVEL_TARGET } from '#core/document/newHaul'
import { METRIC_UNITS, US_UNITS } from '#core/quantity/units'
import { demoPhotos } from './demoPhotos'
import { addPhoto } from './photos'
import { DEMO_PEOPLE, DEMO_SHOP, demoJobs } from '../../core/demo/demoShop'
import { ANSWERS } from '../jobs/answers'
import { SWEEP } from '../jobs/sweeps'
import { connect, type Database } from './client'
import { createJob } from './jobs'
import { people, shopRevisions, shops } from './schema'

/** The role the program uses: it reads and writes rows and may change nothing else. */
const APP = 'nimble_app'

/** The address for the program's own role. Its password is derived from the owner's. */
function appUrlOf(ownerUrl: string): string {
  const url = new URL(ownerUrl)
  url.password = createHmac('sha256', url.password).update(APP).digest('hex')
  url.username = APP
  return url.href
}

/** Creates the program's role and grants it the rows of the existing tables. Run by the owner. */
async function grant(ownerUrl: string): Promise<string> {
  const appUrl = appUrlOf(ownerUrl)
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  try {
    const password = client.escapeLiteral(new URL(appUrl).password)
    const { rowCount } = await client.query('select 1 from pg_roles where rolname = $1', [APP])
    await client
      .query(
        `${rowCount ? 'alter' : 'create'} role ${APP} login nosuperuser nocreatedb nocreaterole password ${password}`,
      )
      .catch((error: { code?: string }) => {
        // Another setup created it just now.
        if (error.code !== '42710' && error.code !== 'XX000' && error.code !== '23505') throw error
      })
    await client.query('revoke create on schema public from public')
    for (const schema of ['public', 'pgboss']) {
      await client.query(`grant usage on schema ${schema} to ${APP}`)
      await client.query(`grant select, insert, update, delete on all tables in schema ${schema} to ${APP}`)
      await client.query(`grant usage on all sequences in schema ${schema} to ${APP}`)
    }
  } finally {
    await client.end()
  }
  return appUrl
}

/** The queue's own tables, which only the owner may create. */
async function setUpQueue(url: string): Promise<void> {
  const boss = new PgBoss({ connectionString: url, supervise: false, schedule: false, max: 1 })
  boss.on('error', () => {})
  await boss.start()
  for (const name of [SWEEP, ANSWERS]) await boss.createQueue(name)
  await boss.stop({ graceful: false, close: true })
}

/** Migrates the database and, once, loads the demo shop. Returns the address for the program's own role. */
export async function setUp(
  url: string,
  migrationsFolder: string,
): Promise<{ demoLoaded: boolean; appUrl: string }> {
  const { db, pool } = connect(url)
  try {
    await migrate(db, { migrationsFolder })
    await setUpQueue(url)
    const appUrl = await grant(url)
    const [there] = await db.select({ id: shops.id }).from(shops).where(eq(shops.id, DEMO_SHOP.id))
    // All or nothing: a crash while loading leaves nothing half there.
    if (!there) await db.transaction(loadDemo)
    return { demoLoaded: !there, appUrl }
  } finally {
    await pool.end()
  }
}

async function loadDemo(tx: Database): Promise<void> {
  const units = { ...US_UNITS, length: METRIC_UNITS.length, mass: METRIC_UNITS.mass }
  const settings = { units, target: LEVEL_TARGET, parts: {}, kits: {}, colours: {} }
  await tx.insert(shops).values({ ...DEMO_SHOP, ...settings })
  await tx.insert(people).values(DEMO_PEOPLE.map((p) => ({ ...p, shopId: DEMO_SHOP.id })))
  await tx.insert(shopRevisions).values({ shopId: DEMO_SHOP.id, number: 1, settings, edits: [] })
  // A minute apart, so that the list shows them in the order of their numbers.
  for (const [i, { id, plan }] of demoJobs().entries()) {
    const who = { shopId: DEMO_SHOP.id, authorId: 'odile' }
    const created = await createJob(tx, who, id, plan, new Date(Date.now() - i * 60_000))
    if (!created.ok)
      throw new Error(
        `The demo job ${id} does not fit the plan format: ${created.problems.map((p) => p.message).join('; ')}`,
      )
    for (const photo of await demoPhotos(plan)) await addPhoto(tx, who, id, photo)
  }
}
