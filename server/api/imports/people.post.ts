import { z } from 'zod'
import { readPeople, type PersonRow } from '../../../core/formats/people'
import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { noteHealth } from '../../database/healthLog'
import { addParticipants, participantsOf, saveParticipant } from '../../database/people'
import { readInput, SPREADSHEET_AT_MOST_MB } from '../../session/readInput'
import { refusal } from '../../session/refuse'
import { leadRoute } from '../../session/routes'

const Sent = z.object({ text: z.string().min(1, 'The file is empty.'), commit: z.boolean().default(false) })

/** Says row by row what a spreadsheet of people would do; with `commit`, does it in one transaction and leaves refused rows out. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { text, commit } = await readInput(event, Sent, { atMostMb: SPREADSHEET_AT_MOST_MB })
  const catalogue = await linkedCatalogue(db, practiceId)
  return db.transaction(async (trx) => {
    const onFile = await participantsOf(trx, practiceId)
    let rows: PersonRow[]
    try {
      rows = readPeople(text, onFile, catalogue)
    } catch (error) {
      throw refusal(422, 'not-valid', (error as Error).message, { text: (error as Error).message })
    }
    if (commit) {
      await addParticipants(trx, practiceId, rows.filter((row) => row.does === 'add').map((row) => row.fields!))
      const versions = new Map(onFile.map((person) => [person.id, person.version]))
      for (const row of rows.filter((other) => other.does === 'change')) await saveParticipant(trx, practiceId, row.id!, versions.get(row.id!)!, row.fields!)
      await noteHealth(trx, practiceId, account.id, null, 'imported')
    }
    return { done: commit, rows: rows.map(({ line, name, does, words }) => ({ line, name, does, words })) }
  })
})
