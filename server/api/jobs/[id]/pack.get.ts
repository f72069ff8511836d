import * as yup from 'yup'

const asked = yup.object({ only: yup.string().oneOf(['proof']).optional() })

/**
 * Every sheet of a job as one PDF, or with ?only=proof its proof alone: ?paper=A4 or Letter, in the shop's
 * units, with the answers of runs of the circuit.
 */
export default route(async (event) => {
  const paper = paperOf(event)
  const proofOnly = readQuery(event, asked).only === 'proof'
  const job = await jobOf(event)
  const answers = await answersOf(job)
  const pdf = await onThread('printPack', job.id, { ...job, shopId: shopId(), paper, answers, proofOnly })
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="${proofOnly ? 'proof' : 'job-pack'}-${paper.toLowerCase()}.pdf"`,
  )
  return Buffer.from(pdf)
})
