/** What the page's scripts begin with, as a file of its own: a page without scripts in it can forbid them. */
export default defineEventHandler((event) => {
  const { app, public: open } = useRuntimeConfig(event)
  // Under a name of ours: by its own, the framework would go looking for newer builds.
  const config = { public: { ...open, build: app.buildId }, app: { ...app, buildId: undefined } }
  setResponseHeaders(event, { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' })
  return `window.__NUXT__ = { config: ${JSON.stringify(config)} }\n`
})
