import { distance } from 'fastest-levenshtein'
import { entriesOf, entryAt } from '../entries'
import { TIERS, type Tier } from '../catalogue/words'
import { PEOPLE_COLUMNS, TIER_WORDS } from './people'
import { columnsIn, plainWords } from './table'

/** What is not sure about a line: a word that is no tier, with the one it is nearest to; or the name. */
export type LineDoubt =
  { kind: 'tier'; said: string; meant: Tier | null } | { kind: 'name' } | { kind: 'twice'; line: number }

/** One person as a line says them. */
export interface PersonLine {
  /** Counted from 1. */
  line: number
  name: string
  /** Where they work: the chair where nothing is said. */
  tier: Tier
  /** Nothing was said about where they work. */
  isAssumed: boolean
  /** They stay in a wheelchair. */
  inWheelchair: boolean
  /** What has to be answered first; null: nothing. */
  doubt: LineDoubt | null
}

export interface PeopleLines {
  people: PersonLine[]
  /** Columns of a pasted table that are not read here. */
  leftOut: string[]
}

/** So many letters of a word may be wrong. */
const LETTERS_WRONG = 2
/** A shorter word is nearer to too many others. */
const LETTERS_AT_LEAST = 3

/**
 * Reads people as they are typed, one a line: the name, then where they work; or as they are pasted from a spreadsheet,
 * with a header or without. Empty lines are nobody.
 *
 * @param text lines; the parts of a line are set apart by a comma, a semicolon or a tab, and the last word may be alone
 * @example
 * readPeopleLines('Ada Example, bed').people[0] // { name: 'Ada Example', tier: 'bed', doubt: null }
 */
export function readPeopleLines(text: string): PeopleLines {
  const lines = text.split(/\r?\n/).map((words, at) => ({ line: at + 1, cells: cellsOf(words) }))
  const filled = lines.filter(({ cells }) => cells.some((cell) => cell !== ''))
  const header = filled[0] && isHeader(filled[0].cells) ? filled[0].cells : null
  const seen = new Map<string, number>()
  const people = (header ? filled.slice(1) : filled).map(({ line, cells }) => {
    const person = header ? personUnder(header, cells) : personIn(cells)
    return { line, ...person, doubt: person.doubt ?? nameDoubt(person.name, line, seen) }
  })
  return { people, leftOut: header ? header.filter((name) => name !== '' && !isRead(name)) : [] }
}

type Said = Omit<PersonLine, 'line'>

function cellsOf(words: string): string[] {
  const sign = [/\t/, /;/, /,/].find((other) => other.test(words))
  const cells = sign ? words.split(sign) : [words]
  return cells.map((cell) =>
    cell
      .trim()
      .replace(/^"(.*)"$/, '$1')
      .replace(/\s+/g, ' '),
  )
}

const READ = ['name', 'first', 'last', 'home'] as const

function isRead(heading: string): boolean {
  const { has } = columnsIn([heading], PEOPLE_COLUMNS)
  return READ.some((key) => has(key))
}

function isHeader(cells: readonly string[]): boolean {
  const { has } = columnsIn(cells, PEOPLE_COLUMNS)
  return has('name') || (has('first') && has('last'))
}

function personUnder(header: readonly string[], cells: readonly string[]): Said {
  const row = Object.fromEntries(header.map((name, at) => [name, cells[at] ?? '']))
  const { cell } = columnsIn(header, PEOPLE_COLUMNS)
  const name = cell(row, 'name') || `${cell(row, 'first')} ${cell(row, 'last')}`.trim()
  return { name, ...tierIn(cell(row, 'home')) }
}

/** A line without a header: the last part that is a tier, or is to be one; what stands before it is the name. */
function personIn(cells: readonly string[]): Said {
  const parts = cells.filter((cell) => cell !== '')
  const [only = ''] = parts
  if (parts.length <= 1) return personInWords(only)
  const at = parts.findLastIndex((part) => tierOf(part) !== null)
  if (at > 0) return { name: nameOf(parts.slice(0, at)), ...tierIn(entryAt(parts, at)) }
  return { name: nameOf(parts.slice(0, -1)), ...tierIn(parts.at(-1) ?? '') }
}

