import type { Knex } from 'knex'
import { change, once } from './steps'

/**
 * A clearance says what it opens and until when, and rungs whose support changed have another level: whoever worked at
 * one is put where what they did is found now. See docs/decisions/the-limits.md.
 */
export async function up(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('participant_considerations', (t) => {
      t.date('cleared_until').nullable()
      t.json('opens').nullable()
    }),
  )
  await once(db, '010_clearances_and_levels', rewrite)
}

export async function down(db: Knex): Promise<void> {
  await change(db, (schema) =>
    schema.alterTable('participant_considerations', (t) => t.dropColumns('cleared_until', 'opens')),
  )
}

/** What it does to rows, also to those of an archive that was written before it; the lower level first. */
export async function rewrite(db: Knex, practiceId?: string): Promise<void> {
  for (const [tier, from, to, movements] of MOVED)
    await db('levels')
      .whereIn('movement', movements)
      .where({ tier, level: from, ...(practiceId === undefined ? {} : { practice_id: practiceId }) })
      .update({ level: to })
}

/** Tier, level before, level now: hands on the seat are a second level, one hand is no longer a third, and so on. */
const MOVED: readonly [tier: string, from: number, to: number, movements: string[]][] = [
  [
    'chair',
    3,
    2,
    [
      ...['knee-lift-hold', 'slow-knee-lowering', 'leg-back-press', 'hip-circles', 'inward-turn-lift'],
      ...['outward-turn-press', 'rotation-sit', 'open-and-cross', 'knee-straightening', 'heel-pull'],
      ...['ankle-circles', 'ankle-rolls', 'down-and-up'],
    ],
  ],
  ['standing', 2, 1, ['calf-and-shin']],
  [
    'standing',
    3,
    2,
    [
      ...['front-of-hip-opening', 'front-of-thigh', 'knee-lift-hold', 'slow-knee-lowering', 'bridge'],
      ...['side-leg-raise', 'hip-circles', 'inward-turn-lift', 'rotation-sit', 'active-straight-leg-raise'],
      ...['heel-pull', 'ankle-circles', 'step-and-tandem', 'outward-turn-press', 'squeeze', 'round-and-arch'],
      ...['calf-and-shin', 'down-and-up'],
    ],
  ],
  [
    'standing',
    4,
    3,
    [
      ...['front-of-hip-opening', 'front-of-thigh', 'knee-lift-hold', 'slow-knee-lowering', 'step-and-tandem'],
      ...['heel-raises', 'calf-and-shin', 'ankle-on-knee', 'open-and-cross'],
    ],
  ],
  ['standing', 4, 2, ['hip-rock', 'opposite-reach', 'leg-back-press', 'knee-straightening']],
  ['floor', 3, 2, ['sit-to-stand']],
]
