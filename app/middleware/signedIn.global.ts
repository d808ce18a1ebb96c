/** Setting up, signing in, and screens that come in by a code. */
const OPEN: ReadonlySet<string> = new Set(['/set-up', '/sign-in', '/watch'])

/** Pages are for those who are signed in; the first start leads to setting up. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (OPEN.has(to.path)) return
  const { account } = useAccount()
  if (account.value === null) return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
})
