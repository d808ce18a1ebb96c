import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import { catalogueData } from './catalogueData'

interface Packed {
  text: string
  zipped: Buffer
  etag: string
}

let packed: Promise<Packed> | undefined

/** The catalogue as it goes over the wire: made once, zipped, with a name that changes when it does. */
export function packedCatalogue(): Promise<Packed> {
  return (packed ??= pack())
}

async function pack(): Promise<Packed> {
  const text = JSON.stringify(await catalogueData())
  const zipped = gzipSync(text, { level: 9 })
  return { text, zipped, etag: `"${createHash('sha256').update(zipped).digest('hex').slice(0, 20)}"` }
}
