import { createGunzip } from 'node:zlib'
import { BrokenArchive, restoreArchive as restore } from '../../database/archive'
import { hasPractice } from '../../database/accounts'
import { MIGRATION_NAMES } from '../../database/migrate'
import { refusal } from '../../http/refuse'
import { restoreArchive } from '../../../core/contract/practice'
import { answerAnybody } from '../../http/answer'

/** Restores a practice's archive into an empty installation. */
export default answerAnybody(restoreArchive, async ({ event, db }) => {
  if (await hasPractice(db)) throw refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  const text = event.node.req.pipe(createGunzip())
  try {
    return await restore(db, text, MIGRATION_NAMES)
  } catch (error) {
    if (error instanceof BrokenArchive)
      throw refusal(422, 'broken-archive', error.message, { fields: { file: error.message } })
    throw error
  } finally {
    text.destroy()
    event.node.req.resume()
  }
})
