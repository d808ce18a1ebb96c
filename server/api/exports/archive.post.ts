import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGzip } from 'node:zlib'
import { archiveLines } from '../../database/archive'
import { exportArchive } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'
import { underPassphrase } from '../../services/passphrase'

/** Everything of the practice as one file, zipped and sealed as it is read. */
export default answer(exportArchive, async ({ event, scope, body }) => {
  sendsFile(event, 'application/pgp-encrypted', `practice-${new Date().toISOString().slice(0, 10)}.jsonl.gz.gpg`)
  const zipped = createGzip()
  const reading = pipeline(Readable.from(archiveLines(scope)), zipped)
  const sealed = await underPassphrase(zipped, body.passphrase)
  // Where either side breaks off, all end, and what was sent lacks its seal.
  await Promise.all([reading, pipeline(sealed, event.node.res)]).catch(() => {
    zipped.destroy()
    event.node.res.destroy()
  })
})
