import { randomUUID } from 'node:crypto'
import { z } from 'zod'
import { readMeasures, type MeasureRow } from '../../../core/formats/measureRows'
import { linkedCatalogue } from '../../catalogue/linkedCatalogue'
import { noteHealth } from '../../database/healthLog'
import { addMeasuresInBulk, measuresOf } from '../../database/measures'
import { participantsOf } from '../../database/people'
import { readInput, SPREADSHEET_AT_MOST_MB } from '../../session/readInput'
import { refusal } from '../../session/refuse'
import { leadRoute } from '../../session/routes'

const Sent = z.object({ text: z.string().min(1, 'The file is empty.'), commit: z.boolean().default(false) })

/** Says row by row what a spreadsheet of results would do; with `commit`, does it in one transaction and leaves refused rows out. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  const { text, commit } = await readInput(event, Sent, { atMostMb: SPREADSHEET_AT_MOST_MB })
  const catalogue = await linkedCatalogue(db, practiceId)
  return db.transaction(async (trx) => {
    const people = await participantsOf(trx, practiceId, undefined, { withLevels: false })
    let rows: MeasureRow[]
    try {
      rows = readMeasures(text, people, await measuresOf(trx, practiceId), catalogue)
    } catch (error) {
      throw refusal(422, 'not-valid', (error as Error).message, { text: (error as Error).message })
    }
    if (commit) {
      const results = rows.filter((row) => row.does === 'add').map((row) => ({ participant: row.participant!, record: { id: randomUUID(), ...row.record! } }))
      await addMeasuresInBulk(trx, practiceId, results, account.id)
      await noteHealth(trx, practiceId, account.id, null, 'imported')
    }
    return { done: commit, rows: rows.map(({ line, name, does, words }) => ({ line, name, does, words })) }
  })
})
