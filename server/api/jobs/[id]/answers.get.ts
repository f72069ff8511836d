/**
 * Answers of runs of a job's circuit at its newest revision; null if nobody has run it yet: then it is queued.
 */
export default route(async (event) => {
  const { id, revision, plan } = await jobOf(event)
  const answers = await answersKept(plan)
  if (!answers) await queueAnswers(id)
  return { revision, build: buildId(), answers }
})
