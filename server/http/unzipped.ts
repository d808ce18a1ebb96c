import { PassThrough, Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, type Gunzip } from 'node:zlib'
import type { H3Event } from 'h3'
import { PASSPHRASE_HEADER } from '../../core/contract/route'
import { BrokenArchive } from '../database/archiveFile'
import { fromUnderPassphrase, NotOpened } from '../services/passphrase'
import { refusal } from './refuse'

/** By these two bytes a zipped file begins (RFC 1952). */
const GZIP = Buffer.from([0x1f, 0x8b])
/** This bit is set in the first byte of every OpenPGP message (RFC 9580, 4.2). */
const OPENPGP = 0x80

/**
 * An archive as it is uploaded, opened with the passphrase that came with it and unzipped as it is read; one without a
 * passphrase, of an earlier version, is just unzipped. Whatever happens, nothing of it stays open.
 *
 * @throws what refuses the file or the passphrase at its place
 */
export async function unzipped<R>(event: H3Event, read: (text: Gunzip) => Promise<R>): Promise<R> {
  const { req } = event.node
  const body = req.pipe(new PassThrough())
  const text = createGunzip()
  // A sender who goes away in the middle ends the reading too.
  req.once('close', () => {
    if (req.complete) return
    for (const stream of [body, text]) stream.destroy(new BrokenArchive('The upload was broken off.'))
  })
  try {
    const zipped = await opened(body, passphraseOf(event))
    // What goes wrong on the way is met where the text is read.
    pipeline(zipped, text).catch((error: Error) => text.destroy(error))
    return await read(text)
  } catch (error) {
    if (error instanceof BrokenArchive)
      throw refusal(422, 'broken-archive', error.message, { fields: { file: error.message } })
    if (error instanceof NotOpened)
      throw refusal(422, 'broken-archive', error.message, { fields: { passphrase: error.message } })
    throw error
  } finally {
    // What is left is read away, so that the sender hears the answer.
    req.unpipe(body)
    body.destroy()
    text.destroy()
    req.resume()
  }
}

async function opened(body: PassThrough, passphrase: string): Promise<Readable> {
  const pieces: AsyncIterableIterator<Buffer> = body.iterator()
  let began = Buffer.alloc(0)
  while (began.length < GZIP.length) {
    const next = await pieces.next()
    if (next.done) break
    began = Buffer.concat([began, next.value])
  }
  const whole = Readable.from(
    (async function* () {
      yield began
      yield* pieces
    })(),
  )
  if (began.subarray(0, GZIP.length).equals(GZIP)) return whole
  if (((began[0] ?? 0) & OPENPGP) === 0) throw new BrokenArchive('This is no archive of a practice.')
  if (passphrase === '') throw new NotOpened('This file lies under a passphrase: type it first, then choose the file.')
  return fromUnderPassphrase(whole, passphrase)
}

/** Sent as a header, since a body is the file and addresses are written into logs. */
function passphraseOf(event: H3Event): string {
  try {
    return decodeURIComponent(getRequestHeader(event, PASSPHRASE_HEADER) ?? '')
  } catch {
    return ''
  }
}
