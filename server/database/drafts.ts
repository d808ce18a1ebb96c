import { createHash } from 'node:crypto'
import { subDays } from 'date-fns'
import type { AccountDraft } from '../../core/contract/drafts'
import { isoOf, sqlTimeOf, type Database } from './rows'
import { sealed, unsealed } from './sealed'

/** What nobody has gone on with for so long is thrown away, days. */
const KEPT_DAYS = 60
/** Nobody has more forms begun. */
const AT_MOST = 100

/** What somebody has begun in forms, kept for them under the key of this installation. */
export class Drafts {
  private readonly key: Buffer
  /** @param key of this installation: what is kept is sealed by it, and is in no archive */
  constructor(
    private readonly db: Database,
    key: string,
  ) {
    this.key = createHash('sha256').update(`drafts ${key}`).digest()
  }

  async of(accountId: string): Promise<AccountDraft[]> {
    const rows = await this.db('drafts')
      .where({ account_id: accountId })
      .select<{ name: string; sealed: string; begun_at: string }[]>('name', 'sealed', 'begun_at')
    return rows.flatMap((row) => {
      const text = unsealed(this.key, `${accountId} ${row.name}`, row.sealed)
      return text === null ? [] : [{ of: row.name, at: isoOf(row.begun_at), value: JSON.parse(text) }]
    })
  }

  async keep(accountId: string, { of, at, value }: AccountDraft, now = new Date()): Promise<void> {
    const row = {
      ...{ account_id: accountId, name: of, begun_at: sqlTimeOf(at) },
      sealed: sealed(this.key, `${accountId} ${of}`, JSON.stringify(value)),
    }
    await this.db('drafts').insert(row).onConflict(['account_id', 'name']).merge()
    await this.db('drafts').where('begun_at', '<', subDays(now, KEPT_DAYS)).delete()
    const oldest = this.db('drafts')
      .where({ account_id: accountId })
      .orderBy('begun_at', 'desc')
      .offset(AT_MOST)
      .limit(1000)
    const names = (await oldest.select<{ name: string }[]>('name')).map(({ name }) => name)
    if (names.length > 0) await this.db('drafts').where({ account_id: accountId }).whereIn('name', names).delete()
  }

  async forget(accountId: string, of: string): Promise<void> {
    await this.db('drafts').where({ account_id: accountId, name: of }).delete()
  }
}
