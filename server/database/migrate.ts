import { lastOf, valueIn } from '../../core/entries'
import type { Knex } from 'knex'
import { locked } from './locked'
import * as oneClass from './migrations/001_one_class'
import * as ownMovements from './migrations/002_own_movements'
import * as knowPeople from './migrations/003_know_people'
import * as shelf from './migrations/004_shelf'
import * as gatherAndLead from './migrations/005_gather_and_lead'
import * as takeHome from './migrations/006_take_home'
import * as reflectAndLookBack from './migrations/007_reflect_and_look_back'
import * as versions from './migrations/008_versions'
import * as supportAndFacts from './migrations/009_support_and_facts'
import * as clearancesAndLevels from './migrations/010_clearances_and_levels'
import * as beliefsAndMemory from './migrations/011_beliefs_and_memory'
import * as howAtHome from './migrations/012_how_at_home'
import * as oneOrder from './migrations/013_one_order'
import * as notedInItsMeeting from './migrations/014_noted_in_its_meeting'
import * as signingIn from './migrations/015_signing_in'
import * as sessions from './migrations/016_sessions'
import * as roles from './migrations/017_roles'
import * as appendOnly from './migrations/018_append_only'
import * as drafts from './migrations/019_drafts'
import * as retention from './migrations/020_retention'
import * as firstCircle from './migrations/021_first_circle'
import * as simulatedMeasures from './migrations/022_simulated_measures'
import * as venueZone from './migrations/023_venue_zone'
import * as telephones from './migrations/024_telephones'
import * as emergencyNumber from './migrations/025_emergency_number'
import * as spoken from './migrations/026_spoken'
import * as goals from './migrations/027_goals'
import * as testRounds from './migrations/028_test_rounds'
import * as homeHandouts from './migrations/029_home_handouts'
import * as ownScreens from './migrations/030_own_screens'
import * as severalServers from './migrations/031_several_servers'

/** In the order in which they landed; a migration is never edited afterwards. */
const MIGRATIONS: Record<string, Knex.Migration> = {
  '001_one_class': oneClass,
  '002_own_movements': ownMovements,
  '003_know_people': knowPeople,
  '004_shelf': shelf,
  '005_gather_and_lead': gatherAndLead,
  '006_take_home': takeHome,
  '007_reflect_and_look_back': reflectAndLookBack,
  '008_versions': versions,
  '009_support_and_facts': supportAndFacts,
  '010_clearances_and_levels': clearancesAndLevels,
  '011_beliefs_and_memory': beliefsAndMemory,
  '012_how_at_home': howAtHome,
  '013_one_order': oneOrder,
  '014_noted_in_its_meeting': notedInItsMeeting,
  '015_signing_in': signingIn,
  '016_sessions': sessions,
  '017_roles': roles,
  '018_append_only': appendOnly,
  '019_drafts': drafts,
  '020_retention': retention,
  '021_first_circle': firstCircle,
  '022_simulated_measures': simulatedMeasures,
  '023_venue_zone': venueZone,
  '024_telephones': telephones,
  '025_emergency_number': emergencyNumber,
  '026_spoken': spoken,
  '027_goals': goals,
  '028_test_rounds': testRounds,
  '029_home_handouts': homeHandouts,
  '030_own_screens': ownScreens,
  '031_several_servers': severalServers,
}

/** What a migration rewrites in rows: an archive from before it is brought up to date by the same. */
const REWRITES: Record<string, (db: Knex, practiceId?: string) => Promise<void>> = {
  '009_support_and_facts': supportAndFacts.rewrite,
  '010_clearances_and_levels': clearancesAndLevels.rewrite,
  '014_noted_in_its_meeting': notedInItsMeeting.rewrite,
  '015_signing_in': signingIn.rewrite,
  '016_sessions': sessions.rewrite,
  '018_append_only': appendOnly.rewrite,
  '029_home_handouts': homeHandouts.rewrite,
  '031_several_servers': severalServers.rewrite,
}

/** Migrations that rewrite rows. */
export const REWRITING = Object.keys(REWRITES)

/**
 * Brings a practice's rows that were written with these migrations, and no later ones, up to date. A rewriting that
 * finds by itself what it has done already may look at all rows; one that does not looks at these alone.
 */
export async function catchUp(db: Knex, had: readonly string[], practiceId: string): Promise<void> {
  for (const [name, rewrite] of Object.entries(REWRITES)) if (!had.includes(name)) await rewrite(db, practiceId)
}

/** Their names, oldest first. */
export const MIGRATION_NAMES = Object.keys(MIGRATIONS)

/** What stands between a database and the newest shape. */
export interface Standing {
  applied: string[]
  /** Still to be done, oldest first. */
  pending: string[]
}

/** Data that a newer version of the application wrote. */
export class NewerData extends Error {
  override name = 'NewerData'
}

/** A migration of that name takes something away that versions before it still use; all others only add. */
const CONTRACT = '_contract'

/**
 * What was done to a database, and what is to be done.
 *
 * @param isShared whether servers of a newer version may use it too, which have only added to it so far
 * @throws {NewerData} where this version does not know all that was done to the database
 */
export async function standingOf(db: Knex, { isShared = false } = {}): Promise<Standing> {
  const isNew = !(await db.schema.hasTable('knex_migrations'))
  const rows = isNew ? [] : await db('knex_migrations').orderBy('id').select<{ name: string }[]>('name')
  const applied = rows.map(({ name }) => name)
  const unknown = applied.filter((name) => !MIGRATION_NAMES.includes(name))
  if (unknown.some((name) => !isShared || name.endsWith(CONTRACT)))
    throw new NewerData(
      `This data was written by a newer version of Unhurried Circle (${unknown.join(', ')}): ` +
        'start that version, or restore a backup from before it. Nothing was changed.',
    )
  return { applied, pending: MIGRATION_NAMES.filter((name) => !applied.includes(name)) }
}

/**
 * Brings the database to the newest shape; does nothing when it is there already. One that was cut short is simply done
 * again: every step of a migration can be. Whoever else is at it is waited for.
 *
 * @param upTo the last migration that is wanted; all of them where nothing is said
 * @throws {NewerData} where the data is newer than this version
 */
export async function migrate(db: Knex, upTo = lastOf(MIGRATION_NAMES)): Promise<string[]> {
  await standingOf(db)
  const names = MIGRATION_NAMES.slice(0, MIGRATION_NAMES.indexOf(upTo) + 1)
  return locked(db, 'circle.migrate', async () => {
    const config = {
      // Statements that change the shape end a transaction anyway; those that change rows have their own.
      disableTransactions: true,
      migrationSource: {
        getMigrations: async () => names,
        getMigrationName: (name: string) => name,
        getMigration: async (name: string) => valueIn(MIGRATIONS, name),
      },
    }
    // Nobody else migrates now, so a lock that is still set was left by one that was killed.
    await db.migrate.forceFreeMigrationsLock(config)
    const [, applied]: [number, string[]] = await db.migrate.latest(config)
    return applied
  })
}
