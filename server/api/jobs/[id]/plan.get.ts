import { writePlanFile } from '#core/document/file'

/** The job as a plan file in the open format. */
export default route(async (event) => {
  const { plan } = await jobOf(event)
  setHeader(event, 'content-type', 'application/json; charset=utf-8')
  setHeader(
    event,
    'content-disposition',
    `attachment; filename="${plan.job.name.replace(/[^\w-]+/g, '-').toLowerCase() || 'job'}.plan.json"`,
  )
  return writePlanFile(plan)
})
