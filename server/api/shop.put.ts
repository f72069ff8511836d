import { eq } from 'drizzle-orm'
import { ownClassProblems } from '#core/air/parts/ownClasses'
import { shopRequest } from '#core/document/exchange'
import { shops } from '../db/schema'

export default route(async (event) => {
  const { units, target, parts } = await readChecked(event, shopRequest)
  if (!units && !target && !parts)
    throw new ApiError(422, 'invalid', 'Say what to set: units, target or parts.')
  const wrong = Object.entries(parts ?? {}).flatMap(([id, c]) => ownClassProblems(id, c))
  if (wrong.length > 0) throw new ApiError(422, 'invalid', wrong.slice(0, 5).join('; '))
  await useDatabase()
    .update(shops)
    .set({ ...(units && { units }), ...(target && { target }), ...(parts && { parts }) })
    .where(eq(shops.id, shopId()))
  return { units, target, parts }
})
