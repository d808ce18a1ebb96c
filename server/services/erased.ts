import { appendFile, readFile, rename, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import { eraseParticipant } from '../database/erase'
import { NotFound, type Database, type Scope } from '../database/rows'

/**
 * Who was erased, by a key alone: beside the data, where no backup and no minute of the past brings it back to before.
 */
const FILE = 'erased.jsonl'
const Line = z.object({ practice: z.uuid(), participant: z.uuid(), at: z.string() })

/**
 * Erases somebody, and keeps in the folder of the data that they are: every restore erases them again.
 *
 * @param dataFolder of the start command; empty: nothing is kept
 * @throws {NotFound} when the practice has no such participant
 */
export async function erasePerson(scope: Scope, participantId: string, dataFolder: string, now: Date): Promise<void> {
  const { db, practiceId } = scope
  const own = { id: participantId, practice_id: practiceId }
  if (!(await db('participants').where(own).first('id'))) throw new NotFound('There is no such person.')
  // First: where the erasing is cut short, the next start does it.
  const line = JSON.stringify({ practice: practiceId, participant: participantId, at: now.toISOString() })
  if (dataFolder !== '') await appendFile(join(dataFolder, FILE), `${line}\n`, { mode: 0o600, flush: true })
  await eraseParticipant(scope, participantId)
}

/**
 * Erases again whom a restore, of a backup, of a minute or of an archive, has brought back.
 *
 * @returns how many they were
 */
export async function eraseAgain(db: Database, dataFolder: string): Promise<number> {
  const back = await thoseBack(db, await linesIn(dataFolder))
  for (const { practice, participant } of back) await eraseParticipant({ db, practiceId: practice }, participant)
  return back.length
}

/** The made-up circle begins anew with the people it always has: none of them counts as erased any more. */
export async function forgetErased(db: Database, dataFolder: string): Promise<void> {
  const lines = await linesIn(dataFolder)
  const back = new Set((await thoseBack(db, lines)).map(({ participant }) => participant))
  if (back.size === 0) return
  const kept = lines.filter(({ participant }) => !back.has(participant)).map((line) => `${JSON.stringify(line)}\n`)
  const file = join(dataFolder, FILE)
  await writeFile(`${file}.new`, kept.join(''), { mode: 0o600, flush: true })
  await rename(`${file}.new`, file)
}

async function linesIn(dataFolder: string): Promise<z.infer<typeof Line>[]> {
  if (dataFolder === '') return []
  const text = await readFile(join(dataFolder, FILE), 'utf8').catch(() => '')
  return text
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => Line.parse(JSON.parse(line)))
}

/** Those of them who are there. */
async function thoseBack(db: Database, lines: readonly z.infer<typeof Line>[]): Promise<z.infer<typeof Line>[]> {
  const ids = [...new Set(lines.map(({ participant }) => participant))]
  const there = new Set(await db('participants').whereIn('id', ids).pluck('id'))
  return lines.filter((line, at) => {
    const isFirst = lines.findIndex(({ participant }) => participant === line.participant) === at
    return isFirst && there.has(line.participant)
  })
}
