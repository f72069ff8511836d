import { and, eq } from 'drizzle-orm'
import * as yup from 'yup'
import { people } from '../db/schema'

const request = yup
  .object({ person: yup.string().required().max(64) })
  .strict()
  .noUnknown()

/** Sets who of the shop is at this browser from now on. */
export default route(async (event) => {
  const { person } = await readChecked(event, request, 1000)
  const [known] = await useDatabase()
    .select({ id: people.id })
    .from(people)
    .where(and(eq(people.id, person), eq(people.shopId, shopId())))
  if (!known)
    throw new ApiError(
      422,
      'unknown-person',
      'The person named is not in this shop. Choose who you are again.',
    )
  await rememberPerson(event, person)
  return { you: person }
})
