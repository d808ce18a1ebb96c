import { signIn } from '../../../core/contract/practice'
import { accountByEmail, writtenEmail } from '../../database/accounts'
import { isKnownDevice, noteDevice } from '../../database/devices'
import { answerAnybody } from '../../http/answer'
import { refusal } from '../../http/refuse'
import { addressOf } from '../../session/address'
import { attempts } from '../../session/attempts'
import { deviceOf, markDevice } from '../../session/device'
import { hashOf, matches } from '../../session/password'

/** Checked when the address is unknown, so that an unknown address takes as long as a wrong password. */
const decoy = hashOf('no account has this password')

export default answerAnybody(signIn, async ({ event, db, body }) => {
  const email = writtenEmail(body.email)
  const found = await accountByEmail(db, email)
  const carried = deviceOf(event)
  const isKnown = found !== null && carried !== null && (await isKnownDevice(db, carried, found.account.id))
  const proxies = useRuntimeConfig(event).proxies.split(',')
  const counted = await attempts().count({
    whom: found?.account.id ?? email,
    address: addressOf(event, proxies),
    device: isKnown ? carried : null,
  })
  const fits = await matches(found?.passwordHash ?? (await decoy), body.password, isKnown ? 'known' : 'unknown')
  if (!found || !fits) {
    const words = 'The e-mail address or the password is not right.'
    throw refusal(422, 'wrong-sign-in', words, { fields: { password: words } })
  }
  await counted.wasRight()
  await setUserSession(event, { user: found.account })
  await noteDevice(db, markDevice(event), found.account.id, new Date())
  return found.account
})
