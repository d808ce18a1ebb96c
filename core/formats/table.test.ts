import { describe, expect, it } from 'vitest'
import { readDate, readNumber, readWord, readYear } from './cells'
import { columnsIn, decodeText, plainWords, readTable, ROWS_AT_MOST, writeTable } from './table'

const latin1 = (text: string) => Uint8Array.from([...text].map((sign) => sign.charCodeAt(0)))
const utf16 = (text: string, little: boolean) =>
  Uint8Array.from(
    [
      little ? [0xff, 0xfe] : [0xfe, 0xff],
      ...[...text].map((sign) =>
        little
          ? [sign.charCodeAt(0) & 255, sign.charCodeAt(0) >> 8]
          : [sign.charCodeAt(0) >> 8, sign.charCodeAt(0) & 255],
      ),
    ].flat(),
  )

describe('text of whatever program', () => {
  it.each([
    ['UTF-8', new TextEncoder().encode('Åse')],
    ['UTF-8 with its mark', new TextEncoder().encode('\uFEFFÅse')],
    ['the Western code page', latin1('Åse')],
    ['UTF-16, little end first', utf16('Åse', true)],
    ['UTF-16, big end first', utf16('Åse', false)],
  ])('is read: %s', (_, bytes) => {
    expect(decodeText(bytes).replace('\uFEFF', '')).toBe('Åse')
  })
})

describe('tables', () => {
  it.each([[','], [';'], ['\t']])(
    'are read with “%s” between cells, quotes, empty lines and a mark at the front',
    (sign) => {
      const text = `\uFEFFName${sign}Note\r\n"Å${sign} B"${sign}"said ""no"""\r\n\r\n${sign}\r\nCora${sign}x\r\n`
      expect(readTable(text).rows).toEqual([
        { line: 2, cells: { Name: `Å${sign} B`, Note: 'said "no"' }, surplus: [] },
        { line: 5, cells: { Name: 'Cora', Note: 'x' }, surplus: [] },
      ])
    },
  )
  it('are written so that no text runs as a formula, and read again as they were', () => {
    const written = writeTable(
      ['Name', 'Value'],
      [
        ['=SUM(A1)', -4.5],
        ['@home', null],
        ['plain', 3],
      ],
    )
    expect(written).toContain("'=SUM(A1)")
    expect(readTable(written).rows.map((row) => row.cells)).toEqual([
      { Name: '=SUM(A1)', Value: '-4.5' },
      { Name: '@home', Value: '' },
      { Name: 'plain', Value: '3' },
    ])
  })
  it.each(['＝1+1', '＋1', '－1', '＠home', '\u200B=1+1', ' =1+1', '\uFEFF@home'])(
    'are no formula either as “%s”',
    (text) => {
      const written = writeTable(['Note'], [[text]])
      expect(written.split('\r\n')[1]).toMatch(/^"?'/)
      expect(readTable(written).rows.map((row) => row.cells)).toEqual([{ Note: text }])
    },
  )
  it('have their columns found by any of their names', () => {
    const columns = columnsIn(['Date of Birth', 'HEIGHT (cm)'], {
      born: ['born', 'date of birth'],
      height: ['height cm'],
      sex: ['sex'],
    })
    expect([
      columns.cell({ 'Date of Birth': '1950' }, 'born'),
      columns.has('height'),
      columns.has('sex'),
      columns.cell({}, 'sex'),
    ]).toEqual(['1950', true, false, ''])
    expect(plainWords('  Åse   LINDÉN ')).toBe('ase linden')
  })
})

describe('cells', () => {
  it.each([
    ['12.5', 12.5],
    ['12,5', 12.5],
    ['1 234,5', 1234.5],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['−4,5', -4.5],
    ['', null],
  ])('number “%s” is %s', (cell, value) => {
    expect(readNumber(cell, 'Value')).toEqual({ value })
  })
  it.each([
    ['2026-08-03', '2026-08-03'],
    ['3.8.2026', '2026-08-03'],
    ['03/08/2026', '2026-08-03'],
    ['3 Aug 2026', '2026-08-03'],
    ['03.08.26', '2026-08-03'],
    ['2026-08-03T10:15:00Z', '2026-08-03'],
    ['3.8.2026 10:15', '2026-08-03'],
    ['', null],
  ])('date “%s” is %s, the day first', (cell, value) => {
    expect(readDate(cell, 'Date')).toEqual({ value })
  })
  it.each([['08/25/2026'], ['31.2.2026'], ['yesterday']])('refuses the date “%s” and says how to write it', (cell) => {
    expect(readDate(cell, 'Date')).toEqual({ wrong: expect.stringContaining('Write the day first') })
  })
  it('reads a year, or the year of a date, and words by their synonyms', () => {
    expect([readYear('1950', 'Born'), readYear('3.8.1950', 'Born')]).toEqual([{ value: 1950 }, { value: 1950 }])
    expect(readWord('W', 'Sex', { female: ['w', 'f'], male: ['m'] })).toEqual({ value: 'female' })
    expect(readWord('q', 'Sex', { female: ['f'], male: ['m'] })).toEqual({
      wrong: 'Sex: “q” is not known. It can be female, male.',
    })
    expect([readNumber('many', 'Value'), readYear('young', 'Born')].every((read) => 'wrong' in read)).toBe(true)
  })
})

describe('a table of many rows', () => {
  const rows = (count: number) => `Name\n${Array.from({ length: count }, (_, at) => `Person ${at}`).join('\n')}`
  it('is read up to 5,000 of them, and refused with what to do beyond', () => {
    expect(readTable(rows(ROWS_AT_MOST)).rows).toHaveLength(5000)
    expect(readTable(`${rows(ROWS_AT_MOST)}\n`).rows).toHaveLength(5000)
    expect(() => readTable(rows(ROWS_AT_MOST + 1))).toThrow('more than 5000 rows: send it in parts')
  })
})
