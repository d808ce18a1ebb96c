import { Readable } from 'node:stream'
import { createGzip } from 'node:zlib'
import { archiveLines } from '../../database/archive'
import { noteHealth } from '../../database/healthLog'
import { exportArchive } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'

/** Everything of the practice as one file, zipped as it is read. */
export default answer(exportArchive, async ({ event, scope }) => {
  await noteHealth(scope, null, 'took the archive out')
  sendsFile(event, 'application/gzip', `practice-${new Date().toISOString().slice(0, 10)}.jsonl.gz`)
  return sendStream(event, Readable.from(archiveLines(scope)).pipe(createGzip()))
})
