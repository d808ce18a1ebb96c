import { Readable } from 'node:stream'
import type { ReadableStream } from 'node:stream/web'
import { createMessage, decrypt, encrypt, readMessage } from 'openpgp'

/** Why something under a passphrase cannot be opened. */
export class NotOpened extends Error {
  override name = 'NotOpened'
}

/** What openpgp takes for a stream is the web's, by a type of its own. */
type Binary = ReadableStream<Uint8Array<ArrayBuffer>>

/**
 * Bytes under a passphrase, as they come: an OpenPGP message (RFC 9580), which any program for that opens.
 *
 * @param bytes in any pieces; what goes wrong in it goes wrong in what is returned
 */
export async function underPassphrase(bytes: Readable, passphrase: string): Promise<Readable> {
  const message = await createMessage({ binary: Readable.toWeb(bytes) as Binary })
  return Readable.fromWeb((await encrypt({ message, passwords: passphrase, format: 'binary' })) as Binary)
}

/**
 * What lies under a passphrase. All of it is read and held against its seal before any of it is handed on.
 *
 * @throws {NotOpened} where the passphrase is another one, or the file is none of this kind, damaged or cut short
 */
export async function fromUnderPassphrase(bytes: Readable, passphrase: string): Promise<Readable> {
  try {
    const message = await readMessage({ binaryMessage: Readable.toWeb(bytes) as Binary })
    const { data } = await decrypt({ message, passwords: passphrase, format: 'binary' })
    return Readable.fromWeb(data as unknown as Binary)
  } catch (error) {
    throw new NotOpened('The file does not open: the passphrase is another one, or the file is damaged or cut short.', {
      cause: error,
    })
  }
}
