import { Readable } from 'node:stream'
import { createGzip } from 'node:zlib'
import { archiveLines } from '../../database/archive'
import { noteHealth } from '../../database/healthLog'
import { leadRoute } from '../../http/routes'

/** Everything of the practice as one file, zipped as it is read. */
export default leadRoute(async ({ event, db, practiceId, account }) => {
  await noteHealth(db, practiceId, account.id, null, 'took the archive out')
  setResponseHeaders(event, {
    'content-type': 'application/gzip',
    'content-disposition': `attachment; filename="practice-${new Date().toISOString().slice(0, 10)}.jsonl.gz"`,
  })
  return sendStream(event, Readable.from(archiveLines(db, practiceId)).pipe(createGzip()))
})
