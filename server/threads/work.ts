import { randomUUID } from 'node:crypto'
import { eq } from 'drizzle-orm'
import * as yup from 'yup'
import type { Answers } from '#core/air/run/answers'
import { ARCHETYPES } from '#core/air/circuit/startingCircuits'
import { TRUCK_KINDS } from '#core/catalog/trucks'
import { copyOf, likeThis } from '#core/jobs/anotherJob'
import { createDeriver } from '#core/derive/derive'
import { jobPack } from '#core/papers/jobPack'
import { begunWith, doorOf, misfit } from '#core/jobs/doors'
import { newPlan } from '#core/jobs/newPlan'
import { photoSheets } from '#core/papers/photoSheet'
import { proofSheet } from '#core/papers/proofSheet'
import { handInRequest } from '#core/document/exchange'
import { LONGEST_JOB_NAME } from '#core/document/fields'
import { PlanFileError, readPlanFile, writePlanFiles } from '#core/document/file'
import type { KeptEdit } from '#core/document/handIn'
import type { Paper } from '#core/document/paper'
import type { Plan, Target, TruckKind } from '#core/document/types'
import { sheetBlocks } from '#core/handover/sheetText'
import type { Database } from '../db/client'
import {
  createJob,
  handInToJob,
  listPlans,
  readHistory,
  readJob,
  type HistoryRow,
  type JobQuery,
  type Who,
} from '../db/jobs'
import { allPhotoBytes, listPhotos } from '../db/photos'
import { shops } from '../db/schema'
import { handInToShop } from '../db/shops'
import { drawCircuit } from '../print/circuitDrawing'
import { packPdf } from '../print/packPdf'
import { sheetPdf } from '../print/sheetPdf'
import { ApiError, checkedJson } from '../utils/apiError'

/**
 * All long work that a request asks for. It runs on a thread of its own, so that no other request waits. Input
 * and result are copied between threads; answers to the page leave as JSON text.
 */

/** Who is, and who was, at the browser that hands edits in. */
export interface AtBrowser {
  now: string
  were: string[]
}
type Printed = { shopId: string; paper: Paper; plan: Plan }

/** The author, if every edit was made by somebody who is or was at this browser. */
function whoMade(shopId: string, browser: AtBrowser, edits: KeptEdit[]): Who {
  if (edits.some(({ who }) => !browser.were.includes(who)))
    throw new ApiError(
      403,
      'not-yours',
      'Among these edits are some of a person who was never at this browser. Choose that person once, then hand them in.',
    )
  return { shopId, authorId: browser.now }
}

const archetype = yup
  .string()
  .oneOf(ARCHETYPES.map(({ id }) => id))
  .optional()
const newJobRequest = yup
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
    /** Another job to start from: the same truck again, or a new one set up like it. */
    from: yup.string().max(64).optional(),
    as: yup.string().oneOf(['copy', 'like']).optional(),
    /** What kind of job it is, by its door; what is there, what it becomes, and what it carries, kg. */
    door: yup.string().max(20).optional(),
    choice: yup.string().max(20).optional(),
    found: archetype,
    target: archetype,
    load: yup
      .number()
      .moreThan(0, 'A load is more than nothing. Type its mass, or leave it out.')
      .max(50_000, 'A load of more than 50 t is not on one truck. Type its mass again.')
      .optional(),
  })
  .strict()
  .noUnknown()
type NewJobRequest = yup.InferType<typeof newJobRequest>

const nameless = () => new ApiError(422, 'invalid', 'Give the job a name, for example whose truck it is.')

/** What a new job takes from its shop's settings. */
type ShopHabits = { target: Target | null; colours: Record<string, string> }

function fromBody(body: NewJobRequest, shop?: ShopHabits): Plan {
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
  const own = { ...plan, power: { ...plan.power, colours: shop?.colours ?? {} } }
  const choice = doorOf(body.door ?? 'new', body.choice)
  if (!choice) throw new ApiError(422, 'invalid', 'Choose what kind of job it is.')
  const begun = {
    choice,
    found: body.found ?? null,
    target: body.target ?? null,
    load: body.load ?? null,
  }
  const wrong = misfit(begun)
  if (wrong) throw new ApiError(422, 'invalid', wrong)
  return begunWith(own, begun)
}

