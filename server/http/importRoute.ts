import type { Catalogue } from '../../core/catalogue/catalogue'
import type { importMeasures, importPeople, ImportedRow } from '../../core/contract/practice'
import { UnreadableFile } from '../../core/formats/table'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { noteHealth } from '../database/healthLog'
import type { Acting } from '../database/rows'
import { answer } from './answer'
import { notValid } from './refuse'
import { inTransaction } from '../database/transaction'

/** How a spreadsheet is read, and how its rows are written. */
interface Importer<Row extends ImportedRow> {
  read: (text: string) => Row[]
  write: (rows: Row[]) => Promise<void>
}

/**
 * A route that says row by row what a spreadsheet would do and, with `commit`, does it in the same transaction; refused
 * rows are left out.
 *
 * @param prepare reads what is on file and returns how to read the text and how to write its rows
 */
export function importRoute<Row extends ImportedRow>(
  route: typeof importPeople | typeof importMeasures,
  prepare: (acting: Acting, catalogue: Catalogue) => Promise<Importer<Row>>,
) {
  return answer(route, async ({ scope, body: { text, commit } }) => {
    const catalogue = await linkedCatalogue(scope)
    return inTransaction(scope.db, async (trx) => {
      const within = { ...scope, db: trx }
      const { read, write } = await prepare(within, catalogue)
      const rows = readFile(() => read(text))
      if (commit) {
        await write(rows)
        await noteHealth(within, null, 'imported')
      }
      return { done: commit, rows }
    })
  })
}

/** Reads a file that was sent; one that is not what it should be is refused with what is wrong with it. */
export function readFile<T>(read: () => T): T {
  try {
    return read()
  } catch (error) {
    if (error instanceof UnreadableFile) throw notValid({ text: error.message }, error.message)
    throw error
  }
}
