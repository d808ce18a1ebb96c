import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGzip } from 'node:zlib'
import { archiveLines } from '../../database/archive'
import { exportArchive } from '../../../core/contract/practice'
import { answer, sendsFile } from '../../http/answer'

/** Everything of the practice as one file, zipped as it is read. */
export default answer(exportArchive, async ({ event, scope }) => {
  sendsFile(event, 'application/gzip', `practice-${new Date().toISOString().slice(0, 10)}.jsonl.gz`)
  // Where either side breaks off, all three end, and what was sent lacks its closing line.
  await pipeline(Readable.from(archiveLines(scope)), createGzip(), event.node.res).catch(() => event.node.res.destroy())
})
