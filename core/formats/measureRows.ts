import { entryAt } from '../entries'
import type { Catalogue } from '../catalogue/catalogue'
import type { Measure } from '../catalogue/measure'
import type { Side } from '../catalogue/words'
import { plausible, type MeasureRecord, type StoredMeasure } from '../measure/record'
import { readDate, readNumber, readWord, readYear, type Read } from './cells'
import { columnsIn, plainWords, readTable, writeTable, UnreadableFile } from './table'

/** Whom results can belong to. */
export interface KnownPerson {
  id: string
  name: string
  birthYear: number | null
}

export interface MeasureRow {
  line: number
  name: string
  does: 'add' | 'same' | 'refuse'
  /** What is wrong, or what is asked about although it would be taken. */
  words: string[]
  participant: string | null
  /** Everything but the id, which whoever stores it makes. */
  record: Omit<MeasureRecord, 'id'> | null
}

const COLUMNS = {
  name: ['name', 'full name', 'participant', 'person'],
  born: ['year of birth', 'born', 'birth year', 'date of birth'],
  date: ['date', 'day', 'taken', 'taken on', 'measured on'],
  measure: ['measure', 'test', 'what'],
  side: ['side'],
  value: ['value', 'result', 'amount'],
  setting: ['setting'],
  pain: ['pain'],
  note: ['note', 'notes', 'remark'],
} as const
const SIDES: Record<Side, readonly string[]> = { both: ['b', '-'], left: ['l'], right: ['r'] }

/**
 * Reads a spreadsheet of results and says row by row what an import would add or refuse, and why.
 *
 * @param onFile results that are stored, by participant: the same one again is no second one
 * @throws {UnreadableFile} where a column that is needed is missing
 * @example
 * readMeasures('Name;Measure;Value;Date\nAnn Example;Chair stand;12;2026-11-20', [{ id: 'ann', name:
 * 'Ann Example', birthYear: 1950 }], new Map(), catalogue)[0].does
 * // 'refuse'
 */
export function readMeasures(
  text: string,
  people: readonly KnownPerson[],
  onFile: ReadonlyMap<string, readonly StoredMeasure[]>,
  catalogue: Catalogue,
): MeasureRow[] {
  const { headers, rows } = readTable(text)
  const columns = columnsIn(headers, COLUMNS)
  const missing = (['name', 'date', 'measure', 'value'] as const).filter((key) => !columns.has(key))
  if (missing.length > 0)
    throw new UnreadableFile(`There is no column called ${missing.map((key) => `“${COLUMNS[key][0]}”`).join(', ')}.`)
  const byName = new Map<string, KnownPerson[]>()
  for (const person of people)
    byName.set(plainWords(person.name), [...(byName.get(plainWords(person.name)) ?? []), person])
  const measures = new Map(
    [...catalogue.measures.values()].flatMap(
      (measure) =>
        [
          [plainWords(measure.id), measure],
          [plainWords(measure.name), measure],
        ] as const,
    ),
  )
  const taken = new Set(
    [...onFile].flatMap(([participant, records]) =>
      records.filter((record) => record.replacedBy === null).map((record) => keyOf(participant, record)),
    ),
  )
  return rows.map((row) => readRow(row, { columns, byName, measures, taken }))
}

/** What a table's rows are read against. */
interface Against {
  columns: ReturnType<typeof columnsIn<keyof typeof COLUMNS>>
  byName: ReadonlyMap<string, readonly KnownPerson[]>
  measures: ReadonlyMap<string, Measure>
  /** Results that are on file, or further up in the table. */
  taken: Set<string>
}

