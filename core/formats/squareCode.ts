import { create } from 'qrcode'

/** So many modules are left free around a square code, as ISO/IEC 18004 asks. */
const QUIET = 4

/**
 * A square code as one path in a box of so many modules.
 *
 * @source ISO/IEC 18004, by the library
 * @throws where the text is longer than such a code holds
 * @example
 * squareCode('A').size // 29
 */
export function squareCode(text: string): { size: number; path: string } {
  const { modules } = create(text, { errorCorrectionLevel: 'L' })
  let path = ''
  for (let row = 0; row < modules.size; row += 1)
    for (let column = 0; column < modules.size; column += 1)
      if (modules.get(row, column)) path += `M${column + QUIET} ${row + QUIET}h1v1h-1z`
  return { size: modules.size + 2 * QUIET, path }
}
