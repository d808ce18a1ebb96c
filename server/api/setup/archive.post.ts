import { createGunzip } from 'node:zlib'
import { BrokenArchive, restoreArchive } from '../../database/archive'
import { hasPractice } from '../../database/accounts'
import { MIGRATION_NAMES } from '../../database/migrate'
import { refusal } from '../../http/refuse'
import { openRoute } from '../../http/routes'

/** Restores a practice's archive into an empty installation; the body is the file as it was taken out. */
export default openRoute(async ({ event, db }) => {
  if (await hasPractice(db)) throw refusal(409, 'already-set-up', 'There is a practice here already: sign in.')
  const text = event.node.req.pipe(createGunzip())
  try {
    return await restoreArchive(db, text, MIGRATION_NAMES)
  } catch (error) {
    if (error instanceof BrokenArchive) throw refusal(422, 'broken-archive', error.message, { file: error.message })
    throw error
  } finally {
    text.destroy()
    event.node.req.resume()
  }
})
