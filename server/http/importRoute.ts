import { z } from 'zod'
import type { Catalogue } from '../../core/catalogue/catalogue'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { noteHealth } from '../database/healthLog'
import type { Database } from '../database/rows'
import { readInput, SPREADSHEET_AT_MOST_MB } from './readInput'
import { refusal } from './refuse'
import { leadRoute } from './routes'

const Sent = z.object({ text: z.string().min(1, 'The file is empty.'), commit: z.boolean().default(false) })

/** What an import would do with one row of a spreadsheet, and why. */
interface ImportedRow {
  line: number
  name: string
  does: 'add' | 'change' | 'same' | 'refuse'
  words: string[]
}

/**
 * A route that says row by row what a spreadsheet would do and, with `commit`, does it in the same transaction; refused
 * rows are left out.
 *
 * @param prepare reads what is on file and returns how to read the text and how to write its rows
 */
export function importRoute<Row extends ImportedRow>(
  prepare: (
    trx: Database,
    practiceId: string,
    catalogue: Catalogue,
  ) => Promise<{ read: (text: string) => Row[]; write: (rows: Row[], accountId: string) => Promise<void> }>,
) {
  return leadRoute(async ({ event, db, practiceId, account }) => {
    const { text, commit } = await readInput(event, Sent, { atMostMb: SPREADSHEET_AT_MOST_MB })
    const catalogue = await linkedCatalogue(db, practiceId)
    return db.transaction(async (trx) => {
      const { read, write } = await prepare(trx, practiceId, catalogue)
      const rows = readOr422(read, text)
      if (commit) {
        await write(rows, account.id)
        await noteHealth(trx, practiceId, account.id, null, 'imported')
      }
      return { done: commit, rows: rows.map(({ line, name, does, words }) => ({ line, name, does, words })) }
    })
  })
}

function readOr422<Row>(read: (text: string) => Row[], text: string): Row[] {
  try {
    return read(text)
  } catch (error) {
    const { message } = error as Error
    throw refusal(422, 'not-valid', message, { text: message })
  }
}
