import { createGunzip, type Gunzip } from 'node:zlib'
import type { H3Event } from 'h3'
import { BrokenArchive } from '../database/archive'
import { refusal } from './refuse'

/**
 * A zipped archive as it is uploaded, unzipped as it is read. Whatever happens, nothing of it stays open.
 *
 * @throws what refuses the file at its place, where it is broken
 */
export async function unzipped<R>(event: H3Event, read: (text: Gunzip) => Promise<R>): Promise<R> {
  const { req } = event.node
  const text = createGunzip()
  // A sender who goes away in the middle ends the reading too.
  req.once('close', () => !req.complete && text.destroy(new BrokenArchive('The upload was broken off.')))
  req.pipe(text)
  try {
    return await read(text)
  } catch (error) {
    const words = error instanceof BrokenArchive ? error.message : null
    if (words !== null) throw refusal(422, 'broken-archive', words, { fields: { file: words } })
    throw error
  } finally {
    text.destroy()
    req.resume()
  }
}
