/** Answers any other address under /api, in the common shape of an error. */
export default route(async () => {
  throw new ApiError(
    404,
    'no-route',
    'There is nothing at this address. The page’s own calls are listed in server/api.',
  )
})
