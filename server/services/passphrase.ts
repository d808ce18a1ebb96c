import { Readable } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import type { ReadableStream } from 'node:stream/web'
import { isError } from 'h3'
import { createMessage, encrypt } from 'openpgp'
import { keysInThread } from '../threads/inThread'

/** Why something under a passphrase cannot be opened. */
export class NotOpened extends Error {
  override name = 'NotOpened'
}

/** What is opened is read on in pieces, as it would come from a network. */
const PIECE = 65_536

/** What openpgp takes for a stream is the web's, by a type of its own. */
type Binary = ReadableStream<Uint8Array<ArrayBuffer>>

/**
 * Bytes under a passphrase, as they come: an OpenPGP message (RFC 9580), which any program for that opens.
 *
 * @param bytes in any pieces; what goes wrong in it goes wrong in what is returned
 */
export async function underPassphrase(bytes: Readable, passphrase: string): Promise<Readable> {
  const { key, packets } = await keysInThread('newKey', passphrase)
  const message = await createMessage({ binary: Readable.toWeb(bytes) as Binary })
  const sealed = (await encrypt({ message, sessionKey: key, format: 'binary' })) as Binary
  return Readable.from(
    (async function* () {
      yield packets
      yield* Readable.fromWeb(sealed)
    })(),
    { objectMode: false },
  )
}

/**
 * What lies under a passphrase. All of it is read and held against its seal before any of it is handed on.
 *
 * @throws {NotOpened} where the passphrase is another one, or the file is none of this kind, damaged or cut short
 */
export async function fromUnderPassphrase(bytes: Readable, passphrase: string): Promise<Readable> {
  const sealed = await buffer(bytes)
  try {
    const opened = await keysInThread('openSealed', { sealed, passphrase })
    return Readable.from(piecesOf(opened))
  } catch (error) {
    if (isError(error)) throw error
    throw new NotOpened('The file does not open: the passphrase is another one, or the file is damaged or cut short.', {
      cause: error,
    })
  }
}

function* piecesOf(bytes: Uint8Array): Generator<Uint8Array> {
  for (let from = 0; from < bytes.length; from += PIECE) yield bytes.subarray(from, from + PIECE)
}
