import type { Knex } from 'knex'
import { once } from './steps'

/**
 * What steadies is told apart from what the hands do, a tag has gone that time now tells, and a complaint of the hip is
 * called by where it hurts. See docs/decisions/the-limits.md.
 */
export async function up(db: Knex): Promise<void> {
  await once(db, '009_support_and_facts', rewrite)
}

/** What it does to rows, also to those of an archive that was written before it. */
export async function rewrite(db: Knex): Promise<void> {
  await renameFact(db, 'hip-arthritis', 'hip-painful-groin')
  const rows = await db('own_movements').select('practice_id', 'movement', 'entry')
  for (const { practice_id, movement, entry } of rows) {
    const written = typeof entry === 'string' ? JSON.parse(entry) : entry
    const tiers: Record<string, { ladder?: Rung[] }> = written.tiers
    for (const answer of Object.values(tiers))
      answer.ladder = answer.ladder?.map(({ hands, support, demands = [], ...rung }) => ({
        ...rung,
        support: support ?? hands ?? 'none',
        demands: demands.filter((demand) => (typeof demand === 'string' ? demand : demand.tag) !== 'long-standing'),
      }))
    await db('own_movements')
      .where({ practice_id, movement })
      .update({ entry: JSON.stringify(written) })
  }
}

interface Rung {
  hands?: string
  support?: string
  demands?: (string | { tag: string })[]
}

export async function down(db: Knex): Promise<void> {
  await renameFact(db, 'hip-painful-groin', 'hip-arthritis')
}

async function renameFact(db: Knex, from: string, to: string): Promise<void> {
  await db('participant_considerations').where({ consideration: from }).update({ consideration: to })
}
