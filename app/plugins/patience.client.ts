/** So long the server may take to say who is signed in; then the application starts with whom it knows. */
const PATIENCE_MS = 4000

/** A server that hangs does not keep the application from starting. */
export default defineNuxtPlugin({
  name: 'patience',
  enforce: 'pre',
  setup() {
    globalThis.$fetch = $fetch.create({
      onRequest({ request, options }) {
        if (request === '/api/_auth/session') options.timeout = PATIENCE_MS
      },
    }) as typeof $fetch
  },
})
