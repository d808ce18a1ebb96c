import type { Catalogue } from '../catalogue/catalogue'
import { Side, TIERS, type Tier } from '../catalogue/words'
import { ParticipantFields, type Participant, type ParticipantConsideration } from '../offer/participant'
import type { Access, Pace } from '../offer/person'
import { readNumber, readWord, readYear, type Read } from './cells'
import { columnsIn, plainWords, readTable, writeTable, UnreadableFile } from './table'

/** What an import would do with one row, and why. */
export interface PersonRow {
  line: number
  name: string
  does: 'add' | 'change' | 'same' | 'refuse'
  /** What would change, or what is wrong, in words. */
  words: string[]
  fields: ParticipantFields | null
  /** The person on file that it is about. */
  id: string | null
}

/** What the columns of a table of people may be called. */
export const PEOPLE_COLUMNS = {
  name: ['name', 'full name', 'participant', 'person'],
  first: ['first name', 'given name', 'forename'],
  last: ['last name', 'surname', 'family name'],
  born: ['year of birth', 'born', 'birth year', 'date of birth', 'birthday', 'dob'],
  sex: ['sex', 'gender'],
  height: ['height', 'height cm', 'height in cm', 'body height'],
  pace: ['pace', 'pace of changing position'],
  home: ['home tier', 'works in', 'tier'],
  bed: ['bed'],
  chair: ['chair'],
  standing: ['standing'],
  floor: ['floor'],
  respect: ['to respect', 'considerations', 'health'],
} as const
const SEXES = {
  female: ['f', 'w', 'woman', 'she'],
  male: ['m', 'man', 'he'],
  unsaid: ['not said', 'x', 'other', '-'],
} as const
const PACES: Record<Pace, readonly string[]> = {
  brisk: ['quick', 'fast'],
  usual: ['normal', 'average'],
  slow: [],
  'very-slow': ['very slow'],
}
const ACCESS: Record<Access, readonly string[]> = {
  yes: ['y', 'alone', '1', 'x'],
  'with-help': ['with help', 'help'],
  no: ['n', 'not open', '0', '-'],
}
/** What the tiers may be called. */
export const TIER_WORDS: Record<Tier, readonly string[]> = {
  bed: ['in bed', 'lying', 'lies'],
  chair: ['seated', 'sitting', 'sits', 'seat', 'wheelchair'],
  standing: ['stand', 'stands', 'upright'],
  floor: ['mat', 'ground', 'on the floor'],
}

/**
 * Reads a spreadsheet of people and says row by row what an import would add, change or refuse, and why. Somebody on
 * file is known by name and year of birth; an empty cell changes nothing.
 *
 * @param text comma-, semicolon- or tab-separated, with a header
 * @param onFile everybody of the practice
 * @throws {UnreadableFile} where there is no column for names
 * @example
 * readPeople('Name;Born\nAda Example;1950', [], catalogue)[0].does // 'add'
 */
export function readPeople(text: string, onFile: readonly Participant[], catalogue: Catalogue): PersonRow[] {
  const { headers, rows } = readTable(text)
  const columns = columnsIn(headers, PEOPLE_COLUMNS)
  if (!columns.has('name') && !(columns.has('first') && columns.has('last')))
    throw new UnreadableFile('There is no column called “Name”, nor “First name” and “Last name”.')
  const people = new Map<string, Participant[]>()
  for (const person of onFile)
    people.set(plainWords(person.name), [...(people.get(plainWords(person.name)) ?? []), person])
  const seen = new Map<string, number>()
  const respect = headers.filter((name) => {
    const bare = plainWords(name).replace(/\s*\d+$/, '')
    return PEOPLE_COLUMNS.respect.some((column) => column === bare)
  })
  return rows.map((row) => readRow(row, { columns, respect, people, seen, catalogue }))
}

/** What a table's rows are read against. */
interface Against {
  columns: ReturnType<typeof columnsIn<keyof typeof PEOPLE_COLUMNS>>
  /** Headings of health facts: one, or several with a number behind. */
  respect: readonly string[]
  people: ReadonlyMap<string, readonly Participant[]>
  /** The line where each person stood first. */
  seen: Map<string, number>
  catalogue: Catalogue
}

