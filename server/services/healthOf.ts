import { statfs, readFile, rm, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import type { readReady } from '../../core/contract/practice'
import type { AnswerOf } from '../../core/contract/route'
import { timeOf } from '../database/clock'
import { NewerData, standingOf } from '../database/migrate'
import type { Database } from '../database/rows'

/** With less room on the disk it is warned of. */
const ROOM_MB = 500
const DAY_MS = 86_400_000
/** What is noted bears a server's time, and what is kept the database's: further apart they contradict each other. */
const APART_SECONDS = 5

/** What keeps an installation from storing anything, as a sentence that says what to do. */
export class NotSound extends Error {
  override name = 'NotSound'
}

/**
 * Whether everything is in order: the database answers, no table is damaged, the disk can be written to and has room,
 * and there is a backup of the last two days.
 *
 * @param dataFolder of the start command; empty: only the database is looked at
 * @throws {NotSound} where nothing can be stored
 */
export async function healthOf(db: Database, dataFolder: string, now: Date): Promise<AnswerOf<typeof readReady>> {
  await db.raw('select 1').catch(() => {
    throw new NotSound('The database does not answer. The start command starts it again; its window says why it ended.')
  })
  if (dataFolder === '') return { ok: true, isBackedUpElsewhere: true, lastBackup: null, freeMb: null, warnings: [] }
  const damaged = await noteIn(dataFolder, 'damaged.json', Damaged)
  if (damaged)
    throw new NotSound(
      `Damaged on the disk: ${damaged.tables.join(', ')}. What to do stands in the window of the start command.`,
    )
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
  const last = await noteIn(dataFolder, 'backups/last.json', LastBackup)
  const lastBackup = last?.at.toISOString() ?? null
  return { ok: true, isBackedUpElsewhere: false, lastBackup, freeMb, warnings: warningsOf(freeMb, lastBackup, now) }
}

/**
 * The same for a server that is to take work: the database has the shape that this version needs, and the two tell the
 * same time.
 *
 * @throws {NotSound} where it had better not
 */
export async function readyOf(db: Database, dataFolder: string, now: Date): Promise<AnswerOf<typeof readReady>> {
  const health = await healthOf(db, dataFolder, now)
  const { pending } = await standingOf(db, { isShared: true }).catch((error) => {
    throw error instanceof NewerData ? new NotSound(error.message) : error
  })
  if (pending.length > 0)
    throw new NotSound(`The database is not up to date (${pending.join(', ')}): npm run migrate brings it there.`)
  const apart = Math.round(Math.abs(now.getTime() - (await timeOf(db)).getTime()) / 1000)
  if (apart > APART_SECONDS)
    throw new NotSound(`The clocks of this server and of the database are ${apart} seconds apart: set them.`)
  return health
}

const Damaged = z.object({ tables: z.array(z.string()).min(1) })
const LastBackup = z.object({ at: z.coerce.date() })

/** What the start command has noted; null: nothing, or nothing that can be read. */
async function noteIn<S extends z.ZodType>(dataFolder: string, name: string, schema: S): Promise<z.output<S> | null> {
  try {
    return schema.parse(JSON.parse(await readFile(join(dataFolder, name), 'utf8')))
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
