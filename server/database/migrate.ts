import { lastOf, valueIn } from '../../core/entries'
import type { Knex } from 'knex'
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
}

/** What a migration rewrites in rows: an archive from before it is brought up to date by the same. */
const REWRITES: Record<string, (db: Knex) => Promise<void>> = {
  '009_support_and_facts': supportAndFacts.rewrite,
  '010_clearances_and_levels': clearancesAndLevels.rewrite,
}

/** Brings rows that were written with these migrations, and no later ones, up to date. */
export async function catchUp(db: Knex, had: readonly string[]): Promise<void> {
  for (const [name, rewrite] of Object.entries(REWRITES)) if (!had.includes(name)) await rewrite(db)
}

/** Their names, oldest first. */
export const MIGRATION_NAMES = Object.keys(MIGRATIONS)

/**
 * Brings the database to the newest shape; does nothing when it is there already.
 *
 * @param upTo the last migration that is wanted; all of them where nothing is said
 */
export async function migrate(db: Knex, upTo = lastOf(MIGRATION_NAMES)): Promise<string[]> {
  const [, applied] = (await db.migrate.latest({
    migrationSource: {
      getMigrations: async () => MIGRATION_NAMES.slice(0, MIGRATION_NAMES.indexOf(upTo) + 1),
      getMigrationName: (name: string) => name,
      getMigration: async (name: string) => valueIn(MIGRATIONS, name),
    },
  })) as [number, string[]]
  return applied
}
