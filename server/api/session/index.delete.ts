import { accountRoute } from '../../session/routes'

export default accountRoute(async ({ event }) => {
  await clearUserSession(event)
  return { signedOut: true }
})
