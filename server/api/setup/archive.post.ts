import { restoreArchive as restore } from '../../database/archive'
import { hasPractice } from '../../database/accounts'
import { MIGRATION_NAMES } from '../../database/migrate'
import { refusal } from '../../http/refuse'
import { restoreArchive } from '../../../core/contract/access'
import { answerAnybody } from '../../http/answer'
import { unzipped } from '../../http/unzipped'
import { eraseAgain } from '../../services/erased'
import { requireSetupCode } from '../../session/setupCode'

/** Restores a practice's archive into an empty installation. */
export default answerAnybody(restoreArchive, async ({ event, db, query }) => {
  if (await hasPractice(db)) throw refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  await requireSetupCode(event, query.code)
  const { dataFolder } = useRuntimeConfig(event)
  return unzipped(event, async (text) => {
    const rows = await restore(db, text, MIGRATION_NAMES)
    await eraseAgain(db, dataFolder)
    return rows
  })
})
