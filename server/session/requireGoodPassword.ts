import { notValid } from '../http/refuse'
import { whyNot } from './passwordRules'

/** @throws 422 with why a password cannot be taken, at its field */
export function requireGoodPassword(
  password: string,
  whose: { name: string; email: string; practiceName: string },
): void {
  const why = whyNot(password, { ...whose, practice: whose.practiceName })
  if (why !== null) throw notValid({ password: why })
}
