/** The first script of the page as a file of its own, so that the page can forbid inline scripts. */
export default defineEventHandler((event) => {
  const { app, public: open } = useRuntimeConfig(event)
  // Under another name, because under its own the framework would look for newer builds.
  const config = { public: { ...open, build: app.buildId }, app: { ...app, buildId: undefined } }
  setResponseHeaders(event, { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' })
  return `window.__NUXT__ = { config: ${JSON.stringify(config)} }\n`
})
