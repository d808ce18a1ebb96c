import { entryAt } from '../entries'
import Papa from 'papaparse'

/** A file that is not what it should be, with what is wrong with it. */
export class UnreadableFile extends Error {
  override name = 'UnreadableFile'
}

/** A table as it was read: headers in their order, and rows by header. */
export interface Table {
  headers: string[]
  /** `line` counts as a spreadsheet does: the header is line 1. `surplus` are filled cells under no heading. */
  rows: { line: number; cells: Record<string, string>; surplus: string[] }[]
}

/**
 * Reads the text of a file whatever program wrote it: UTF-8 with or without its mark, UTF-16 with its mark, and else
 * the Western code page that older spreadsheets use.
 *
 * @example
 * decodeText(new TextEncoder().encode('Åse')) // 'Åse'
 */
export function decodeText(bytes: Uint8Array): string {
  const [first, second] = bytes
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes)
  if (first === 0xfe && second === 0xff) return new TextDecoder('utf-16be').decode(bytes)
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** As many rows are read at a time. */
export const ROWS_AT_MOST = 5000

/**
 * Reads comma-, semicolon- or tab-separated text with a header row; empty rows are left out.
 *
 * @throws {UnreadableFile} where it has more than `ROWS_AT_MOST` lines
 * @example
 * readTable('Name;Born\nAda;1950').rows[0].cells // { Name: 'Ada', Born: '1950' }
 */
export function readTable(text: string): Table {
  const cleaned = text.replace(/^\uFEFF/, '')
  const { data } = Papa.parse<string[]>(cleaned, {
    skipEmptyLines: false,
    delimitersToGuess: [',', ';', '\t', '|'],
    delimiter: delimiterOf(cleaned),
    // The header, all rows, and one more by which it is seen that there are too many.
    preview: ROWS_AT_MOST + 2,
  })
  if (data.length > ROWS_AT_MOST + 1 && data.at(-1)?.some((cell) => cell.trim() !== ''))
    throw new UnreadableFile(`This table has more than ${ROWS_AT_MOST} rows: send it in parts.`)
  const [head = [], ...body] = data
  const headers = distinct(head.map((name) => name.trim()))
  const rows = body.flatMap((cells, at) => {
    const filled = cells.some((cell) => cell.trim() !== '')
    return filled
      ? [
          {
            line: at + 2,
            cells: Object.fromEntries(headers.map((name, column) => [name, unguarded((cells[column] ?? '').trim())])),
            surplus: cells
              .slice(headers.length)
              .map((cell) => cell.trim())
              .filter((cell) => cell !== ''),
          },
        ]
      : []
  })
  return { headers, rows }
}

/** A heading that stands there again is counted: "To respect", "To respect 2". */
function distinct(headers: readonly string[]): string[] {
  const seen = new Map<string, number>()
  return headers.map((name) => {
    const count = (seen.get(name) ?? 0) + 1
    seen.set(name, count)
    return count === 1 || name === '' ? name : `${name} ${count}`
  })
}

/** A header names the separator better than guesswork over the whole file; empty: let the library guess. */
function delimiterOf(text: string): string {
  const head = text.slice(0, text.search(/\r?\n|$/))
  const counts = [';', '\t', ',']
    .map((sign) => ({ sign, count: head.split(sign).length - 1 }))
    .sort((a, b) => b.count - a.count)
  return entryAt(counts, 0).count > 0 ? entryAt(counts, 0).sign : ','
}

/** What a spreadsheet may take for a formula: also in wide letters, and behind signs that nobody sees. */
const FORMULA = /^[\s\u200B-\u200F\u2060\uFEFF]*[=+\-@\uFF1D\uFF0B\uFF0D\uFF20]/

/** A spreadsheet must not take a text for a formula; the mark that says so is taken off again when it is read. */
function unguarded(cell: string): string {
  return cell.startsWith("'") && FORMULA.test(cell.slice(1)) ? cell.slice(1) : cell
}

/**
 * Rows as comma-separated text with a header; numbers stay numbers and no text can run as a formula.
 *
 * @example
 * writeTable(['Name', 'Born'], [['Ada', 1950], ['Bo, Co', null]]) // '\ufeffName,Born\r\nAda,1950\r\n"Bo, Co",\r\n'
 */
export function writeTable(headers: readonly string[], rows: readonly (string | number | null)[][]): string {
  const data = rows.map((row) => row.map((cell) => cell ?? ''))
  const table = Papa.unparse({ fields: [...headers], data }, { escapeFormulae: FORMULA, newline: '\r\n' })
  return `\uFEFF${table}\r\n`
}

/**
 * Looks for columns by any of their names, whatever their case, spaces and signs.
 *
 * @param names what is looked for → how it may be called
 * @returns the cell of a row by what it is, empty where there is no such column
 * @example
 * columnsIn(['Naam', 'Born'], { name: ['name', 'naam'] }).has('name') // true
 */
export function columnsIn<K extends string>(
  headers: readonly string[],
  names: Record<K, readonly string[]>,
): { has: (key: K) => boolean; cell: (cells: Record<string, string>, key: K) => string } {
  const bare = (text: string) => plainWords(text).replace(/[^a-z0-9]/g, '')
  const found = new Map(
    Object.entries<readonly string[]>(names).map(([key, wanted]) => [
      key,
      headers.find((header) => wanted.map(bare).includes(bare(header))),
    ]),
  )
  return { has: (key) => found.get(key) !== undefined, cell: (cells, key) => cells[found.get(key) ?? ''] ?? '' }
}

/**
 * Words as two people may write them alike: no capitals, accents or double spaces.
 *
 * @example
 * plainWords('Sit-to-Stand ') // 'sit-to-stand'
 */
export function plainWords(text: string): string {
  return text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[\u0300-\u036f]/g, '')
    .replace(/\s+/g, ' ')
    .trim()
}
