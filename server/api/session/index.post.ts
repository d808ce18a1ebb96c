import { accountByEmail } from '../../database/accounts'
import { forgetFailures, isLockedOut, noteFailure } from '../../session/attempts'
import { hashOf, matches } from '../../session/password'
import { refusal } from '../../http/refuse'
import { signIn } from '../../../core/contract/practice'
import { answerAnybody } from '../../http/answer'

/** Checked when the address is unknown, so that an unknown address takes as long as a wrong password. */
const decoy = hashOf('no account has this password')

export default answerAnybody(signIn, async ({ event, db, body: { email, password } }) => {
  const key = `${email.trim().toLowerCase()} ${getRequestIP(event) ?? ''}`
  if (await isLockedOut(key))
    throw refusal(429, 'too-many-tries', 'Too many tries. Wait a quarter of an hour and try again.')
  const found = await accountByEmail(db, email)
  const fits = await matches(found?.passwordHash ?? (await decoy), password)
  if (!found || !fits) {
    await noteFailure(key)
    const words = 'The e-mail address or the password is not right.'
    throw refusal(422, 'wrong-sign-in', words, { fields: { password: words } })
  }
  await forgetFailures(key)
  await setUserSession(event, { user: found.account })
  return found.account
})
