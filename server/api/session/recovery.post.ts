import { recover } from '../../../core/contract/access'
import { accountByEmail, setPasswordHash } from '../../database/accounts'
import { noteDevice } from '../../database/devices'
import { takeRecoveryCode } from '../../database/recoveryCodes'
import { endSessionsOf } from '../../database/sessions'
import { inTransaction } from '../../database/transaction'
import { lines } from '../../live/lines'
import { answerAnybody } from '../../http/answer'
import { notValid } from '../../http/refuse'
import { accessed, callerAddress } from '../../session/accessed'
import { attempts } from '../../session/attempts'
import { markDevice } from '../../session/device'
import { hashOf } from '../../session/password'
import { requireGoodPassword } from '../../session/requireGoodPassword'
import { secondFactors } from '../../session/secondFactors'
import { beginSession } from '../../session/session'

/**
 * Signs in with a printed code and a new password. A code cannot be guessed, so wrong passwords keep nobody from it,
 * and it stands in for the second factor, whose device may be gone as well.
 */
export default answerAnybody(recover, async ({ event, db, body }) => {
  const counted = await attempts().countOfAddress(callerAddress(event))
  const found = await accountByEmail(db, body.email)
  const recovered =
    found &&
    (await inTransaction(db, async (trx) => {
      if (!(await takeRecoveryCode(trx, found.account.id, body.recoveryCode))) return null
      // Only who has a code is told what is wrong with the password, or makes the server hash; a code is not used up by
      // it.
      requireGoodPassword(body.password, found.account)
      const passwordHash = await hashOf(body.password)
      await setPasswordHash(trx, found.account.id, passwordHash)
      return { passwordHash, ended: await endSessionsOf(trx, found.account.id) }
    }))
  if (!found || !recovered) {
    await accessed({ event, db }, 'gave a wrong recovery code', found?.account ?? null, found ? '' : body.email)
    throw notValid({ recoveryCode: 'This is no recovery code of this address, or it was used already.' })
  }
  lines.cut(recovered.ended)
  await secondFactors().end(found.account.id)
  await counted.wasRight()
  await beginSession(event, db, found.account, recovered.passwordHash)
  await noteDevice(db, markDevice(event), found.account.id, new Date())
  await accessed({ event, db }, 'signed in with a recovery code', found.account)
  return found.account
})
