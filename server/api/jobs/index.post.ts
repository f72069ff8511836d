import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import * as yup from 'yup'
import { TRUCK_KINDS } from '#core/catalog/trucks'
import { MAX_FILE_BYTES, PlanFileError, readPlanFile } from '#core/document/file'
import { newPlan } from '#core/derive/newPlan'
import type { Target, TruckKind } from '#core/document/types'
import { createJob } from '../../db/jobs'
import { shops } from '../../db/schema'

const request = yup
  .object({
    kind: yup
      .string()
      .oneOf(TRUCK_KINDS.map((k) => k.id))
      .optional(),
    name: yup.string().trim().max(120).optional(),
    file: yup.string().optional(),
  })
  .strict()
  .noUnknown()

/** A new job from a truck kind and a name, or from the text of a plan file. */
export default route(async (event) => {
  const body = await readChecked(event, request, MAX_FILE_BYTES * 2)
  const [shop] = await useDatabase()
    .select({ target: shops.target })
    .from(shops)
    .where(eq(shops.id, shopId()))
  const plan = fromBody(body, shop?.target ?? undefined)
  const id = randomUUID()
  const created = await createJob(useDatabase(), await whoIs(event), id, plan)
  if (!created.ok)
    throw new ApiError(422, 'invalid', created.problems[0]!.message, { problems: created.problems })
  setResponseStatus(event, 201)
  return { id }
})

function fromBody(body: yup.InferType<typeof request>, target?: Target) {
  if (body.file !== undefined) {
    try {
      return readPlanFile(body.file)
    } catch (error) {
      if (error instanceof PlanFileError) throw new ApiError(422, 'bad-plan-file', error.message)
      throw error
    }
  }
  if (!body.kind) throw new ApiError(422, 'invalid', 'Choose a truck kind to begin from.')
  if (!body.name) throw new ApiError(422, 'invalid', 'Give the job a name, for example whose truck it is.')
  return newPlan(body.kind as TruckKind, body.name, target)
}
