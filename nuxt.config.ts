import { HEADERS } from './server/http/headers'
import { firstScreenFirst } from './server/built/firstScreenFirst'
import { layBeside } from './server/built/layBeside'
import tailwindcss from '@tailwindcss/vite'

/**
 * Shown at once as they were laid in, and renewed then: one that nobody has made is answered with a page, and not kept.
 */
const keptFigures = (urlPattern: RegExp, type: string) => ({
  urlPattern,
  handler: 'StaleWhileRevalidate' as const,
  options: {
    cacheName: 'figures',
    cacheableResponse: { statuses: [200], headers: { 'content-type': type } },
    expiration: { maxEntries: 3000 },
  },
})

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  // A signed-in tool whose screens live on keystrokes: rendered in the browser, see
  // docs/decisions/rendered-in-the-browser.md.
  ssr: false,
  devtools: { enabled: false },
  telemetry: false,
  modules: ['@pinia/nuxt', '@vite-pwa/nuxt'],
  imports: { autoImport: true },
  components: [{ path: '~/components', pathPrefix: false }],
  css: ['@fontsource-variable/atkinson-hyperlegible-next/wght.css', '~/assets/main.css'],
  vite: { plugins: [tailwindcss()] },
  // The application opens without the server: see docs/decisions/without-a-net.md.
  pwa: {
    registerType: 'prompt',
    registerWebManifestInRouteRules: true,
    manifest: {
      name: 'Unhurried Circle',
      short_name: 'Circle',
      description:
        'Design, lead and look back on mobility classes that run in bed, on chairs, standing and on the floor at once.',
      lang: 'en',
      start_url: '/',
      display: 'standalone',
      background_color: '#faf8f4',
      theme_color: '#faf8f4',
      icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
    },
    workbox: {
      globPatterns: ['_nuxt/**/*.{js,css,woff2,wasm}', 'icon.svg'],
      maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
      // One shell serves every page; it is made by the server, so it does not lie among the files.
      additionalManifestEntries: [{ url: '/', revision: String(Date.now()) }],
      directoryIndex: null,
      navigateFallback: '/',
      navigateFallbackDenylist: [/^\/api\//],
      cleanupOutdatedCaches: true,
      // Figures, and how they move and get from posture to posture.
      runtimeCaching: [
        keptFigures(/\/figures\/(?!of\/|moving\/|changing\/)/, 'image/svg+xml'),
        keptFigures(/\/figures\/(moving|changing)\//, 'application/json'),
      ],
    },
  },
  app: {
    head: {
      title: 'Unhurried Circle',
      htmlAttrs: { lang: 'en' },
      // Before any module: what parses answers compiles no code of its own, which the content policy forbids.
      script: [{ innerHTML: 'globalThis.__zod_globalConfig={jitless:true}', tagPosition: 'head' }],
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'color-scheme', content: 'light dark' },
      ],
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' },
        { rel: 'manifest', href: '/manifest.webmanifest' },
        // Who is signed in is asked while the code is still on its way.
        { rel: 'preload', as: 'fetch', href: '/api/session', crossorigin: 'anonymous' },
      ],
    },
  },
  nitro: {
    experimental: { tasks: false },
    // A hall's network is somebody's telephone: a class's figures are ten times smaller zipped.
    compressPublicAssets: { gzip: true, brotli: false },
    routeRules: {
      '/**': { headers: HEADERS },
      '/api/**': { headers: { 'cache-control': 'no-store' } },
    },
    hooks: {
      // Answers are parsed where they arrive; with this many routes, matching every path against all of them is more
      // than the compiler takes.
      'types:extend': (types) => void (types.routes = {}),
      compiled: ({ options }) => layBeside(options.output.serverDir),
    },
  },
  hooks: {
    'build:manifest': (manifest) => firstScreenFirst(manifest),
  },
  runtimeConfig: {
    /** Where the start command keeps its data and the backups; empty: nowhere that this server knows. */
    dataFolder: '',
    /** Addresses of proxies before this server, by commas: what they say of where a request comes from is believed. */
    proxies: '',
    public: {
      /** Where a tablet is helped to trust this machine, over plain http; 0: nowhere. */
      trustPort: 0,
    },
    /** Whether browsers reach this server over https. */
    https: false,
    /** Names and addresses by which it may be called, by commas, beside this machine's own. */
    hosts: '',
    /** How the server's log is written: empty: words, of what went wrong; json: a line for each request. */
    logs: '',
    /** What whoever reads how the server fares has to show; empty: they ask from this machine. */
    metricsToken: '',
    /** Seals what is kept of this installation's access. */
    accessKey: '',
    /** What whoever sets up a practice, or restores one, has to show; empty: nobody can. */
    setupCode: '',
    database: { host: '127.0.0.1', port: 0, user: '', password: '', name: '', tls: '', ca: '', isShared: false },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
})
