import { z } from 'zod'
import { accountByEmail } from '../../database/accounts'
import { forgetFailures, isLockedOut, noteFailure } from '../../session/attempts'
import { hashOf, matches } from '../../session/password'
import { readInput } from '../../http/readInput'
import { refusal } from '../../http/refuse'
import { openRoute } from '../../http/routes'

const SignIn = z.object({
  email: z.string('Your e-mail address is needed.').min(1, 'Your e-mail address is needed.').max(190),
  password: z.string('Your password is needed.').min(1, 'Your password is needed.').max(200),
})

/** Checked when the address is unknown, so that an unknown address takes as long as a wrong password. */
const decoy = hashOf('no account has this password')

export default openRoute(async ({ event, db }) => {
  const { email, password } = await readInput(event, SignIn)
  const key = `${email.trim().toLowerCase()} ${getRequestIP(event) ?? ''}`
  const now = Date.now()
  if (isLockedOut(key, now))
    throw refusal(429, 'too-many-tries', 'Too many tries. Wait a quarter of an hour and try again.')
  const found = await accountByEmail(db, email)
  const fits = await matches(found?.passwordHash ?? (await decoy), password)
  if (!found || !fits) {
    noteFailure(key, now)
    throw refusal(422, 'wrong-sign-in', 'The e-mail address or the password is not right.', {
      password: 'The e-mail address or the password is not right.',
    })
  }
  forgetFailures(key)
  await setUserSession(event, { user: found.account })
  return found.account
})
