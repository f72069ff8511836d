import tailwindcss from '@tailwindcss/vite'
import { minifySync } from 'oxc-minify'
import type { Plugin } from 'vite'

const UNUSED_FETCHING = ['createUseAsyncData', 'createUseFetch']

/**
 * Scripts made small: as small as by the usual way, in a small part of its time. In the end of all: what looks up which
 * styles an import brings reads the code as it was written.
 */
const minified = (): Plugin => ({
  name: 'minified-scripts',
  enforce: 'post',
  applyToEnvironment: ({ name }) => name === 'client',
  generateBundle: {
    order: 'post',
    handler(_, bundle) {
      for (const file of Object.values(bundle))
        if (file.type === 'chunk') {
          const small = minifySync(file.fileName, file.code, { module: true, mangle: { toplevel: true } })
          if (small.errors[0]) this.error(`${file.fileName} cannot be made small: ${small.errors[0].message}`)
          file.code = small.code
        }
    },
  },
})

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
    { path: '~/shop', pathPrefix: false },
  ],
  imports: { dirs: ['composables', 'stores'] },
  devtools: { enabled: false },
  // Nothing is rendered on the server, so there is no payload to read and no newer build to look for.
  experimental: {
    appManifest: false,
    payloadExtraction: false,
    renderJsonPayloads: false,
    // A page is fetched when its link is pointed at, not while the one at hand is still coming.
    defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } },
  },
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
    plugins: [tailwindcss(), minified()],
    worker: { format: 'es', plugins: () => [minified()] },
    // No component here, nor in what is used, is written with options: that half of Vue stays at home.
    define: { __VUE_OPTIONS_API__: 'false' },
    // Nuxt makes its own ways of fetching whether anybody fetches with them or not; nobody does.
    build: {
      minify: false,
      cssMinify: true,
      rollupOptions: {
        treeshake: { manualPureFunctions: ['defineKeyedFunctionFactory', ...UNUSED_FETCHING] },
      },
    },
    optimizeDeps: { include: ['immer', 'yup', 'chart.js', 'vue-chartjs', '@headlessui/vue', 'papaparse'] },
  },
  hooks: {
    // Of what the entry may come to need, only what the page of a job is made of is fetched ahead: nearly every visit
    // opens one.
    'build:manifest': (manifest) => {
      for (const chunk of Object.values(manifest))
        if (chunk.isEntry)
          chunk.dynamicImports = chunk.dynamicImports?.filter((name) => !/\.(vue|ts)$/.test(name))
    },
  },
  typescript: { strict: true },
  telemetry: false,
})
