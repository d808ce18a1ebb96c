import { accountRoute } from '../../http/routes'

export default accountRoute(async ({ event }) => {
  await clearUserSession(event)
  return { signedOut: true }
})