function readRow(
  { line, cells, surplus }: ReturnType<typeof readTable>['rows'][number],
  { columns, respect, people, seen, catalogue }: Against,
): PersonRow {
  const cell = (key: keyof typeof PEOPLE_COLUMNS) => columns.cell(cells, key)
  const name = (cell('name') || `${cell('first')} ${cell('last')}`).replace(/\s+/g, ' ').trim()
  const wrong: string[] = surplus.length > 0 ? [surplusWords(surplus)] : []
  const take = <T>(read: Read<T>): T | null => {
    if ('wrong' in read) wrong.push(read.wrong)
    return 'wrong' in read ? null : read.value
  }
  const born = take(readYear(cell('born'), 'Year of birth'))
  const known = (people.get(plainWords(name)) ?? []).filter(
    (person) => born === null || person.birthYear === null || person.birthYear === born,
  )
  if (known.length > 1) wrong.push(`${known.length} people are called ${name}: the year of birth tells them apart.`)
  const person = known[0]
  const sex = take(readWord(cell('sex'), 'Sex', SEXES))
  const heightCm = inCm(take(readNumber(cell('height'), 'Height')))
  const pace = take(readWord(cell('pace'), 'Pace', PACES))
  const homeTier = take(readWord(cell('home'), 'Home tier', TIER_WORDS))
  const access = Object.fromEntries(
    TIERS.map((tier) => [
      tier,
      take(readWord(cell(tier), tier, ACCESS)) ??
        person?.access[tier] ??
        (tier === 'bed' || tier === 'chair' || tier === homeTier ? 'yes' : 'no'),
    ]),
  )
  if (homeTier && cell('home') !== '' && cell(homeTier) !== '' && access[homeTier] === 'no')
    wrong.push(`Works in ${homeTier}, and ${homeTier} is not open: which of the two is right?`)
  const facts = respect.map((heading) => cells[heading] ?? '').filter((said) => said !== '')
  const considerations = considerationsIn(facts.join('|'), person, catalogue, wrong)
  const before = person ? ParticipantFields.parse(person) : null
  const made = {
    ...(before ?? { levels: [], prefers: 'either' }),
    name: person?.name ?? name,
    birthYear: born ?? before?.birthYear ?? null,
    sex: sex ?? before?.sex ?? 'unsaid',
    heightCm: heightCm ?? before?.heightCm ?? null,
    pace: pace ?? before?.pace ?? 'usual',
    homeTier: homeTier ?? before?.homeTier ?? 'chair',
    access,
    considerations,
  }
  const checked = ParticipantFields.safeParse(made)
  if (!checked.success) wrong.push(...checked.error.issues.map((issue) => issue.message))
  const key = `${plainWords(name)} ${born ?? person?.birthYear ?? ''}`
  const earlier = seen.get(key)
  if (earlier !== undefined) wrong.push(`The same person as in line ${earlier}.`)
  else seen.set(key, line)
  if (wrong.length > 0 || !checked.success)
    return { line, name, does: 'refuse', words: [...new Set(wrong)], fields: null, id: null }
  const words = before ? changedFields(before, checked.data) : []
  const does = words.length > 0 ? 'change' : 'same'
  return { line, name, does: before ? does : 'add', words, fields: checked.data, id: person?.id ?? null }
}

/**
 * Everybody as a table that `readPeople` reads again without a change.
 *
 * @example
 * writePeople([]).includes('Name') // true
 */
export function writePeople(people: readonly Participant[]): string {
  const headers = [
    'Name',
    'Year of birth',
    'Sex',
    'Height, cm',
    'Pace',
    'Home tier',
    'Bed',
    'Chair',
    'Standing',
    'Floor',
    'To respect',
  ]
  return writeTable(
    headers,
    people.map((person) => [
      person.name,
      person.birthYear,
      person.sex,
      person.heightCm,
      person.pace,
      person.homeTier,
      ...TIERS.map((tier) => person.access[tier]),
      person.considerations
        .map(({ consideration, side }) => (side === 'both' ? consideration : `${consideration} (${side})`))
        .join(' | '),
    ]),
  )
}

/** Metres are taken for what they are. */
function inCm(height: number | null): number | null {
  return height !== null && height > 0.9 && height < 2.4 ? Math.round(height * 1000) / 10 : height
}

/** What stood under no heading: most often a second fact, behind a sign that parts columns. */
function surplusWords(surplus: readonly string[]): string {
  return `More cells than columns: “${surplus.join('”, “')}”. Put several facts between bars: Sees poorly | Numb feet.`
}

/**
 * Names or ids between bars, slashes or semicolons, a side in brackets; what is on file keeps its notes and clearances.
 */
function considerationsIn(
  cell: string,
  person: Participant | undefined,
  catalogue: Catalogue,
  wrong: string[],
): ParticipantConsideration[] {
  if (cell === '') return person?.considerations ?? []
  const used = new Set<ParticipantConsideration>()
  return cell
    .split(/[|/;\n]/)
    .map((part) => part.trim())
    .filter((part) => part !== '')
    .flatMap((part) => {
      const [, said = '', side = 'both'] = /^(.*?)(?:\s*\((left|right|both)\))?$/i.exec(part) ?? []
      const row = [...catalogue.considerations.values()].find(
        (other) => other.id === said.toLowerCase() || other.name.toLowerCase() === said.toLowerCase(),
      )
      if (!row) wrong.push(`To respect: “${said}” is none of the facts that can be written down under a person.`)
      if (!row) return []
      const known = person?.considerations.find(
        (own) => own.consideration === row.id && own.side === side.toLowerCase() && !used.has(own),
      )
      if (known) used.add(known)
      return [
        known ?? {
          consideration: row.id,
          side: Side.catch('both').parse(side.toLowerCase()),
          clearedBy: '',
          note: '',
          since: null,
          until: null,
          clearedOn: null,
          clearedFor: '',
        },
      ]
    })
}

function changedFields(before: ParticipantFields, after: ParticipantFields): string[] {
  const names = (fields: ParticipantFields) =>
    fields.considerations
      .map(({ consideration, side }) => `${consideration}${side === 'both' ? '' : ` (${side})`}`)
      .join(', ') || 'nothing'
  const pairs: [string, string | number | null, string | number | null][] = [
    ['year of birth', before.birthYear, after.birthYear],
    ['sex', before.sex, after.sex],
    ['height', before.heightCm, after.heightCm],
    ['pace', before.pace, after.pace],
    ['home tier', before.homeTier, after.homeTier],
    ...TIERS.map((tier): [string, string, string] => [tier, before.access[tier], after.access[tier]]),
    ['to respect', names(before), names(after)],
  ]
  return pairs
    .filter(([, from, to]) => from !== to)
    .map(([what, from, to]) => `${what}: ${from ?? 'nothing'} → ${to ?? 'nothing'}`)
}
