import { createHash } from 'node:crypto'
import { gzipSync } from 'node:zlib'
import type { CatalogueData } from '../../core/catalogue/catalogue'
import { indexOf } from '../../core/catalogue/summary'

interface Packed {
  text: string
  zipped: Buffer
  etag: string
}

/**
 * The shipped catalogue is one object for the whole run, so it is packed once; a practice's own until it is changed.
 */
const known = new WeakMap<CatalogueData, Packed>()

/** A catalogue's index as it goes over the wire: zipped, with a name that changes when it does. */
export function packedCatalogue(data: CatalogueData): Packed {
  const before = known.get(data)
  if (before) return before
  const text = JSON.stringify(indexOf(data))
  const zipped = gzipSync(text, { level: 6 })
  const packed = { text, zipped, etag: `"${createHash('sha256').update(zipped).digest('hex').slice(0, 20)}"` }
  known.set(data, packed)
  return packed
}