/** "Last, first" is how registers write it. */
function nameOf(parts: readonly string[]): string {
  const [first = '', second] = parts
  return parts.length === 2 && second !== undefined ? `${second} ${first}` : parts.join(' ')
}

/** Without a sign between: the last words, where they are a tier or nearly one. */
function personInWords(words: string): Said {
  if (tierOf(words) !== null) return { name: '', ...tierIn(words) }
  const parts = words.split(' ')
  for (const count of [3, 2, 1]) {
    const last = parts.slice(-count).join(' ')
    if (parts.length > count && tierOf(last) !== null)
      return { name: parts.slice(0, -count).join(' '), ...tierIn(last) }
  }
  const last = parts.at(-1) ?? ''
  const isNearly = parts.length > 2 && nearest(last) !== null
  return isNearly ? { name: parts.slice(0, -1).join(' '), ...tierIn(last) } : { name: words, ...tierIn('') }
}

function tierIn(said: string): Omit<Said, 'name'> {
  const inWheelchair = plainWords(said) === 'wheelchair'
  if (said === '') return { tier: 'chair', isAssumed: true, inWheelchair, doubt: null }
  const tier = tierOf(said)
  const meant = nearest(said)
  const doubt = tier === null ? ({ kind: 'tier', said, meant } as const) : null
  return { tier: tier ?? meant ?? 'chair', isAssumed: false, inWheelchair, doubt }
}

function tierOf(said: string): Tier | null {
  const words = plainWords(said)
  return entriesOf(TIER_WORDS).find(([tier, names]) => tier === words || names.includes(words))?.[0] ?? null
}

function nearest(said: string): Tier | null {
  const words = plainWords(said)
  if (words.length < LETTERS_AT_LEAST) return null
  const near = TIERS.flatMap((tier) =>
    [tier, ...TIER_WORDS[tier]].map((word) => ({ tier, off: distance(word, words) })),
  )
    .filter(({ off }) => off <= Math.min(LETTERS_WRONG, Math.floor(words.length / 2)))
    .toSorted((a, b) => a.off - b.off)
  return near[0]?.tier ?? null
}

function nameDoubt(name: string, line: number, seen: Map<string, number>): LineDoubt | null {
  if (name === '') return { kind: 'name' }
  const earlier = seen.get(plainWords(name))
  if (earlier !== undefined) return { kind: 'twice', line: earlier }
  seen.set(plainWords(name), line)
  return null
}

/**
 * The text with the answer to a doubt: the person's line names the tier.
 *
 * @example
 * withTier('Ada Example, stnding', { line: 1, name: 'Ada Example' }, 'standing') // 'Ada Example, standing'
 */
export function withTier(text: string, { line, name }: Pick<PersonLine, 'line' | 'name'>, tier: Tier): string {
  return text
    .split(/\r?\n/)
    .map((words, at) => (at + 1 === line ? `${name}, ${tier}` : words))
    .join('\n')
}

/**
 * A pasted table as lines that can be typed on: "name, tier", doubtful words as they were.
 *
 * @example
 * asPeopleLines('First name\tLast name\tTier\nAda\tExample\tbed').text // 'Ada Example, bed'
 */
export function asPeopleLines(table: string): { text: string; leftOut: string[] } {
  const { people, leftOut } = readPeopleLines(table)
  const lines = people.map(({ name, tier, isAssumed, inWheelchair, doubt }) => {
    if (doubt?.kind === 'tier') return `${name}, ${doubt.said}`
    if (isAssumed) return name
    return `${name}, ${inWheelchair ? 'wheelchair' : tier}`
  })
  return { text: lines.join('\n'), leftOut }
}
