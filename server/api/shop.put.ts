import { eq } from 'drizzle-orm'
import { unitChoice } from '#core/plan/api'
import { shops } from '../db/schema'

export default route(async (event) => {
  const units = await readChecked(event, unitChoice)
  await useDatabase().update(shops).set({ units }).where(eq(shops.id, shopId()))
  return { units }
})
