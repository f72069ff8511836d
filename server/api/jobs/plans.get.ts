/** All jobs of a list, with the list's own query, as one file of plans. */
export default route(async (event) => {
  const query = jobQueryOf(event)
  setHeader(event, 'content-disposition', 'attachment; filename="jobs.plans.json"')
  return asJson(event, await onThread('exportPlans', shopId(), { shopId: shopId(), query }))
})
