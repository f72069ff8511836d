import { asc, eq } from 'drizzle-orm'
import { people, shops } from '../db/schema'

export default route(async () => {
  const db = useDatabase()
  const [[shop], crew] = await Promise.all([
    db
      .select({
        id: shops.id,
        name: shops.name,
        units: shops.units,
        target: shops.target,
        parts: shops.parts,
      })
      .from(shops)
      .where(eq(shops.id, shopId())),
    db
      .select({ id: people.id, name: people.name, role: people.role })
      .from(people)
      .where(eq(people.shopId, shopId()))
      .orderBy(asc(people.name)),
  ])
  if (!shop)
    throw new ApiError(
      404,
      'no-shop',
      'The database holds no shop yet. Start with bin/start, which loads the demo.',
    )
  return { ...shop, people: crew }
})
