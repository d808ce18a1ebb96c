import { signOut } from '../../../core/contract/session'
import { answer } from '../../http/answer'
import { accessed } from '../../session/accessed'
import { endCarried } from '../../session/session'

export default answer(signOut, async ({ event, scope, account, query }) => {
  await endCarried(event, scope.db)
  await accessed({ event, db: scope.db }, 'signed out', account)
  // The application forgets what is this account's by itself; this holds where a page of it was torn down half way.
  if (query.waits === 'no') setResponseHeader(event, 'clear-site-data', '"storage"')
  return { signedOut: true } as const
})
