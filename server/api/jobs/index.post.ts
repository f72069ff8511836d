import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import * as yup from 'yup'
import { TRUCK_KINDS } from '#core/catalog/trucks'
import { MAX_FILE_BYTES, PlanFileError, readPlanFile } from '#core/document/file'
import { copyOf, likeThis } from '#core/derive/anotherJob'
import { LONGEST_JOB_NAME } from '#core/document/fields'
import { newPlan } from '#core/derive/newPlan'
import type { Target, TruckKind } from '#core/document/types'
import { createJob, readJob } from '../../db/jobs'
import { shops } from '../../db/schema'

const request = yup
  .object({
    kind: yup
      .string()
      .oneOf(TRUCK_KINDS.map((k) => k.id))
      .optional(),
    name: yup
      .string()
      .trim()
      .max(LONGEST_JOB_NAME, `A name holds ${LONGEST_JOB_NAME} characters. Shorten it.`)
      .optional(),
    file: yup.string().optional(),
    /** Another job to begin from: the same truck once more, or a new one set up like it. */
    from: yup.string().max(64).optional(),
    as: yup.string().oneOf(['copy', 'like']).optional(),
  })
  .strict()
  .noUnknown()

/** A new job from a truck kind and a name, from another job, or from the text of a plan file. */
export default route(async (event) => {
  const body = await readChecked(event, request, MAX_FILE_BYTES * 2)
  const [shop] = await useDatabase()
    .select({ target: shops.target, colours: shops.colours })
    .from(shops)
    .where(eq(shops.id, shopId()))
  const plan = body.from !== undefined ? await fromJob(body) : fromBody(body, shop)
  const id = randomUUID()
  const created = await createJob(useDatabase(), await whoIs(event), id, plan)
  if (!created.ok)
    throw new ApiError(422, 'invalid', created.problems[0]!.message, { problems: created.problems })
  await queueAnswers(id)
  setResponseStatus(event, 201)
  return { id }
})

async function fromJob({ from, as, name }: yup.InferType<typeof request>) {
  const job = await readJob(useDatabase(), shopId(), from ?? '')
  if (!job) throw new ApiError(404, 'no-job', 'The job to begin from is not in this shop. Choose another.')
  if (!name) throw nameless()
  return (as === 'like' ? likeThis : copyOf)(job.plan, name)
}
const nameless = () => new ApiError(422, 'invalid', 'Give the job a name, for example whose truck it is.')

/** What a new job takes over of what its shop has set. */
type ShopHabits = { target: Target | null; colours: Record<string, string> }

function fromBody(body: yup.InferType<typeof request>, shop?: ShopHabits) {
  if (body.file !== undefined) {
    try {
      return readPlanFile(body.file)
    } catch (error) {
      if (error instanceof PlanFileError) throw new ApiError(422, 'bad-plan-file', error.message)
      throw error
    }
  }
  if (!body.kind) throw new ApiError(422, 'invalid', 'Choose a truck kind to begin from.')
  if (!body.name) throw nameless()
  const plan = newPlan(body.kind as TruckKind, body.name, shop?.target ?? undefined)
  return { ...plan, power: { ...plan.power, colours: shop?.colours ?? {} } }
}
