import { HowAtHome } from '../reflect/homePractice'
import { readDate } from './cells'
import { columnsIn, plainWords, readTable, UnreadableFile } from './table'

export interface TickRow {
  line: number
  name: string
  does: 'add' | 'same' | 'refuse'
  words: string[]
  movement: string | null
  /** ISO day. */
  day: string | null
  /** How it was; null: not said. */
  how: HowAtHome | null
}

const COLUMNS = {
  movement: ['movement', 'exercise', 'what'],
  day: ['date', 'day', 'done on'],
  how: ['how', 'how was it', 'felt'],
} as const

/**
 * Reads the days that somebody ticked, one row a movement and day, and says row by row what it would do.
 *
 * @param text a CSV or a pasted table with the columns Movement and Date, and How where it was said: easy, right, hard,
 * hurt
 * @param names of what they do at home, by movement id
 * @param known days that are ticked already, by movement id
 * @param today ISO day: nothing is done later
 * @throws {UnreadableFile} where the columns are missing
 * @example
 * readTicks('Day;Movement\n2026-11-20;Bridge', new Map([['bridge', 'Bridge']]), {}, '2026-11-25')[0]
 * // { line: 2, name: 'Bridge', does: 'add', words: [], movement: 'bridge', day: '2026-11-20', how: null }
 */
export function readTicks(
  text: string,
  names: ReadonlyMap<string, string>,
  known: Readonly<Record<string, readonly string[]>>,
  today: string,
): TickRow[] {
  const { headers, rows } = readTable(text)
  const { has, cell } = columnsIn(headers, COLUMNS)
  if (!has('movement') || !has('day')) throw new UnreadableFile('The columns Movement and Date are needed.')
  const seen = new Set(Object.entries(known).flatMap(([movement, days]) => days.map((day) => `${movement} ${day}`)))
  return rows.map(({ line, cells }): TickRow => {
    const name = cell(cells, 'movement')
    const refused = (words: string): TickRow => ({
      line,
      name,
      does: 'refuse',
      words: [words],
      movement: null,
      day: null,
      how: null,
    })
    const movement = [...names].find(([, known]) => plainWords(known) === plainWords(name))?.[0]
    if (!movement)
      return refused(name === '' ? 'The movement is missing.' : `“${name}” is not among what they do at home.`)
    const read = readDate(cell(cells, 'day'), 'Date')
    if ('wrong' in read) return refused(read.wrong)
    if (read.value === null) return refused('The date is missing.')
    if (read.value > today) return refused(`${read.value} is still to come.`)
    const said = has('how') ? plainWords(cell(cells, 'how')) : ''
    const how = said === '' ? null : HowAtHome.safeParse(said).data
    if (how === undefined) return refused(`“${cell(cells, 'how')}” is none of easy, right, hard and hurt.`)
    const key = `${movement} ${read.value}`
    const isKnown = seen.has(key)
    seen.add(key)
    return {
      line,
      name,
      does: isKnown ? 'same' : 'add',
      words: isKnown ? ['Ticked already.'] : [],
      movement,
      day: read.value,
      how,
    }
  })
}
