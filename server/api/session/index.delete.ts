import { signOut } from '../../../core/contract/practice'
import { answer } from '../../http/answer'

export default answer(signOut, async ({ event }) => {
  await clearUserSession(event)
  return { signedOut: true } as const
})
