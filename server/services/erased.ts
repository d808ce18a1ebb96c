import { appendFile, readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { z } from 'zod'
import { eraseParticipant } from '../database/erase'
import { NotFound, type Database, type Scope } from '../database/rows'

/** Who was erased, by a key alone: beside the data, where no backup and no minute of the past brings it back to before. */
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
  if (dataFolder === '') return 0
  const text = await readFile(join(dataFolder, FILE), 'utf8').catch(() => '')
  let erased = 0
  for (const line of text.split('\n').filter((one) => one !== '')) {
    const { practice, participant } = Line.parse(JSON.parse(line))
    const isBack = await db('participants').where({ id: participant, practice_id: practice }).first('id')
    if (!isBack) continue
    await eraseParticipant({ db, practiceId: practice }, participant)
    erased += 1
  }
  return erased
}
