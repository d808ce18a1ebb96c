import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { storedMeasure } from '../../tests/measures'
import { shippedCatalogue } from '../../tests/shippedCatalogue'
import { personIn } from '../../tests/people'
import { NO_NEEDS } from '../offer/seatNeeds'
import type { Participant } from '../offer/participant'
import { readMeasures, writeMeasures } from './measureRows'
import { readPeople, writePeople } from './people'

const catalogue = shippedCatalogue()
const person = (name: string, birthYear: number | null, change: Partial<Participant> = {}): Participant => ({
  ...personIn('chair', { name, birthYear }),
  usualPain: null,
  flares: [],
  remembered: [],
  seat: NO_NEEDS,
  beside: [],
  homeProps: {},
  telephone: '',
  birthday: null,
  emergencyContact: '',
  joins: 'room',
  sex: 'female',
  heightCm: 162,
  version: 1,
  screenedOn: null,
  considerations: [],
  id: crypto.randomUUID(),
  ...change,
})
const cora = person('Cora Linden', 1947, {
  considerations: [
    {
      consideration: 'hip-replacement-back',
      side: 'right',
      clearedBy: '',
      note: 'Private',
      since: null,
      until: null,
      clearedOn: null,
      clearedFor: '',
    },
  ],
})
const onFile = [cora, person('Ann Moor', 1950), person('Ann Moor', 1955)]
const people = (text: string) => readPeople(text, onFile, catalogue)

describe('a spreadsheet of people', () => {
  it('adds, changes, leaves alone and refuses, row by row, with the reason', () => {
    const rows = people(
      'Name;Born;Sex;Height;Home tier;To respect\n' +
        'Åse Tveit;3.8.1944;w;158,5;bed;numb-feet | knee-painful (left)\ncora  linden;1947;f;163;;\n' +
        'CORA LINDEN;1947;;;;\nAnn Moor;;f;;;\nBen Oak;1899;m;;;\nDan Elm;1950;m;;roof;\n' +
        'Eve Ash;1951;f;;;gout\n;1950;;;;',
    )
    expect(rows.map(({ line, does }) => [line, does])).toEqual([
      [2, 'add'],
      [3, 'change'],
      [4, 'refuse'],
      [5, 'refuse'],
      [6, 'refuse'],
      [7, 'refuse'],
      [8, 'refuse'],
      [9, 'refuse'],
    ])
    expect(rows[0]!.fields).toMatchObject({
      name: 'Åse Tveit',
      birthYear: 1944,
      sex: 'female',
      heightCm: 158.5,
      homeTier: 'bed',
    })
    expect(rows[0]!.fields!.considerations.map(({ consideration, side }) => `${consideration} ${side}`)).toEqual([
      'numb-feet both',
      'knee-painful left',
    ])
    expect(rows[1]!.words).toEqual(['height: 162 → 163'])
    expect(rows.slice(2).map((row) => row.words[0])).toEqual([
      'The same person as in line 3.',
      '2 people are called Ann Moor: the year of birth tells them apart.',
      'The year of birth is 1900 at least.',
      'Home tier: “roof” is not known. It can be bed, chair, standing, floor.',
      'To respect: “gout” is none of the facts that can be written down under a person.',
      'A name is needed.',
    ])
  })
  it('keeps notes and clearances of what is on file', () => {
    expect(
      people('Name,Born,To respect\nCora Linden,1947,hip-replacement-back (right) | numb-feet')[0]!.fields!
        .considerations[0]!.note,
    ).toBe('Private')
  })
  it('takes first and last names, and metres for what they are', () => {
    expect(people('First name\tLast name\tHeight\nDov\tHarrow\t1,70')[0]!.fields).toMatchObject({
      name: 'Dov Harrow',
      heightCm: 170,
    })
  })
  it.each([
    ['between bars', 'Name;To respect\nNew One;Sees poorly | Numb feet'],
    ['between semicolons in one cell', 'Name,To respect\nNew One,"Sees poorly; Numb feet"'],
    ['in columns with a number', 'Name;To respect;To respect 2\nNew One;Sees poorly;Numb feet'],
    ['in columns of the same name', 'Name;To respect;To respect\nNew One;Sees poorly;Numb feet'],
  ])('reads several facts %s', (_, text) => {
    const ids = people(text)[0]!.fields!.considerations.map(({ consideration }) => consideration)
    expect(ids).toHaveLength(2)
    expect(ids).toContain('numb-feet')
  })
  it('reads the example that can be taken from the page', () => {
    const rows = people(readFileSync('public/examples/people.csv', 'utf8'))
    expect(rows.map(({ does, words }) => [does, words])).toEqual(rows.map(() => ['add', []]))
    expect(rows.map(({ fields }) => fields!.considerations.length)).toEqual([2, 2, 0, 0])
  })
  it('refuses what stands under no heading, and drops none of it', () => {
    expect(people('Name;To respect\nNew One;Sees poorly;Numb feet')[0]).toMatchObject({
      does: 'refuse',
      words: ['More cells than columns: “Numb feet”. Put several facts between bars: Sees poorly | Numb feet.'],
    })
    expect(people('Name;Born\nNew One;1950;;')[0]!.does).toBe('add')
  })
  it('asks about a contradiction, and opens the tier in which somebody works', () => {
    expect(people('Name;Home tier;Standing\nNew One;stand;no')[0]).toMatchObject({
      does: 'refuse',
      words: ['Works in standing, and standing is not open: which of the two is right?'],
    })
    expect(people('Name;Home tier\nNew One;stand')[0]!.fields!.access).toMatchObject({ standing: 'yes', floor: 'no' })
  })
  it('says which column is missing', () => {
    expect(() => people('Age;Town\n70;Ottersby')).toThrow('no column called “Name”')
  })
  it('that was written here changes nothing when it is read again', () => {
    expect(people(writePeople(onFile)).map((row) => row.does)).toEqual(['same', 'same', 'same'])
  })
})

