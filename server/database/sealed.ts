import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto'

const IV_BYTES = 12
const TAG_BYTES = 16

/**
 * Text under a key, AES-256-GCM, in base64.
 *
 * @param key 32 bytes
 * @param of what it belongs to: it opens beside nothing else
 */
export function sealed(key: Uint8Array, of: string, text: string): string {
  const iv = randomBytes(IV_BYTES)
  const cipher = createCipheriv('aes-256-gcm', key, iv).setAAD(Buffer.from(of))
  const inside = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()])
  return Buffer.concat([iv, cipher.getAuthTag(), inside]).toString('base64')
}

/** What was sealed; null where it was sealed under another key, beside something else, or was changed. */
export function unsealed(key: Uint8Array, of: string, text: string): string | null {
  const bytes = Buffer.from(text, 'base64')
  if (bytes.length < IV_BYTES + TAG_BYTES) return null
  const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, IV_BYTES))
    .setAAD(Buffer.from(of))
    .setAuthTag(bytes.subarray(IV_BYTES, IV_BYTES + TAG_BYTES))
  try {
    return Buffer.concat([decipher.update(bytes.subarray(IV_BYTES + TAG_BYTES)), decipher.final()]).toString('utf8')
  } catch {
    return null
  }
}
