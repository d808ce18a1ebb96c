import { checkArchive } from '../../../core/contract/practice'
import { readArchive } from '../../database/archiveFile'
import { MIGRATION_NAMES } from '../../database/migrate'
import { answer } from '../../http/answer'
import { unzipped } from '../../http/unzipped'

/** Reads an archive to its end and says what it holds; nothing of it is stored. */
export default answer(checkArchive, async ({ event }) => {
  const { rows } = await unzipped(event, (text) => readArchive(text, MIGRATION_NAMES))
  return { rows }
})