describe('a spreadsheet of results', () => {
  const stored = new Map([[cora.id, [storedMeasure('chair-stand', 9, { takenAt: '2026-11-20T10:00:00Z' })]]])
  const measures = (text: string) => readMeasures(text, onFile, stored, catalogue)
  it('adds, leaves alone and refuses, row by row, with the reason', () => {
    const rows = measures(
      [
        'Name;Born;Date;Measure;Side;Value;Pain',
        'Cora Linden;;20.11.2026;chair-stand;;9;',
        'Cora Linden;1947;24.11.2026;30-second chair stand;;11;2',
        'Cora Linden;;24.11.2026;hip-turn-in;l;70;',
        'Cora Linden;;24.11.2026;hip-turn-in;l;240;',
        'Cora Linden;;24.11.2026;hip-turn-in;;30;',
        'Nobody Here;;24.11.2026;chair-stand;;9;',
        'Ann Moor;;24.11.2026;chair-stand;;9;',
        'Ann Moor;1955;;chair-stand;;9;',
        'Ann Moor;1955;24.11.2026;handstand;;9;',
        'Cora Linden;1947;24.11.2026;chair-stand;;11;2',
        'Ann Moor;1955;24.11.2026;sit-and-reach;r;−6,5;',
      ].join('\n'),
    )
    expect(rows.map((row) => row.does)).toEqual([
      'same',
      'add',
      'add',
      'refuse',
      'refuse',
      'refuse',
      'refuse',
      'refuse',
      'refuse',
      'same',
      'add',
    ])
    expect(rows[1]!.record).toMatchObject({
      measure: 'chair-stand',
      side: 'both',
      value: 11,
      pain: 2,
      takenAt: '2026-11-24T12:00:00.000Z',
    })
    expect(rows[2]!.words[0]).toContain('Is it right?')
    expect(rows.slice(3, 9).map((row) => row.words[0])).toEqual([
      expect.stringContaining('240° cannot be'),
      'Hip turning in is measured left and right.',
      'Nobody on file is called “Nobody Here”.',
      '2 people are called Ann Moor: the year of birth tells them apart.',
      'The date is missing.',
      '“handstand” is not a measure that is known.',
    ])
    expect(rows[10]!.record!.value).toBe(-6.5)
  })
  it('says which columns are missing', () => {
    expect(() => measures('Name;Result\nCora;9')).toThrow('no column called “date”, “measure”')
  })
  it('that was written here adds nothing when it is read again', () => {
    expect(
      measures(writeMeasures([{ person: cora, record: stored.get(cora.id)![0]! }], catalogue)).map((row) => row.does),
    ).toEqual(['same'])
  })
  it('of 5,000 rows is read whole', () => {
    const rows = Array.from(
      { length: 5000 },
      (_, at) =>
        `Cora Linden;1947;${(at % 28) + 1}.${(at % 12) + 1}.${1990 + Math.floor(at / 336)};chair-stand;;${at % 20};`,
    )
    const read = measures(['Name;Born;Date;Measure;Side;Value;Pain', ...rows].join('\r\n'))
    expect(read.filter((row) => row.does === 'add')).toHaveLength(5000)
  })
})
