import { formatISO, subMonths } from 'date-fns'
import type { Retention, RetentionRules } from '../../core/contract/retention'
import { inTransaction } from './transaction'
import type { Acting, Scope } from './rows'

export async function retentionRules({ db, practiceId }: Scope): Promise<RetentionRules> {
  const row = await db('practices').where({ id: practiceId }).first('keep_people_months', 'keep_logs_months')
  return { peopleMonths: row?.keep_people_months ?? null, logsMonths: row?.keep_logs_months ?? null }
}

export async function setRetention({ db, practiceId }: Acting, rules: RetentionRules): Promise<void> {
  await inTransaction(db, async (trx) => {
    await trx('practices')
      .where({ id: practiceId })
      .update({ keep_people_months: rules.peopleMonths, keep_logs_months: rules.logsMonths })
  })
}

/**
 * Who was not heard of for so long: neither came to a class nor was measured or screened.
 *
 * @param months null: nobody is due
 */
export async function notHeardOf(
  { db, practiceId }: Scope,
  months: number | null,
  now: Date,
): Promise<Retention['due']> {
  if (months === null) return []
  const last = (sql: string) => `coalesce((${sql}), '1000-01-01')`
  const rows = await db('participants as p')
    .where({ 'p.practice_id': practiceId })
    .whereNull('p.erased_at')
    .select<{ id: string; name: string; last: string }[]>(
      'p.id',
      'p.name',
      db.raw(`date(greatest(
        ${last(
          'select max(m.starts_at) from arrivals a join meetings m on m.id = a.meeting_id where ' +
            'a.participant_id = p.id and a.came',
        )},
        ${last('select max(x.taken_at) from measures x where x.participant_id = p.id')},
        ${last('select max(s.entered_at) from screenings s where s.participant_id = p.id')},
        ${last('select max(l.decided_at) from ledger l where l.participant_id = p.id')},
        coalesce(p.screened_on, '1000-01-01'))) as last`),
    )
  const before = formatISO(subMonths(now, months), { representation: 'date' })
  return rows
    .filter((row) => row.last < before && row.last > '1000-01-01')
    .toSorted((a, b) => a.last.localeCompare(b.last))
    .map((row) => ({ id: row.id, name: row.name, lastOn: row.last }))
}