/** The tasks, by the name a route uses. */
export const tasksOn = (db: Database) => {
  const shopRow = async (shopId: string) => (await db.select().from(shops).where(eq(shops.id, shopId))).at(0)

  async function fromJob(shopId: string, { from, as, name }: NewJobRequest): Promise<Plan> {
    const job = await readJob(db, shopId, from ?? '')
    if (!job) throw new ApiError(404, 'no-job', 'The job to begin from is not in this shop. Choose another.')
    if (!name) throw nameless()
    return (as === 'like' ? likeThis : copyOf)(job.plan, name)
  }

  return {
    /**
     * A new job from a truck kind and a name, from another job, or from the text of a plan file. Returns its
     * id.
     */
    async beginJob({ text, who }: { text: string; who: Who }): Promise<string> {
      const body = checkedJson(text, newJobRequest)
      const plan =
        body.from !== undefined ? await fromJob(who.shopId, body) : fromBody(body, await shopRow(who.shopId))
      const id = randomUUID()
      const created = await createJob(db, who, id, plan)
      if (!created.ok)
        throw new ApiError(422, 'invalid', created.problems[0]!.message, { problems: created.problems })
      return id
    },

    /** Hands in a page's edits of a job; returns the answer as JSON. */
    async handInToJob(asked: {
      text: string
      shopId: string
      browser: AtBrowser
      job: string
    }): Promise<string> {
      const { edits } = checkedJson(asked.text, handInRequest)
      const who = whoMade(asked.shopId, asked.browser, edits)
      const answer = await handInToJob(db, who, asked.job, edits)
      if (!answer) throw new ApiError(404, 'no-job', 'There is no such job in this shop.')
      return JSON.stringify(answer)
    },

    /** Hands in edits of a job made by the server itself. */
    async keepOwnEdits({ who, job, edits }: { who: Who; job: string; edits: KeptEdit[] }): Promise<void> {
      await handInToJob(db, who, job, edits)
    },

    /** Hands in edits of a shop's settings; returns the answer as JSON. */
    async handInToShop(asked: { text: string; shopId: string; browser: AtBrowser }): Promise<string> {
      const { edits } = checkedJson(asked.text, handInRequest)
      const answer = await handInToShop(db, whoMade(asked.shopId, asked.browser, edits), edits)
      if (!answer) throw new ApiError(404, 'no-shop', 'There is no such shop.')
      return JSON.stringify(answer)
    },

    /** The driver's sheet of a plan as PDF. */
    async printSheet({ shopId, paper, plan }: Printed): Promise<Uint8Array> {
      const shop = (await shopRow(shopId))!
      const derived = createDeriver()(plan)
      return sheetPdf(sheetBlocks(derived.stages.handover.result, shop.units), shop.name, paper)
    },

    /** Every sheet of a job as PDF, or its proof alone. */
    async printPack(
      asked: Printed & { id: string; revision: number; answers: Answers; proofOnly: boolean },
    ): Promise<Uint8Array> {
      const { shopId, paper, plan, id, revision } = asked
      const { name: shop, units } = (await shopRow(shopId))!
      const derived = createDeriver()(plan, asked.answers)
      const photos = await listPhotos(db, shopId, id)
      const { name, number } = plan.job
      return packPdf(
        asked.proofOnly
          ? [proofSheet({ plan, derived, units })]
          : [...jobPack(plan, derived, units), ...photoSheets(plan, derived, photos)],
        { circuit: await drawCircuit(plan.air), photos: await allPhotoBytes(db, shopId, id) },
        {
          job: number ? `${name} · Job ${number}` : name,
          shop,
          date: new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }),
          revision,
        },
        paper,
      )
    },

    /** One file with the plan of every job on a list. */
    async exportPlans({ shopId, query }: { shopId: string; query: JobQuery }): Promise<string> {
      return writePlanFiles(await listPlans(db, shopId, query))
    },

    /** The newest edits of a job, as JSON. */
    async history({ shopId, job }: { shopId: string; job: string }): Promise<string> {
      return JSON.stringify((await readHistory(db, shopId, job)) satisfies HistoryRow[])
    },
  }
}

export type Tasks = ReturnType<typeof tasksOn>
export type TaskName = keyof Tasks
export type TaskInput<T extends TaskName> = Parameters<Tasks[T]>[0]
export type TaskOutput<T extends TaskName> = Awaited<ReturnType<Tasks[T]>>
