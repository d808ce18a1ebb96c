import { decrypt, encryptSessionKey, generateSessionKey, readMessage, type SessionKey } from 'openpgp'

/** Making a key of a passphrase takes a tenth of a second on purpose, so that guessing is slow: nobody waits for it. */

/** What a file is sealed with, and the packets in which it lies under the passphrase, for the file's beginning. */
export interface KeyUnder {
  key: SessionKey
  packets: Uint8Array
}

/** A key that was never used, and how it lies under a passphrase. */
export async function newKey(passphrase: string): Promise<KeyUnder> {
  const key = await generateSessionKey({ encryptionKeys: [] })
  const packets = await encryptSessionKey({ ...key, passwords: passphrase, format: 'binary' })
  return { key, packets }
}

/**
 * What lies under a passphrase, held against its seal.
 *
 * @param sealed an OpenPGP message, whole
 * @throws where the passphrase is another one, or the message is none, damaged or cut short
 */
export async function openSealed({
  sealed,
  passphrase,
}: {
  sealed: Uint8Array
  passphrase: string
}): Promise<Uint8Array> {
  const message = await readMessage({ binaryMessage: sealed })
  const { data } = await decrypt({ message, passwords: passphrase, format: 'binary' })
  return data
}
