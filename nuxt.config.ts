import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  modules: ['@pinia/nuxt', '@nuxt/eslint'],
  // One page per job that lives for hours in the browser, keeps unsaved edits itself and is never indexed: nothing to render on the server.
  ssr: false,
  components: [
    { path: '~/shell', pathPrefix: false },
    { path: '~/pictures', pathPrefix: false },
    { path: '~/stages', pathPrefix: false },
    { path: '~/jobs', pathPrefix: false },
    { path: '~/photos', pathPrefix: false },
  ],
  imports: { dirs: ['composables', 'stores'] },
  devtools: { enabled: false },
  app: {
    head: {
      title: 'Nimble Piston',
      htmlAttrs: { lang: 'en' },
      meta: [{ name: 'viewport', content: 'width=device-width, initial-scale=1' }],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
    },
  },
  css: ['~/assets/main.css'],
  compatibilityDate: '2026-01-01',
  nitro: {
    preset: 'node-server',
    errorHandler: '~~/server/error',
    compressPublicAssets: { gzip: true, brotli: false },
  },
  vite: {
    plugins: [tailwindcss()],
    worker: { format: 'es' },
    optimizeDeps: { include: ['immer', 'yup', 'chart.js', 'vue-chartjs', '@headlessui/vue', 'papaparse'] },
  },
  typescript: { strict: true },
  telemetry: false,
})
