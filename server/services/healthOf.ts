import { statfs, readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import type { readHealth } from '../../core/contract/practice'
import type { AnswerOf } from '../../core/contract/route'
import type { Database } from '../database/rows'

/** With less room on the disk it is warned of. */
const ROOM_MB = 500
const DAY_MS = 86_400_000

/** What keeps an installation from storing anything, as a sentence that says what to do. */
export class NotSound extends Error {
  override name = 'NotSound'
}

/**
 * Whether everything is in order: the database answers, the disk can be written to and has room, and there is a backup
 * of the last two days.
 *
 * @param dataFolder of the start command; empty: only the database is looked at
 * @throws {NotSound} where nothing can be stored
 */
export async function healthOf(db: Database, dataFolder: string, now: Date): Promise<AnswerOf<typeof readHealth>> {
  await db.raw('select 1').catch(() => {
    throw new NotSound('The database does not answer. The start command starts it again; its window says why it ended.')
  })
  if (dataFolder === '') return { ok: true, lastBackup: null, freeMb: null, warnings: [] }
  const probe = join(dataFolder, `.written-${process.pid}`)
  await writeFile(probe, String(now.getTime()))
    .then(() => rm(probe))
    .catch((error: NodeJS.ErrnoException) => {
      throw new NotSound(
        error.code === 'ENOSPC'
          ? 'The disk is full: make room now, nothing that is noted can be stored.'
          : `The data folder cannot be written to (${error.code}): give the account the right to write there.`,
      )
    })
  const { bavail, bsize } = await statfs(dataFolder)
  const freeMb = Math.round((bavail * bsize) / 1024 / 1024)
  const lastBackup = await lastBackupAt(dataFolder)
  return { ok: true, lastBackup, freeMb, warnings: warningsOf(freeMb, lastBackup, now) }
}

async function lastBackupAt(dataFolder: string): Promise<string | null> {
  try {
    const { at } = JSON.parse(await readFile(join(dataFolder, 'backups', 'last.json'), 'utf8'))
    return typeof at === 'string' ? new Date(at).toISOString() : null
  } catch {
    return null
  }
}

function warningsOf(freeMb: number, lastBackup: string | null, now: Date): string[] {
  const isOld = lastBackup !== null && now.getTime() - Date.parse(lastBackup) > 2 * DAY_MS
  return [
    ...(freeMb < ROOM_MB ? [`Only ${freeMb} MB are left on the disk: make room before the next class.`] : []),
    ...(isOld ? ['The last backup is of more than two days ago: look at what the start command says.'] : []),
  ]
}
