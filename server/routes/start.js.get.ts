/** What the page's scripts begin with, as a file of its own: a page without scripts in it can forbid them. */
export default defineEventHandler((event) => {
  const { app, public: open } = useRuntimeConfig(event)
  const config = { public: open, app: { ...app, buildId: undefined } }
  setResponseHeaders(event, { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' })
  return `window.__NUXT__ = { config: ${JSON.stringify(config)} }\n`
})
