/** The answer to an unhandled error: a plain sentence without internals. */
export default defineNitroErrorHandler((error, event) => {
  const status = error.statusCode >= 400 && error.statusCode < 600 ? error.statusCode : 500
  if (status >= 500) console.error(new Date().toISOString(), error.name)
  setResponseStatus(event, status)
  setResponseHeader(event, 'content-type', 'text/plain; charset=utf-8')
  event.node.res.end(
    status === 404 ? 'There is nothing at this address.\n' : 'This could not be answered. Try again.\n',
  )
})
