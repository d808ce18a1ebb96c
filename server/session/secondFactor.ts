import { createHash } from 'node:crypto'
import { Secret, TOTP } from 'otpauth'
import { toString as pictureOf } from 'qrcode'
import type { Database } from '../database/rows'
import { sealed, unsealed } from '../database/sealed'

/** What authenticators take without being told: RFC 6238, SHA-1, six digits, half a minute. */
const SHAPE = { issuer: 'Unhurried Circle', algorithm: 'SHA1', digits: 6, period: 30 } as const
/** A clock may be half a minute off, RFC 6238 §5.2. */
const WINDOW = 1
/** RFC 4226 §4: 128 bits at least, 160 recommended. */
const SECRET_BYTES = 20

/** Codes of an authenticator, six digits each half minute: a second factor beside the password. */
export class SecondFactor {
  /** @param key of this installation: secrets are stored sealed by it, and are in no archive */
  constructor(
    private readonly db: Database,
    private readonly key: string,
  ) {}

  /** Whether codes are asked for. */
  async isSet(accountId: string): Promise<boolean> {
    return (
      (await this.db('second_factors')
        .where({ account_id: accountId })
        .whereNotNull('confirmed_at')
        .first('account_id')) !== undefined
    )
  }

  /**
   * Makes a secret, which asks for nothing until a code of it was given.
   *
   * @returns as it is typed into an authenticator, and as a picture, SVG
   */
  async begin(account: { id: string; email: string }): Promise<{ secret: string; picture: string }> {
    const secret = new Secret({ size: SECRET_BYTES })
    await this.db('second_factors')
      .insert({
        account_id: account.id,
        secret: sealed(this.keyBytes(), account.id, secret.base32),
        confirmed_at: null,
        last_step: 0,
      })
      .onConflict('account_id')
      .merge()
    const uri = new TOTP({ ...SHAPE, label: account.email, secret }).toString()
    return { secret: secret.base32, picture: await pictureOf(uri, { type: 'svg', margin: 2 }) }
  }

  /**
   * Whether a code is the authenticator's; each is taken once, also where it comes twice at the same moment.
   *
   * @param what `first`: the one that confirms the secret
   */
  async takes(accountId: string, code: string, what: 'first' | 'later' = 'later'): Promise<boolean> {
    const row = await this.db('second_factors').where({ account_id: accountId }).first('secret', 'confirmed_at')
    if (!row || (row.confirmed_at === null) !== (what === 'first')) return false
    // Sealed by another key: then a recovery code is the way in.
    const base32 = unsealed(this.keyBytes(), accountId, row.secret)
    if (base32 === null) return false
    const totp = new TOTP({ ...SHAPE, secret: Secret.fromBase32(base32) })
    const away = totp.validate({ token: code, window: WINDOW })
    if (away === null) return false
    const step = totp.counter() + away
    const taken = await this.db('second_factors')
      .where({ account_id: accountId })
      .where('last_step', '<', step)
      .update({ last_step: step, ...(what === 'first' ? { confirmed_at: this.db.raw('utc_timestamp()') } : {}) })
    return taken === 1
  }

  async end(accountId: string): Promise<void> {
    await this.db('second_factors').where({ account_id: accountId }).delete()
  }

  private keyBytes(): Buffer {
    return createHash('sha256').update(`second factors ${this.key}`).digest()
  }
}