function readRow(
  { line, cells }: ReturnType<typeof readTable>['rows'][number],
  { columns, byName, measures, taken }: Against,
): MeasureRow {
  const cell = (key: keyof typeof COLUMNS) => columns.cell(cells, key)
  const wrong: string[] = []
  const take = <T>(read: Read<T>): T | null => {
    if ('wrong' in read) wrong.push(read.wrong)
    return 'wrong' in read ? null : read.value
  }
  const need = <T>(value: T | null, words: string): T | null => {
    if (value === null && wrong.length === 0) wrong.push(words)
    return value
  }
  const name = cell('name')
  const born = take(readYear(cell('born'), 'Year of birth'))
  const known = (byName.get(plainWords(name)) ?? []).filter((person) => born === null || person.birthYear === born)
  if (known.length !== 1)
    wrong.push(
      known.length === 0
        ? `Nobody on file is called “${name}”${born === null ? '' : `, born ${born}`}.`
        : `${known.length} people are called ${name}: the year of birth tells them apart.`,
    )
  const measure = measures.get(plainWords(cell('measure')))
  if (!measure) wrong.push(`“${cell('measure')}” is not a measure that is known.`)
  const date = need(take(readDate(cell('date'), 'Date')), 'The date is missing.')
  const value = need(take(readNumber(cell('value'), 'Value')), 'The value is missing.')
  const side = take(readWord(cell('side'), 'Side', SIDES)) ?? 'both'
  const setting = take(readNumber(cell('setting'), 'Setting'))
  const pain = take(readNumber(cell('pain'), 'Pain'))
  if (pain !== null && (!Number.isInteger(pain) || pain < 0 || pain > 10))
    wrong.push('Pain is a whole number from 0 to 10.')
  if (measure && value !== null) wrong.push(...refusedIn(measure, value, side))
  if (wrong.length > 0 || !measure || value === null)
    return { line, name, does: 'refuse', words: wrong, participant: null, record: null }
  const record = {
    measure: measure.id,
    side,
    value,
    ...{ tries: [], setting, pain },
    note: cell('note').slice(0, 300),
    simulated: false,
    takenAt: `${date}T12:00:00.000Z`,
    replaces: null,
  }
  const key = keyOf(entryAt(known, 0).id, record)
  if (taken.has(key))
    return {
      line,
      name,
      does: 'same',
      words: ['It is there already.'],
      participant: entryAt(known, 0).id,
      record: null,
    }
  taken.add(key)
  const { ask } = plausible(measure, value)
  return { line, name, does: 'add', words: ask === '' ? [] : [ask], participant: entryAt(known, 0).id, record }
}

/**
 * Results as a table that `readMeasures` reads again without adding one.
 *
 * @example
 * writeMeasures([], catalogue).includes('Measure') // true
 */
export function writeMeasures(
  results: readonly { person: KnownPerson; record: StoredMeasure }[],
  catalogue: Catalogue,
): string {
  const headers = [
    'Name',
    'Year of birth',
    'Date',
    'Measure',
    'Side',
    'Value',
    'Unit',
    'Setting',
    'Pain',
    'Note',
    'Entered by',
  ]
  return writeTable(
    headers,
    results.map(({ person, record }) => [
      person.name,
      person.birthYear,
      record.takenAt.slice(0, 10),
      record.measure,
      record.side,
      record.value,
      catalogue.measures.get(record.measure)?.unit ?? '',
      record.setting,
      record.pain,
      record.note,
      record.enteredBy,
    ]),
  )
}

function refusedIn(measure: Measure, value: number, side: Side): string[] {
  const { refused } = plausible(measure, value)
  const lacksSide = measure.sides && side === 'both' ? `${measure.name} is measured left and right.` : ''
  const hasNone = !measure.sides && side !== 'both' ? `${measure.name} has no sides.` : ''
  return [refused, lacksSide, hasNone].filter((words) => words !== '')
}

function keyOf(
  participant: string,
  { measure, side, value, takenAt }: Pick<MeasureRecord, 'measure' | 'side' | 'value' | 'takenAt'>,
): string {
  return `${participant} ${measure} ${side} ${value} ${takenAt.slice(0, 10)}`
}
