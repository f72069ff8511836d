import { eq } from 'drizzle-orm'
import * as yup from 'yup'
import { createDeriver } from '#core/derive/derive'
import { jobPack } from '#core/derive/jobPack'
import { proofSheet } from '#core/derive/proofSheet'
import { photoSheets } from '#core/derive/photoSheet'
import { allPhotoBytes, listPhotos } from '../../../db/photos'
import { shops } from '../../../db/schema'

const asked = yup.object({ only: yup.string().oneOf(['proof']).optional() })

/**
 * Every sheet of a job as one PDF, or with ?only=proof its proof alone: ?paper=A4 or Letter, in the shop's
 * units, what runs of the circuit find included.
 */
export default route(async (event) => {
  const paper = paperOf(event)
  const job = await jobOf(event)
  const { plan, revision } = job
  const [shop] = await useDatabase()
    .select({ name: shops.name, units: shops.units })
    .from(shops)
    .where(eq(shops.id, shopId()))
  const derived = createDeriver()(plan, await answersOf(job))
  const photos = await listPhotos(useDatabase(), shopId(), job.id)
  const { name, number } = plan.job
  const { units } = shop!
  const isProof = readQuery(event, asked).only === 'proof'
  const sheets = isProof
    ? [proofSheet({ plan, derived, units })]
    : [...jobPack(plan, derived, units), ...photoSheets(plan, derived, photos)]
  const pdf = await packPdf(
    sheets,
    {
      circuit: await drawCircuit(plan.air),
      photos: await allPhotoBytes(useDatabase(), shopId(), job.id),
    },
    {
      job: number ? `${name} · Job ${number}` : name,
      shop: shop!.name,
      date: new Date().toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' }),
      revision,
    },
    paper,
  )
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="${isProof ? 'proof' : 'job-pack'}-${paper.toLowerCase()}.pdf"`,
  )
  return pdf
})
