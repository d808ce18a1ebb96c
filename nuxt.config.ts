import { SESSION_SECONDS } from './server/session/lifetime'
import tailwindcss from '@tailwindcss/vite'

export default defineNuxtConfig({
  compatibilityDate: '2026-11-01',
  // A signed-in tool whose screens live on keystrokes: rendered in the browser, see docs/decisions/rendered-in-the-browser.md.
  ssr: false,
  devtools: { enabled: false },
  telemetry: false,
  modules: ['@pinia/nuxt', 'nuxt-auth-utils'],
  imports: { autoImport: true },
  components: [{ path: '~/components', pathPrefix: false }],
  css: ['@fontsource-variable/atkinson-hyperlegible-next/wght.css', '~/assets/main.css'],
  vite: { plugins: [tailwindcss()] },
  app: {
    head: {
      title: 'Unhurried Circle',
      htmlAttrs: { lang: 'en' },
      meta: [
        { name: 'viewport', content: 'width=device-width, initial-scale=1' },
        { name: 'color-scheme', content: 'light dark' },
      ],
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
    },
  },
  nitro: {
    serverAssets: [{ baseName: 'catalogue', dir: '../catalogue' }],
    experimental: { tasks: false },
    // Answers are parsed where they arrive; with this many routes, matching every path against all of them is more than the compiler takes.
    hooks: { 'types:extend': (types) => void (types.routes = {}) },
  },
  runtimeConfig: {
    /** Where the start command keeps its data and the backups; empty: nowhere that this server knows. */
    dataFolder: '',
    session: { name: 'circle', password: '', maxAge: SESSION_SECONDS, cookie: { sameSite: 'lax', secure: false } },
    database: { host: '127.0.0.1', port: 0, user: '', password: '', name: '' },
  },
  typescript: { strict: true, tsConfig: { compilerOptions: { noUncheckedIndexedAccess: true } } },
})
