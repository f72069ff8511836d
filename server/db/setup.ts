import { eq } from 'drizzle-orm'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import { US_UNITS } from '#core/quantity/units'
import { connect } from './client'
import { DEMO_PEOPLE, DEMO_SHOP, demoJobs } from '../../core/demo/demoShop'
import { createJob } from './jobs'
import { people, shops } from './schema'

/** Brings the database up to date and, once, loads the demo shop. */
export async function setUp(url: string, migrationsFolder: string): Promise<{ demoLoaded: boolean }> {
  const { db, pool } = connect(url)
  try {
    await migrate(db, { migrationsFolder })
    const [there] = await db.select({ id: shops.id }).from(shops).where(eq(shops.id, DEMO_SHOP.id))
    if (there) return { demoLoaded: false }
    // Whole or not at all: a crash while loading leaves nothing half there.
    await db.transaction(async (tx) => {
      await tx.insert(shops).values({ ...DEMO_SHOP, units: { ...US_UNITS, length: 'mm', mass: 'kg' } })
      await tx.insert(people).values(DEMO_PEOPLE.map((p) => ({ ...p, shopId: DEMO_SHOP.id })))
      // A minute apart, so that the list shows them in the order of their numbers.
      for (const [i, { id, plan }] of demoJobs().entries()) {
        const created = await createJob(
          tx,
          { shopId: DEMO_SHOP.id, authorId: 'odile' },
          id,
          plan,
          new Date(Date.now() - i * 60_000),
        )
        if (!created.ok)
          throw new Error(
            `The demo job ${id} does not fit the plan format: ${created.problems.map((p) => p.message).join('; ')}`,
          )
      }
    })
    return { demoLoaded: true }
  } finally {
    await pool.end()
  }
}
