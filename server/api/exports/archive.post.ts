import type { ServerResponse } from 'node:http'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGzip } from 'node:zlib'
import { archiveLines } from '../../database/archive'
import type { Scope } from '../../database/rows'
import { exportArchive } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'
import { refusal } from '../../http/refuse'
import { underPassphrase } from '../../services/passphrase'
import { TooMany, turns } from '../../threads/turns'

/**
 * Each holds a transaction from its first row to its last: one at a time, so that nobody else waits for a connection.
 */
const inTurn = turns(8)

/** Everything of the practice as one file, zipped and sealed as it is read. */
export default answer(exportArchive, async ({ event, scope, body }) => {
  sendsFile(event, 'application/pgp-encrypted', `practice-${new Date().toISOString().slice(0, 10)}.jsonl.gz.gpg`)
  try {
    await inTurn('all', () => sendArchive(scope, body.passphrase, event.node.res))
  } catch (error) {
    if (!(error instanceof TooMany)) throw error
    throw refusal(503, 'busy', 'Archives are being taken out at the moment: try again in a minute.')
  }
})

async function sendArchive(scope: Scope, passphrase: string, reply: ServerResponse): Promise<void> {
  // Whoever has gone while they waited gets none.
  if (reply.destroyed) return
  const zipped = createGzip()
  const sealed = await underPassphrase(zipped, passphrase)
  const reading = pipeline(Readable.from(archiveLines(scope)), zipped)
  // Where either side breaks off, all end, and what was sent lacks its seal.
  await Promise.all([reading, pipeline(sealed, reply)]).catch(() => {
    zipped.destroy()
    reply.destroy()
  })
}
