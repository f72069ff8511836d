import { asc, eq } from 'drizzle-orm'
import { heldSince } from '../../db/handIn'
import { people } from '../../db/schema'
import { readShop } from '../../db/shops'

/** The shop, its people, and who of them is at this browser, if that is known. */
export default route(async (event) => {
  const db = useDatabase()
  const doc = `shop:${shopId()}`
  const holds = await heldSince(db, doc, sinceOf(event))
  const [shop, crew, you] = await Promise.all([
    readShop(db, shopId()),
    db
      .select({ id: people.id, name: people.name, role: people.role })
      .from(people)
      .where(eq(people.shopId, shopId()))
      .orderBy(asc(people.name)),
    personAt(event),
  ])
  if (!shop)
    throw new ApiError(
      404,
      'no-shop',
      'The database holds no shop yet. Start with bin/start, which loads the demo.',
    )
  const known = crew.some((p) => p.id === you)
  return {
    doc,
    revision: shop.revision,
    document: shop.settings,
    holds,
    name: shop.name,
    people: crew,
    you: known ? you : null,
  }
})
