import type { Catalogue } from '../../core/catalogue/catalogue'
import type { importPeople, ImportedRow } from '../../core/contract/practice'
import type { AnswerOf, BodyOf } from '../../core/contract/route'
import { linkedCatalogue } from '../catalogue/linkedCatalogue'
import { noteHealth } from '../database/healthLog'
import type { Acting } from '../database/rows'
import { inTransaction } from '../database/transaction'

/** How a spreadsheet is read, and how its rows are written. */
interface Reader<Row extends ImportedRow> {
  read: (text: string) => Row[]
  write: (rows: Row[]) => Promise<void>
}

/**
 * Says row by row what a spreadsheet would do and, with `commit`, does it in the same transaction; refused rows are
 * left out.
 *
 * @param prepare reads what is on file and returns how to read the text and how to write its rows
 * @throws {UnreadableFile} where it is no table, or a longer one than is read at a time
 */
export async function readInRows<Row extends ImportedRow>(
  scope: Acting,
  { text, commit }: BodyOf<typeof importPeople>,
  prepare: (acting: Acting, catalogue: Catalogue) => Promise<Reader<Row>>,
): Promise<AnswerOf<typeof importPeople>> {
  const catalogue = await linkedCatalogue(scope)
  return inTransaction(scope.db, async (trx) => {
    const within = { ...scope, db: trx }
    const { read, write } = await prepare(within, catalogue)
    const rows = read(text)
    if (commit) {
      await write(rows)
      await noteHealth(within, {}, 'imported')
    }
    return { done: commit, rows }
  })
}
