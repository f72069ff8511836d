/** Headers of every answer: own scripts only, no frames, no other type than it names. */
const POLICY = [
  "default-src 'self'",
  "script-src 'self'",
  // Libraries of the page set style attributes; scripts are only the page's own.
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  // The devices listen on loopback at a port of their own.
  "connect-src 'self' ws://127.0.0.1:*",
  "worker-src 'self' blob:",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ')

export default defineNitroPlugin((nitro) => {
  nitro.hooks.hook('request', (event) => {
    setResponseHeaders(event, {
      'content-security-policy': POLICY,
      'x-content-type-options': 'nosniff',
      'x-frame-options': 'DENY',
      'referrer-policy': 'no-referrer',
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-resource-policy': 'same-origin',
    })
  })
  // The page's first script is a file of its own (routes/start.js).
  nitro.hooks.hook('render:html', (html) => {
    const out = (parts: string[]) =>
      parts.map((part) =>
        part.replace(/<script>window\.__NUXT__[\s\S]*?<\/script>/, '<script src="/start.js"></script>'),
      )
    html.head = out(html.head)
    html.bodyAppend = out(html.bodyAppend)
  })
  nitro.hooks.hook('beforeResponse', (event) => removeResponseHeader(event, 'x-powered-by'))
})
