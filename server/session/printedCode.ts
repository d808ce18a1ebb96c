import { randomBytes } from 'node:crypto'

/** Letters and digits that nobody mistakes for each other on paper. */
const LETTERS = 'abcdefghjkmnpqrstuvwxyz23456789'

/** A code of chance as it is printed: groups of five; each letter is worth 4.95 bits. */
export function printedCode(length: number): string {
  // Bytes beyond the last whole multiple are drawn again, so that no letter is likelier than another.
  const letters: string[] = []
  while (letters.length < length)
    for (const byte of randomBytes(length))
      if (byte < LETTERS.length * 8 && letters.length < length) letters.push(LETTERS.charAt(byte % LETTERS.length))
  return letters.join('').replace(/(.{5})(?=.)/g, '$1-')
}

/** A code as it is compared: capitals, spaces and dashes make no difference. */
export function typedCode(code: string): string {
  return code.toLowerCase().replace(/[^a-z0-9]/g, '')
}
