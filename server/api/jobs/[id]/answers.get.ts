/** What runs of a job's circuit say at its newest revision; null where nobody has run it yet, which is seen to. */
export default route(async (event) => {
  const { id, revision, plan } = await jobOf(event)
  const answers = await answersKept(plan)
  if (!answers) await queueAnswers(id)
  return { revision, build: buildId(), answers }
})
