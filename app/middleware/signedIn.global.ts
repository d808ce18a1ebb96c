/** Pages are for those who are signed in; the first start leads to setting up. */
export default defineNuxtRouteMiddleware(async (to) => {
  if (to.path === '/set-up' || to.path === '/sign-in') return
  const { account } = useAccount()
  if (account.value === null) return navigateTo({ path: '/sign-in', query: { to: to.fullPath } })
})
