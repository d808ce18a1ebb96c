import { signIn } from '../../../core/contract/access'
import { accountByEmail, setPasswordHash, writtenEmail } from '../../database/accounts'
import { isKnownDevice, noteDevice } from '../../database/devices'
import { answerAnybody } from '../../http/answer'
import { notValid, refusal } from '../../http/refuse'
import { accessed, callerAddress } from '../../session/accessed'
import { attempts } from '../../session/attempts'
import { deviceOf, markDevice } from '../../session/device'
import { hashOf, isOutdated, matches } from '../../session/password'
import { secondFactors } from '../../session/secondFactors'
import { beginSession } from '../../session/session'

/** Checked when the address is unknown, so that an unknown address takes as long as a wrong password. */
const decoy = hashOf('no account has this password')

export default answerAnybody(signIn, async ({ event, db, body }) => {
  const email = writtenEmail(body.email)
  const found = await accountByEmail(db, email)
  const account = found?.account ?? null
  const about = account ? '' : email
  const carried = deviceOf(event)
  const isKnown = account !== null && carried !== null && (await isKnownDevice(db, carried, account.id))
  const counted = await attempts()
    .count({ whom: account?.id ?? email, address: callerAddress(event), device: isKnown ? carried : null })
    .catch(async (error: unknown) => {
      await accessed({ event, db }, 'was made to wait', account, about)
      throw error
    })
  const fits = await matches(found?.passwordHash ?? (await decoy), body.password, isKnown ? 'known' : 'unknown')
  if (!found || !account || !fits) {
    await accessed({ event, db }, 'gave a wrong password', account, about)
    const words = 'The e-mail address or the password is not right.'
    throw refusal(422, 'wrong-sign-in', words, { fields: { password: words } })
  }
  if (await secondFactors().isSet(account.id)) {
    if (body.code === undefined) {
      // The password was right: that a code is asked for is no wrong try.
      await counted.wasRight()
      throw refusal(422, 'code-needed', 'Now the code of your authenticator.', { fields: { code: '' } })
    }
    if (!(await secondFactors().takes(account.id, body.code))) {
      await accessed({ event, db }, 'gave a wrong one-time code', account)
      throw notValid({ code: 'This code is not right, or it was used already. Take the next one.' })
    }
  }
  await counted.wasRight()
  const passwordHash = isOutdated(found.passwordHash) ? await hashOf(body.password) : found.passwordHash
  if (passwordHash !== found.passwordHash) await setPasswordHash(db, account.id, passwordHash, found.passwordHash)
  if (!(await beginSession(event, db, account, passwordHash)))
    throw refusal(409, 'password-changed', 'The password was changed in this moment: sign in again.')
  await noteDevice(db, markDevice(event), account.id, new Date())
  await accessed({ event, db }, 'signed in', account)
  return account
})
