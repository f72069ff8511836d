/** The newest edits of a job, with their authors. */
export default route(async (event) => {
  const job = getRouterParam(event, 'id') ?? ''
  return asJson(event, await onThread('history', job, { shopId: shopId(), job }))
})
