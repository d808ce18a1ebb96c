import { signOut } from '../../../core/contract/access'
import { answer } from '../../http/answer'
import { accessed } from '../../session/accessed'
import { endCarried } from '../../session/session'

export default answer(signOut, async ({ event, scope, account }) => {
  await endCarried(event, scope.db)
  await accessed({ event, db: scope.db }, 'signed out', account)
  return { signedOut: true } as const
})
