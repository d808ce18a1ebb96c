import { entriesOf } from '../entries'
import { formatISO, isValid, parse } from 'date-fns'

/** What a cell holds, or why it cannot be read. */
export type Read<T> = { value: T | null } | { wrong: string }

/**
 * A number with a point or a comma: "12.5", "12,5", "1 234,5".
 *
 * @returns null for an empty cell
 * @example
 * readNumber('1 234,5', 'Height') // { value: 1235 }
 */
export function readNumber(cell: string, name: string): Read<number> {
  const trimmed = cell.replace(/[\s\u00A0']/g, '').replace('−', '-')
  if (trimmed === '') return { value: null }
  const hasPoints = /^-?\d{1,3}(\.\d{3})+,\d+$/.test(trimmed)
  const hasCommas = /^-?\d{1,3}(,\d{3})+\.\d+$/.test(trimmed)
  const together = hasPoints ? trimmed.replaceAll('.', '') : trimmed
  const value = Number(hasCommas ? together.replaceAll(',', '') : together.replace(',', '.'))
  return Number.isFinite(value) ? { value } : { wrong: `${name}: “${cell}” is not a number.` }
}

const PATTERNS = [
  'yyyy-MM-dd',
  'yyyy/MM/dd',
  'dd.MM.yyyy',
  'd.M.yyyy',
  'dd/MM/yyyy',
  'd/M/yyyy',
  'dd-MM-yyyy',
  'd MMM yyyy',
  'd MMMM yyyy',
  'd.M.yy',
  'd/M/yy',
]

/**
 * A date, the day first unless the year is: "2026-08-03", "3.8.2026", "03/08/2026", "3 Aug 2026". A time behind it is
 * left out.
 *
 * @returns ISO day; null for an empty cell
 * @example
 * readDate('24.12.2026', 'On') // { value: '2026-12-24' }
 */
export function readDate(cell: string, name: string): Read<string> {
  const trimmed = cell.trim().replace(/[T ]\d{1,2}:\d{2}.*$/, '')
  if (trimmed === '') return { value: null }
  for (const pattern of PATTERNS) {
    const date = parse(trimmed, pattern, new Date(2026, 0, 1))
    if (isValid(date) && date.getFullYear() > 1900 && date.getFullYear() < 2200)
      return { value: formatISO(date, { representation: 'date' }) }
  }
  return { wrong: `${name}: “${cell}” is not a date. Write the day first: 3.8.2026, or 2026-08-03.` }
}

/**
 * A year, or the year of a date.
 *
 * @example
 * readYear('1950', 'Born') // { value: 1950 }
 */
export function readYear(cell: string, name: string): Read<number> {
  if (/^\d{4}$/.test(cell.trim())) return { value: Number(cell.trim()) }
  const date = readDate(cell, name)
  if ('wrong' in date) return { wrong: `${name}: “${cell}” is neither a year nor a date.` }
  return { value: date.value === null ? null : Number(date.value.slice(0, 4)) }
}

/**
 * One of several words; each has its synonyms, in any case.
 *
 * @param words value → how it may be written
 * @example
 * readWord('F', 'Sex', { female: ['f', 'woman'], male: ['m'] }) // { value: 'female' }
 */
export function readWord<T extends string>(cell: string, name: string, words: Record<T, readonly string[]>): Read<T> {
  const said = cell.trim().toLowerCase()
  if (said === '') return { value: null }
  for (const [value, names] of entriesOf(words)) {
    if (value.toLowerCase() === said || names.includes(said)) return { value }
  }
  return { wrong: `${name}: “${cell}” is not known. It can be ${Object.keys(words).join(', ')}.` }
}
