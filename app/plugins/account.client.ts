import { FetchError } from 'ofetch'

/** Who is signed in is known before the first page; a page that cannot be read any more asks for signing in. */
export default defineNuxtPlugin({
  name: 'account',
  async setup(nuxt) {
    nuxt.hook('vue:error', (error) => {
      if (!(error instanceof FetchError) || error.statusCode !== 401) return
      const { fullPath } = useRouter().currentRoute.value
      void navigateTo({ path: '/sign-in', query: { to: fullPath } })
    })
    await useAccount().refresh()
  },
})
